import type { HourRates } from '@lowtide/core/rates/hour-rates.ts';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { overheadPools } from '../overhead/pool-queries.ts';

/** Overhead is in the rates of hours or applied by labor from a pool, never both. */
export async function refuseOverheadTwice(db: Db, rates: readonly HourRates[]): Promise<void> {
  if (rates.every(({ regular }) => regular.overhead === 0)) return;
  const byLabor = (await overheadPools(db)).find(({ base }) => base === 'labor hours' || base === 'labor cost');
  if (byLabor !== undefined) throw new Refusal([{ at: 'buildUp', kind: 'overhead-twice', pool: byLabor.code }]);
}
