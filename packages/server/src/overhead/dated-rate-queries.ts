import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { rate, type Rate } from '@lowtide/core/money/quantity.ts';
import type { EffectiveRate } from '@lowtide/core/rates/rate-on.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Stamp } from '../audit/stamp.ts';

/** What has rates of its own that count from a day on. */
export type RatedBy = 'equipment_id' | 'pool_id';

/** Rates by what they are of; of two from one day the one that was added last counts. */
export async function datedRates(db: Db, by: RatedBy): Promise<ReadonlyMap<number, readonly EffectiveRate[]>> {
  const { rows } = await sql<{ of: number; effective_on: number; rate_e4: number }>`
    SELECT ${sql.ref(by)} AS of, effective_on, rate_e4 FROM dated_rate r WHERE ${sql.ref(by)} IS NOT NULL
      AND NOT EXISTS (SELECT 1 FROM dated_rate n WHERE n.${sql.ref(by)} = r.${sql.ref(by)}
        AND n.effective_on = r.effective_on AND n.id > r.id)
    ORDER BY 1, 2 DESC`.execute(db);
  const known = new Map<number, EffectiveRate[]>();
  for (const row of rows) {
    const own = known.get(row.of) ?? [];
    own.push({ effectiveOn: dayOf(row.effective_on), rate: rate(row.rate_e4) });
    known.set(row.of, own);
  }
  return known;
}

export interface NewDatedRate {
  readonly by: RatedBy;
  readonly of: number;
  readonly effectiveOn: IsoDate;
  readonly rate: Rate;
}

/** Adds a rate from a day on; the ones before stay as they were. */
export async function insertDatedRate(trx: Trx, made: NewDatedRate, { at, by }: Stamp): Promise<void> {
  await trx
    .insertInto('dated_rate')
    .values({
      equipment_id: made.by === 'equipment_id' ? made.of : null,
      pool_id: made.by === 'pool_id' ? made.of : null,
      effective_on: dayNumber(made.effectiveOn),
      ...{ rate_e4: made.rate, recorded_at: at, recorded_by: by },
    })
    .execute();
}
