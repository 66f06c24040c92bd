import type { Db, Trx } from '../database/schema.ts';

/** Wrong tries in a row that cost nothing; each one after them doubles the wait. */
const FREE_TRIES = 3;
const LOCK_TRIES = 10;
const LOCK_MS = 15 * 60_000;
const FORGOTTEN_MS = 24 * 3_600_000;

/** Milliseconds to wait after so many wrong tries: none at first, then 2, 4, 8 s …, and a quarter of an hour from the tenth. */
export function waitAfter(wrong: number): number {
  if (wrong < FREE_TRIES) return 0;
  return wrong >= LOCK_TRIES ? LOCK_MS : 1_000 * 2 ** (wrong - FREE_TRIES + 1);
}

/** Milliseconds until somebody, whether there is such a person or not, may try again; 0 for now. */
export async function waitLeft(db: Db, digest: string, now: number): Promise<number> {
  const row = await db
    .selectFrom('sign_in_try')
    .select(['wrong', 'last_at'])
    .where('digest', '=', digest)
    .executeTakeFirst();
  return row === undefined ? 0 : Math.max(0, row.last_at + waitAfter(row.wrong) - now);
}

export async function countWrongTry(trx: Trx, digest: string, now: number): Promise<void> {
  await trx
    .deleteFrom('sign_in_try')
    .where('last_at', '<', now - FORGOTTEN_MS)
    .execute();
  await trx
    .insertInto('sign_in_try')
    .values({ digest, wrong: 1, last_at: now })
    .onConflict((conflict) =>
      conflict.column('digest').doUpdateSet((is) => ({ wrong: is('sign_in_try.wrong', '+', 1), last_at: now })),
    )
    .execute();
}

export async function forgetTries(trx: Trx, digest: string): Promise<void> {
  await trx.deleteFrom('sign_in_try').where('digest', '=', digest).execute();
}
