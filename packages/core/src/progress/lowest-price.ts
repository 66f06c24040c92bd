import type { IsoDate } from '../calendar/iso-date.ts';
import { cents, type Cents } from '../money/cents.ts';

/** A change of a contract price, and the day from which it counts. */
export interface PriceChange {
  readonly effectiveOn: IsoDate;
  readonly amount: Cents;
}

/** The least the contract price is on any day; changes of one day come together. Zero without changes. */
export function lowestPrice(changes: readonly PriceChange[]): Cents {
  const days = [...new Set(changes.map(({ effectiveOn }) => effectiveOn))].sort();
  let price = 0;
  let lowest = 0;
  for (const day of days) {
    price += changes.reduce((total, { effectiveOn, amount }) => (effectiveOn === day ? total + amount : total), 0);
    lowest = Math.min(lowest, price);
  }
  return cents(lowest);
}
