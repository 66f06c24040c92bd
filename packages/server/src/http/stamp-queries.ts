import type { Trx } from '../database/schema.ts';
import type { Actor } from './actor.ts';
import type { Stamp } from '../audit/stamp.ts';

/** Moments of recording go forward with every writing, even when the machine's clock does not: "as known at" relies on their order. */
export async function stamp(trx: Trx, now: number, { name, from }: Pick<Actor, 'name' | 'from'>): Promise<Stamp> {
  const last = await trx.selectFrom('answered_request').select('at').orderBy('at', 'desc').limit(1).executeTakeFirst();
  return { at: Math.max(now, (last?.at ?? 0) + 1), by: name, from };
}
