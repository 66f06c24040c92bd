import { createHash } from 'node:crypto';
import type { Request, Response, Router } from 'express';
import type { z } from 'zod';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { About, Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import type { FileAddress } from '@lowtide/core/wire/files.ts';
import type { Db, Trx } from '../database/schema.ts';
import { keepsWithin } from '../keeping/kept-by-project-queries.ts';
import { audit, auditedTimes } from '../audit/audit-queries.ts';
import { hidePayFrom } from './pay-hidden.ts';
import { allowed, heldToOwnProjects, refuseFiguresOfPeople } from './access-queries.ts';
import type { Actor } from './actor.ts';
import { isAtTheMachine } from './at-the-machine.ts';
import { answerTo, keepAnswer } from './answered-request-queries.ts';
import type { Acting, Answering, Asking, Context, FileWanted, Filing, Ordering, Question } from './context.ts';
import { orderName, UNWATCHED, type Progress } from './long-orders.ts';
import { Refusal } from './refusal.ts';
import { sendFile, type MadeFile } from './made-file.ts';
import { noteWhoAsks } from './request-log.ts';
import { stamp } from './stamp-queries.ts';

type Part<E, K extends string> = E extends Readonly<Record<K, infer S extends z.ZodType>> ? z.output<S> : undefined;
type EndpointOf<N extends EndpointName> = (typeof ENDPOINTS)[N];

export interface Asked<N extends EndpointName> {
  readonly params: Part<EndpointOf<N>, 'params'>;
  readonly query: Part<EndpointOf<N>, 'query'>;
  readonly body: Part<EndpointOf<N>, 'body'>;
}
export type Answer<N extends EndpointName> = z.input<EndpointOf<N>['response']>;

export type { Acting };

type Reading<N extends EndpointName> = (db: Db, asked: Asked<N>, asking: Asking) => Promise<Answer<N>>;

/** Registers an endpoint that only reads. All its queries see the same moment of the books. */
export function read<N extends EndpointName>(router: Router, context: Context, name: N, answer: Reading<N>): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  context.answers.set(name, answer as Answering);
  router[endpoint.method](expressPath(endpoint.path), async (req, res) => {
    const asks = await whoAsks(context, req, res);
    const actor = endpoint.may === 'anyone' ? asks : allowed(asks, endpoint.may);
    const asked = parsed<N>(endpoint, req);
    const asking = { actor, atTheMachine: isAtTheMachine(req), today: context.clock.today() };
    const question = { name, asked, asking };
    const text =
      endpoint.isLong && context.apart ? await context.apart.answer(question) : await answered(context, question);
    res.type('application/json').send(text);
  });
}

/** What a question of the API answers, as JSON, read in one moment of the books. */
export async function answered(context: Context, { name, asked, asking }: Question): Promise<string> {
  const answer = context.answers.get(name);
  if (answer === undefined) throw new Error(`nobody answers ${name}`);
  const { about }: Endpoint = ENDPOINTS[name];
  const { params, query } = asked as Asked<typeof name>;
  const request = { about, asked: { params, query } };
  return JSON.stringify(await reading(context, asking.actor, request, (trx) => answer(trx, asked, asking)));
}

/** Registers an address that answers a file; `read` reads what is in it, and `made` writes it out when the books are let go. */
export function file<Content>(router: Router, context: Context, address: FileAddress, filing: Filing<Content>): void {
  const { path, may, isLong = false } = address;
  context.files.set(path, { address, filing: filing as Filing<unknown> });
  router.get(expressPath(path), async (req, res) => {
    const actor = allowed(await whoAsks(context, req, res), may);
    const wanted = { path, actor, params: req.params, query: req.query };
    sendFile(res, isLong && context.apart ? await context.apart.file(wanted) : await madeFile(context, wanted));
  });
}

/** The file at an address, as somebody may have it. */
export async function madeFile(context: Context, { path, actor, params, query }: FileWanted): Promise<MadeFile> {
  const known = context.files.get(path);
  if (known === undefined) throw new Error(`nobody writes ${path}`);
  const { filing, address } = known;
  const asked = { params, query };
  const content = await reading(context, actor, { about: address.about, asked }, (trx) => filing.read(trx, asked));
  return filing.made(content);
}

async function reading<T>(
  { books, keeping, effects }: Context,
  actor: Actor | null,
  request: { readonly about: About | undefined; readonly asked: { readonly params: unknown; readonly query: unknown } },
  answer: (trx: Db) => Promise<T>,
): Promise<T> {
  return books.reader.transaction().execute(async (trx) => {
    keepsWithin(trx, keeping, { stores: true, effects });
    hidePayFrom(trx, actor);
    if (actor !== null) await heldToOwnProjects(trx, actor, request);
    refuseFiguresOfPeople(trx, request);
    return answer(trx);
  });
}

interface WriteOptions<N extends EndpointName, Prepared> {
  /** For answers too long to be kept: only the number of what was made is, and answers it once more. */
  readonly again?: (trx: Trx, made: number, asked: Asked<N>, today: IsoDate) => Promise<Answer<N>>;
  /** What takes long and needs nothing of the books, such as reading a file: done before the transaction begins. */
  readonly prepare?: (asked: Asked<N>) => Promise<Prepared> | Prepared;
}

/** What an order works with beside the books and what was asked. */
export interface Work<Prepared> {
  readonly prepared: Prepared;
  readonly progress: Progress;
}

/**
 * Registers an endpoint that writes: in one transaction with the record of its idempotency key, so that the same request sent
 * twice is done once and answered twice.
 */
