import type { Db, Trx } from '../database/schema.ts';
import { personOf, type Person } from './person-queries.ts';

/** A session ends after so long without a request, and after so long in any case. */
export const IDLE_MS = 12 * 3_600_000;
export const ABSOLUTE_MS = 7 * 24 * 3_600_000;
/** A token opens nothing after a year. */
export const TOKEN_MS = 365 * 24 * 3_600_000;

export interface Session {
  readonly id: number;
  readonly beganAt: number;
  readonly seenAt: number;
  readonly address: string;
  readonly browser: string;
}

const PERSON = [
  ...(['p.id', 'p.name', 'p.email', 'p.role', 'p.employee_id', 'p.password_hash'] as const),
  ...(['p.totp_secret', 'p.totp_step', 'p.active', 'p.version'] as const),
] as const;

/** Who a session is of, while it lasts and they may sign in. */
export async function sessionOf(
  db: Db,
  digest: string,
  now: number,
): Promise<{ readonly session: number; readonly seenAt: number; readonly person: Person } | undefined> {
  const row = await db
    .selectFrom('session as s')
    .innerJoin('person as p', 'p.id', 's.person_id')
    .select([...PERSON, 's.id as session', 's.seen_at'])
    .where('s.digest', '=', digest)
    .where('s.seen_at', '>', now - IDLE_MS)
    .where('s.began_at', '>', now - ABSOLUTE_MS)
    .where('p.active', '=', 1)
    .executeTakeFirst();
  return row && { session: row.session, seenAt: row.seen_at, person: personOf(row) };
}

export async function insertSession(trx: Trx, { digest, person, now, address, browser }: NewSession): Promise<void> {
  const ended = now - ABSOLUTE_MS;
  await trx
    .deleteFrom('session')
    .where((is) => is.or([is('began_at', '<', ended), is('seen_at', '<', now - IDLE_MS)]))
    .execute();
  await trx
    .insertInto('session')
    .values({ digest, person_id: person, began_at: now, seen_at: now, address, browser: browser.slice(0, 200) })
    .execute();
}

export interface NewSession {
  readonly digest: string;
  readonly person: number;
  readonly now: number;
  readonly address: string;
  readonly browser: string;
}

export async function markSeen(db: Db, session: number, now: number): Promise<void> {
  await db.updateTable('session').set({ seen_at: now }).where('id', '=', session).execute();
}

/** Where somebody is signed in, the latest first. */
export async function sessionsOf(db: Db, person: number, now: number): Promise<readonly Session[]> {
  const rows = await db
    .selectFrom('session')
    .select(['id', 'began_at', 'seen_at', 'address', 'browser'])
    .where('person_id', '=', person)
    .where('seen_at', '>', now - IDLE_MS)
    .where('began_at', '>', now - ABSOLUTE_MS)
    .orderBy('seen_at', 'desc')
    .execute();
  return rows.map(({ id, began_at, seen_at, address, browser }) => ({
    ...{ id, beganAt: began_at, seenAt: seen_at, address, browser },
  }));
}

/** When each person was last seen. */
export async function lastSeen(db: Db): Promise<ReadonlyMap<number, number>> {
  const rows = await db
    .selectFrom('session')
    .select(({ fn }) => ['person_id', fn.max('seen_at').as('seen')])
    .groupBy('person_id')
    .execute();
  return new Map(rows.map(({ person_id, seen }) => [person_id, seen]));
}

/** Ends sessions of somebody: one, or all but one. */
export async function endSessions(
  trx: Trx,
  person: number,
  which: { readonly one: number } | { readonly allBut: number | null },
): Promise<number> {
  const { numDeletedRows } = await trx
    .deleteFrom('session')
    .where('person_id', '=', person)
    .$if('one' in which, (query) => query.where('id', '=', 'one' in which ? which.one : 0))
    .$if('allBut' in which && which.allBut !== null, (query) =>
      query.where('id', '!=', 'allBut' in which ? (which.allBut ?? 0) : 0),
    )
    .executeTakeFirstOrThrow();
  return Number(numDeletedRows);
}

export interface AccessToken {
  readonly id: number;
  readonly name: string;
  readonly scope: string;
  readonly madeAt: number;
  readonly usedAt: number | null;
  readonly endsAt: number;
}

/** Who a token is of, and what it may do. */
export async function tokenOf(
  db: Db,
  digest: string,
  now: number,
): Promise<
  { readonly token: number; readonly scope: string; readonly usedAt: number; readonly person: Person } | undefined
> {
  const row = await db
    .selectFrom('access_token as t')
    .innerJoin('person as p', 'p.id', 't.person_id')
    .select([...PERSON, 't.id as token', 't.scope', 't.used_at'])
    .where('t.digest', '=', digest)
    .where('t.ends_at', '>', now)
    .where('p.active', '=', 1)
    .executeTakeFirst();
  return row && { token: row.token, scope: row.scope, usedAt: row.used_at ?? 0, person: personOf(row) };
}

export async function tokensOf(db: Db, person: number): Promise<readonly AccessToken[]> {
  const rows = await db
    .selectFrom('access_token')
    .select(['id', 'name', 'scope', 'made_at', 'used_at', 'ends_at'])
    .where('person_id', '=', person)
    .orderBy('id')
    .execute();
  return rows.map(({ id, name, scope, made_at, used_at, ends_at }) => ({
    ...{ id, name, scope, madeAt: made_at, usedAt: used_at, endsAt: ends_at },
  }));
}

export async function insertToken(
  trx: Trx,
  {
    digest,
    person,
    name,
    scope,
    now,
    endsAt,
  }: Pick<NewSession, 'digest' | 'person' | 'now'> & {
    readonly name: string;
    readonly scope: string;
    readonly endsAt: number;
  },
): Promise<number> {
  const { id } = await trx
    .insertInto('access_token')
    .values({ digest, person_id: person, name, scope, made_at: now, ends_at: endsAt })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Ends every token of somebody: with a new password, or when they may not sign in any more. */
export async function deleteTokens(trx: Trx, person: number): Promise<void> {
  await trx.deleteFrom('access_token').where('person_id', '=', person).execute();
}

export async function deleteToken(trx: Trx, person: number, id: number): Promise<number> {
  const { numDeletedRows } = await trx
    .deleteFrom('access_token')
    .where('person_id', '=', person)
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return Number(numDeletedRows);
}

export async function markUsed(db: Db, token: number, now: number): Promise<void> {
  await db.updateTable('access_token').set({ used_at: now }).where('id', '=', token).execute();
}
