import type { Router } from 'express';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { required, textIn } from '@lowtide/core/cells/cell.ts';
import { act, read } from '../http/api.ts';
import type { Actor } from '../http/actor.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { passwordHash, passwordProblems } from './passwords.ts';
import { personNow, updatePerson } from './person-queries.ts';
import { momentText } from './moment-text.ts';
import { ownHours } from './own-hours-queries.ts';
import { newSecondFactor, stepOfCode } from './second-factor.ts';
import { digestOf, newSecret } from './secrets.ts';
import { withKeys } from './sign-in.ts';
import {
  deleteToken,
  deleteTokens,
  endSessions,
  insertToken,
  sessionsOf,
  TOKEN_MS,
  tokensOf,
} from './session-queries.ts';

/** What everybody does to their own account. */
export function accountRoutes(router: Router, context: Context): void {
  const { clock } = context;
  read(router, context, 'account', async (db, _asked, { actor }) => {
    const person = await personNow(db, idOf(actor));
    const sessions = await sessionsOf(db, person.id, clock.now());
    return {
      ...{ name: person.name, email: person.email, role: person.role, secondFactor: person.totpSecret !== null },
      sessions: sessions.map(({ id, beganAt, seenAt, address, browser }) => ({
        ...{ id, beganAt: momentText(beganAt), seenAt: momentText(seenAt), address, browser },
        current: id === actor?.session,
      })),
      tokens: (await tokensOf(db, person.id)).map(({ id, name, scope, madeAt, usedAt, endsAt }) => ({
        ...{ id, name, scope, madeAt: momentText(madeAt), usedAt: usedAt === null ? null : momentText(usedAt) },
        endsAt: momentText(endsAt),
      })),
    };
  });
  read(router, context, 'ownHours', async (db, { query }, { actor }) => {
    const { employee } = await personNow(db, idOf(actor));
    if (employee === null) return { employee: null, rows: [] };
    return ownHours(db, employee, mondayOf(query.weekOn));
  });
  act(router, context, 'changePassword', async ({ body }, { actor, req, recorded }) => {
    const person = await withKeys(context, { person: idOf(actor), address: req.ip ?? '' }, body);
    const weak = passwordProblems(body.newPassword, [person.name, person.email], 'newPassword');
    if (weak.length > 0) throw new Refusal(weak);
    const hashed = await passwordHash(body.newPassword);
    await recorded(async (trx, acting) => {
      await updatePerson(trx, { ...(await personNow(trx, person.id)), passwordHash: hashed });
      await endSessions(trx, person.id, { allBut: actor?.session ?? null });
      await deleteTokens(trx, person.id);
      await audit(trx, acting, { action: 'change password', subject: person.name, about: `person ${person.id}` });
    });
    return { done: true as const };
  });
  act(router, context, 'endSession', async ({ params }, { actor, recorded }) => {
    const ended = await recorded((trx) => endSessions(trx, idOf(actor), { one: params.id }));
    if (ended === 0) throw new Refusal([{ at: '', kind: 'not-there', subject: 'session' }], 404);
    return { done: true as const };
  });
  secondFactorRoutes(router, context);
  tokenRoutes(router, context);
}

function secondFactorRoutes(router: Router, context: Context): void {
  const { books, clock } = context;
  act(router, context, 'offerSecondFactor', async (_asked, { actor }) =>
    newSecondFactor((await personNow(books.reader, idOf(actor))).email),
  );
  act(router, context, 'setSecondFactor', async ({ body }, { actor, req, recorded }) => {
    const { id } = await withKeys(context, { person: idOf(actor), address: req.ip ?? '' }, body);
    await recorded(async (trx, acting) => {
      const person = await personNow(trx, id);
      const step = stepOfCode(body.secret, body.newCode, { now: clock.outside(), used: 0 });
      if (step === undefined) throw new Refusal([{ at: 'newCode', kind: 'code-wrong' }]);
      await updatePerson(trx, { ...person, totpSecret: body.secret, totpStep: step });
      await audit(trx, acting, {
        action: 'ask for a second factor',
        subject: person.name,
        about: `person ${person.id}`,
      });
    });
    return { done: true as const };
  });
  act(router, context, 'dropSecondFactor', async ({ body }, { actor, req, recorded }) => {
    const { id } = await withKeys(context, { person: idOf(actor), address: req.ip ?? '' }, body);
    await recorded(async (trx, acting) => {
      const person = await personNow(trx, id);
      await updatePerson(trx, { ...person, totpSecret: null });
      await audit(trx, acting, {
        action: 'ask for no second factor',
        subject: person.name,
        about: `person ${person.id}`,
      });
    });
    return { done: true as const };
  });
}

function tokenRoutes(router: Router, context: Context): void {
  const { clock } = context;
  act(router, context, 'makeToken', async ({ body }, { actor, recorded }) => {
    const name = acceptedOr(
      required({ typed: body.name, at: 'name' }, 'the name', (cell) => textIn(cell, 'the name', 80)),
    );
    const token = newSecret();
    const endsAt = clock.now() + TOKEN_MS;
    const id = await recorded(async (trx, acting) => {
      const made = { endsAt, digest: digestOf(token), person: idOf(actor), name, scope: body.scope, now: acting.at };
      await audit(trx, acting, { action: 'make token', subject: name, detail: { scope: body.scope } });
      return insertToken(trx, made);
    });
    return { id, token, endsAt: momentText(endsAt) };
  });
  act(router, context, 'revokeToken', async ({ params }, { actor, recorded }) => {
    await recorded(async (trx, acting) => {
      if ((await deleteToken(trx, idOf(actor), params.id)) === 0) {
        throw new Refusal([{ at: '', kind: 'not-there', subject: 'token' }], 404);
      }
      await audit(trx, acting, { action: 'revoke token', subject: String(params.id) });
    });
    return { done: true as const };
  });
}

/** Books without people have no accounts. */
function idOf(actor: Actor | null): number {
  if (actor?.id != null) return actor.id;
  throw new Refusal([{ at: '', kind: 'not-there', subject: 'person' }], 404);
}