export function write<N extends EndpointName, Prepared = undefined>(
  router: Router,
  context: Context,
  name: N,
  answer: (trx: Trx, asked: Asked<N>, acting: Acting, work: Work<Prepared>) => Promise<Answer<N>>,
  { again, prepare }: WriteOptions<N, Prepared> = {},
): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  const prepared = async (asked: Asked<N>) => (await prepare?.(asked)) as Prepared;
  const done = async (trx: Trx, asked: Asked<N>, acting: Acting, work: Work<Prepared>) => {
    const before = auditedTimes(trx);
    const given = await answer(trx, asked, acting, work);
    if (auditedTimes(trx) === before && !endpoint.isUnaudited) {
      const subject = Object.values(asked.params ?? {}).join(' ');
      await audit(trx, acting, { action: endpoint.summary, subject, detail: asked.body });
    }
    return given;
  };
  const order = async (trx: Trx, asked: Asked<N>, acting: Acting) =>
    done(trx, asked, acting, { prepared: await prepared(asked), progress: UNWATCHED });
  context.orders.set(name, order as Ordering);
  router[endpoint.method](expressPath(endpoint.path), async (req, res) => {
    const actor = ordering(await whoAsks(context, req, res), endpoint);
    const asked = parsed<N>(endpoint, req);
    const key = idempotencyKey(req);
    const digest = digestOf(req, actor);
    const ready = await prepared(asked);
    const name = orderName(actor, key);
    const progress = context.longOrders.begin(name);
    const text = await context.books.writer
      .transaction()
      .execute(async (trx) => {
        keepsWithin(trx, context.keeping, { stores: false, effects: context.effects });
        await heldToOwnProjects(trx, actor, { about: endpoint.about, asked });
        const known = await answerTo(trx, key);
        if (known && known.digest !== digest) throw new Refusal([{ at: '', kind: 'key-reused' }], 409);
        if (known)
          return again && /^\d+$/.test(known.answer)
            ? JSON.stringify(await again(trx, Number(known.answer), asked, context.clock.today()))
            : known.answer;
        const stamped = await stamp(trx, context.clock.now(), actor);
        const acting = { ...stamped, today: context.clock.today(), actor, effects: context.effects };
        const given = await done(trx, asked, acting, { prepared: ready, progress });
        const text = JSON.stringify(given);
        const kept = again ? String((given as { readonly id: number }).id) : text;
        await keepAnswer(trx, { key, digest, answer: kept, at: stamped.at });
        return text;
      })
      .finally(() => context.longOrders.end(name));
    res
      .status(endpoint.method === 'post' ? 201 : 200)
      .type('application/json')
      .send(text);
  });
}

/** What an order that takes no key works with. */
export interface Call {
  /** Null where nobody is signed in; only where anyone may. */
  readonly actor: Actor | null;
  readonly req: Request;
  readonly res: Response;
  /** Does something in one transaction, with who and when. */
  readonly recorded: <T>(work: (trx: Trx, acting: Acting) => Promise<T>) => Promise<T>;
}

/**
 * Registers an order that takes no idempotency key: signing in and what is done to an account, whose answers may hold secrets that
 * must not be kept. It opens its transactions itself, for hashing takes long and must not be within one.
 */
export function act<N extends EndpointName>(
  router: Router,
  context: Context,
  name: N,
  answer: (asked: Asked<N>, call: Call) => Promise<Answer<N>>,
): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  router[endpoint.method](expressPath(endpoint.path), async (req, res) => {
    const asks = await whoAsks(context, req, res);
    const actor = endpoint.may === 'anyone' ? asks : ordering(asks, endpoint);
    const asked = parsed<N>(endpoint, req);
    const { books, clock } = context;
    const recorded: Call['recorded'] = (work) =>
      books.writer.transaction().execute(async (trx) => {
        const stamped = await stamp(trx, clock.now(), actor ?? { name: '', from: req.ip ?? '' });
        return work(trx, { ...stamped, today: clock.today(), actor, effects: context.effects });
      });
    res.json(await answer(asked, { actor, req, res, recorded }));
  });
}

/** Who asks, noted for the log. */
async function whoAsks(context: Context, req: Request, res: Response): Promise<Actor | null> {
  const actor = await context.whoAsks(req);
  noteWhoAsks(res, actor?.name);
  return actor;
}

/** Whoever may do it; a script that only reads may not. */
export function ordering(actor: Actor | null, { may }: Pick<Endpoint, 'may'>): Actor {
  const who = allowed(actor, may);
  if (who.readsOnly) throw new Refusal([{ at: '', kind: 'not-allowed', who: ['tokens that may write'] }], 403);
  return who;
}

/** The parts of a request as its endpoint parses them. */
export function parsed<N extends EndpointName>(
  endpoint: Endpoint,
  req: Pick<Request, 'params' | 'query' | 'body'>,
): Asked<N> {
  return {
    params: endpoint.params?.parse(req.params),
    query: endpoint.query?.parse(req.query),
    body: endpoint.body?.parse(req.body),
  } as Asked<N>;
}

function idempotencyKey(req: Request): string {
  const key = req.get('idempotency-key')?.trim() ?? '';
  if (key !== '' && key.length <= 100) return key;
  throw new Refusal([{ at: 'Idempotency-Key', kind: 'missing', field: 'the header Idempotency-Key' }]);
}

/** Of who asks for what: nobody is answered what another one did. */
function digestOf(req: Request, { id }: Actor): string {
  return createHash('sha256')
    .update(`${id === null ? '' : `${id} `}${req.method} ${req.path} ${JSON.stringify(req.body ?? null)}`)
    .digest('hex');
}

/** `/drafts/{id}` as Express writes it: `/drafts/:id`. */
export function expressPath(path: string): string {
  return path.replace(/\{(\w+)\}/g, ':$1');
}
