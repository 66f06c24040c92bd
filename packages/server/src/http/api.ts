import { createHash } from 'node:crypto';
import type { Request, Router } from 'express';
import type { z } from 'zod';
import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import type { Db, Trx } from '../database/schema.ts';
import { answerTo, keepAnswer } from './answered-request-queries.ts';
import type { Acting, Answering, Context, Ordering } from './context.ts';

import { Refusal } from './refusal.ts';
import { keepsWithin } from '../projects/kept-by-project-queries.ts';
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

type Reading<N extends EndpointName> = (db: Db, asked: Asked<N>, today: Acting['today']) => Promise<Answer<N>>;

/** Registers an endpoint that only reads. All its queries see the same moment of the books. */
export function read<N extends EndpointName>(router: Router, context: Context, name: N, answer: Reading<N>): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  context.answers.set(name, answer as Answering);
  router[endpoint.method](expressPath(endpoint.path), async (req, res) => {
    const asked = parsed<N>(endpoint, req);
    const today = context.clock.today();
    res.json(
      await context.books.reader.transaction().execute((trx) => {
        keepsWithin(trx, context.keeping, { stores: true });
        return answer(trx, asked, today);
      }),
    );
  });
}

/**
 * Registers an endpoint that writes: in one transaction with the record of its idempotency key, so that the same request sent
 * twice is done once and answered twice.
 */
export function write<N extends EndpointName>(
  router: Router,
  context: Context,
  name: N,
  answer: (trx: Trx, asked: Asked<N>, acting: Acting) => Promise<Answer<N>>,
): void {
  const endpoint: Endpoint = ENDPOINTS[name];
  context.orders.set(name, answer as Ordering);
  router[endpoint.method](expressPath(endpoint.path), async (req, res) => {
    const asked = parsed<N>(endpoint, req);
    const key = idempotencyKey(req);
    const digest = digestOf(req);
    const text = await context.books.writer.transaction().execute(async (trx) => {
      keepsWithin(trx, context.keeping, { stores: false });
      const known = await answerTo(trx, key);
      if (known && known.digest !== digest) throw new Refusal([{ at: '', kind: 'key-reused' }], 409);
      if (known) return known.answer;
      const { at, by } = await stamp(trx, context.clock.now(), context.user);
      const given = JSON.stringify(await answer(trx, asked, { at, by, today: context.clock.today() }));
      await keepAnswer(trx, { key, digest, answer: given, at });
      return given;
    });
    res
      .status(endpoint.method === 'post' ? 201 : 200)
      .type('application/json')
      .send(text);
  });
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

function digestOf(req: Request): string {
  return createHash('sha256')
    .update(`${req.method} ${req.path} ${JSON.stringify(req.body ?? null)}`)
    .digest('hex');
}

/** `/drafts/{id}` as Express writes it: `/drafts/:id`. */
function expressPath(path: string): string {
  return path.replace(/\{(\w+)\}/g, ':$1');
}
