import { sql } from 'kysely';
import type { Trx } from '../database/schema.ts';
import type { Actor } from './actor.ts';
import type { Stamp } from '../audit/stamp.ts';

/** Moments of recording go forward with every writing, even when the machine's clock does not: "as known at" relies on their order. */
export async function stamp(trx: Trx, now: number, { name, from }: Pick<Actor, 'name' | 'from'>): Promise<Stamp> {
  const { rows } = await sql<{ last: number }>`SELECT max(ifnull((SELECT MAX(at) FROM answered_request), 0),
    ifnull((SELECT at FROM audit_log ORDER BY id DESC LIMIT 1), 0)) AS last`.execute(trx);
  return { at: Math.max(now, (rows[0]?.last ?? 0) + 1), by: name, from };
}
