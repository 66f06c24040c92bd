import type { Router } from 'express';
import { readPerson } from '@lowtide/core/people/read-person.ts';
import { act, read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { isAtTheMachine } from '../http/at-the-machine.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { passwordHash, passwordProblems } from './passwords.ts';
import { everybody, hasPeople, insertPerson, personNow } from './person-queries.ts';
import { endSessions } from './session-queries.ts';
import { beginSession, signedInPerson } from './sign-in.ts';
import { SESSION_COOKIE } from './who-asks.ts';

/** Getting in and out, and the first person of books that have none. */
export function sessionRoutes(router: Router, context: Context): void {
  const { books, clock, demo } = context;
  read(router, context, 'session', async (db, _asked, { actor, atTheMachine }) => {
    const people = await everybody(db);
    const offered = demo && atTheMachine ? people.filter(({ active }) => active) : [];
    return {
      person: actor === null ? null : { id: actor.id, name: actor.name, role: actor.role },
      books: people.length === 0 ? ('open' as const) : demo && atTheMachine ? ('demo' as const) : ('people' as const),
      needsCode: people.length === 0 && !atTheMachine,
      others: offered.map(({ id, name, role }) => ({ id, name, role })),
    };
  });
  act(router, context, 'signIn', async ({ body }, { req, res, recorded }) => {
    const person = await signedInPerson(books, body, { clock, address: req.ip ?? '' });
    if (person === 'code-needed') return { done: false, needsCode: true };
    await recorded(async (trx, { at }) => {
      await beginSession(trx, { req, res }, { person: person.id, now: clock.now() });
      await audit(
        trx,
        { at, by: person.name, from: req.ip ?? '' },
        {
          ...{ action: 'sign in', subject: person.name, about: `person ${person.id}` },
        },
      );
    });
    return { done: true, needsCode: false };
  });
  act(router, context, 'signOut', async (_asked, { actor, res, recorded }) => {
    const { id = null, session = null } = actor ?? {};
    if (id !== null && session !== null) await recorded((trx) => endSessions(trx, id, { one: session }));
    res.clearCookie(SESSION_COOKIE, { path: '/' });
    return { done: true as const };
  });
  act(router, context, 'actAs', async ({ body }, { req, res, recorded }) => {
    if (!demo || !isAtTheMachine(req)) throw new Refusal([{ at: '', kind: 'not-there', subject: 'person' }], 404);
    await recorded(async (trx) => {
      const { id, active } = await personNow(trx, body.person);
      if (!active) throw new Refusal([{ at: 'person', kind: 'not-there', subject: 'person' }], 404);
      await beginSession(trx, { req, res }, { person: id, now: clock.now() });
    });
    return { done: true as const };
  });
  addFirstPerson(router, context);
}

function addFirstPerson(router: Router, context: Context): void {
  const { serverCode, clock } = context;
  act(router, context, 'addFirstPerson', async ({ body }, { req, res, recorded }) => {
    if (await hasPeople(context.books.reader)) throw new Refusal([{ at: '', kind: 'people-already' }], 409);
    const typed = body.serverCode.trim().toUpperCase();
    if (!isAtTheMachine(req) && (serverCode === '' || typed !== serverCode)) {
      throw new Refusal([{ at: 'serverCode', kind: 'server-code-wrong' }], 401);
    }
    const { name, email } = acceptedOr(readPerson(body));
    const weak = passwordProblems(body.password, [name, email], 'password');
    if (weak.length > 0) throw new Refusal(weak);
    const hashed = await passwordHash(body.password);
    await recorded(async (trx, { at }) => {
      if (await hasPeople(trx)) throw new Refusal([{ at: '', kind: 'people-already' }], 409);
      const person = { name, email, role: 'administrator' as const, employee: null, passwordHash: hashed };
      const id = await insertPerson(trx, person);
      await beginSession(trx, { req, res }, { person: id, now: clock.now() });
      await audit(
        trx,
        { at, by: name, from: req.ip ?? '' },
        { action: 'add person', subject: name, detail: { email, role: person.role } },
      );
    });
    return { done: true as const };
  });
}
