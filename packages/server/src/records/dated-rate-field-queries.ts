import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { rate } from '@lowtide/core/money/quantity.ts';
import type { EffectiveRate } from '@lowtide/core/rates/rate-on.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Trx } from '../database/schema.ts';
import { datedRates, insertDatedRate, type RatedBy } from '../overhead/dated-rate-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { dayOfField, numberOf, typed } from './record-queries.ts';
import type { Recording } from '../company/recording.ts';

/** The fields `rate` and `rateFrom` of a record, as the latest of its rates has them. */
export function rateFields(rates: readonly EffectiveRate[] = []): { readonly rate: string; readonly rateFrom: string } {
  const [latest] = rates;
  return { rate: latest === undefined ? '' : typed.decimal(latest.rate), rateFrom: latest?.effectiveOn ?? '' };
}

/** Adds the rate where it is another than the one that counts already. A first one counts from the first day of the books. */
export async function addRate(
  trx: Trx,
  { by, of }: { readonly by: RatedBy; readonly of: number },
  record: ReadRecord,
  recording: Recording,
): Promise<void> {
  const amount = numberOf(record, 'rate');
  if (amount === null) return;
  const [latest] = (await datedRates(trx, by)).get(of) ?? [];
  const from = dayOfField(record, 'rateFrom');
  const first = async (): Promise<IsoDate> => firstDay((await companyOf(trx)).firstMonth);
  const effectiveOn = from ?? (latest === undefined ? await first() : recording.today);
  if (latest?.rate === amount && (from === null || latest.effectiveOn === effectiveOn)) return;
  await insertDatedRate(trx, { by, of, effectiveOn, rate: rate(amount) }, recording);
}
