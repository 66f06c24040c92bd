import type { IsoDate } from '../calendar/iso-date.ts';
import type { Rate } from '../money/quantity.ts';

export interface EffectiveRate {
  readonly effectiveOn: IsoDate;
  readonly rate: Rate;
}

/** The rate valid on the day: the latest effective on or before it. The rates may come in any order. */
export function rateOn(rates: readonly EffectiveRate[], day: IsoDate): Rate | undefined {
  const valid = rates.filter(({ effectiveOn }) => effectiveOn <= day);
  return valid.toSorted((one, other) => (one.effectiveOn < other.effectiveOn ? 1 : -1))[0]?.rate;
}
