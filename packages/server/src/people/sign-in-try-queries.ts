import type { Db, Trx } from '../database/schema.ts';
import type { Books } from '../database/open.ts';
import { Refusal } from '../http/refusal.ts';
import { digestOf } from './secrets.ts';

/** How wrong tries in a row slow the next: so many cost nothing, each one after them doubles the wait, up to the most. */
interface Slowing {
  readonly free: number;
  readonly mostMs: number;
}

/**
 * One account from one address: up to a quarter of an hour. One address, whatever accounts it tries: likewise. One account, wherever it
 * is tried from: half a minute, so that a stranger slows whoever owns it and never keeps them out.
 */
const SLOWING = {
  pair: { free: 3, mostMs: 15 * 60_000 },
  address: { free: 30, mostMs: 15 * 60_000 },
  account: { free: 10, mostMs: 30_000 },
} as const satisfies Readonly<Record<string, Slowing>>;
type Counted = keyof typeof SLOWING;

/** So many times a wait is doubled before it is the longest. */
const DOUBLED = 7;

const FORGOTTEN_MS = 24 * 3_600_000;

/** Milliseconds to wait after so many wrong tries: none at first, then 2, 4, 8 s …, up to the most. */
export function waitAfter(wrong: number, { free, mostMs }: Slowing = SLOWING.pair): number {
  if (wrong < free) return 0;
  return wrong >= free + DOUBLED ? mostMs : Math.min(mostMs, 1_000 * 2 ** (wrong - free + 1));
}

/** What is tried: the account, by its e-mail or number, and from where. */
export interface Tried {
  readonly account: string;
  readonly address: string;
}

function counters({ account, address }: Tried): readonly (readonly [Counted, string])[] {
  const name = account.trim().toLowerCase();
  return [
    ['pair', digestOf(`pair ${name} ${address}`)],
    ['address', digestOf(`address ${address}`)],
    ['account', digestOf(`account ${name}`)],
  ];
}

/** Counts the try as wrong before it is looked at, so that many at once are counted too; refuses one that comes too early. */
export async function takeTry(books: Books, tried: Tried, { now, at }: { readonly now: number; readonly at: string }) {
  const wait = await books.writer.transaction().execute(async (trx) => {
    const left = await waitLeft(trx, tried, now);
    if (left === 0) await countWrongTry(trx, tried, now);
    return left;
  });
  const seconds = Math.ceil(wait / 1_000);
  if (seconds > 0) throw new Refusal([{ at, kind: 'sign-in-later', seconds }], 429, seconds);
}

/** Milliseconds until somebody, whether there is such a person or not, may try again; 0 for now. */
async function waitLeft(db: Db, tried: Tried, now: number): Promise<number> {
  const kinds = new Map(counters(tried).map(([kind, digest]) => [digest, kind]));
  const rows = await db
    .selectFrom('sign_in_try')
    .select(['digest', 'wrong', 'last_at'])
    .where('digest', 'in', [...kinds.keys()])
    .execute();
  return Math.max(
    0,
    ...rows.map(({ digest, wrong, last_at }) => last_at + waitAfter(wrong, SLOWING[kinds.get(digest) ?? 'pair']) - now),
  );
}

async function countWrongTry(trx: Trx, tried: Tried, now: number): Promise<void> {
  await trx
    .deleteFrom('sign_in_try')
    .where('last_at', '<', now - FORGOTTEN_MS)
    .execute();
  for (const [, digest] of counters(tried)) {
    await trx
      .insertInto('sign_in_try')
      .values({ digest, wrong: 1, last_at: now })
      .onConflict((conflict) =>
        conflict.column('digest').doUpdateSet((is) => ({ wrong: is('sign_in_try.wrong', '+', 1), last_at: now })),
      )
      .execute();
  }
}

/** Once everything that was asked for is right: what was tried from this address is forgotten, what others tried is not. */
export async function forgetTries(trx: Trx, tried: Tried): Promise<void> {
  const digests = counters(tried).flatMap(([kind, digest]) => (kind === 'account' ? [] : [digest]));
  await trx.deleteFrom('sign_in_try').where('digest', 'in', digests).execute();
}
