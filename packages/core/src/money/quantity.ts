import { invariant } from '../invariant.ts';
import { cents, MOST_SUM, SumTooLarge, type Cents } from './cents.ts';
import { roundedQuotient } from './ratio.ts';

/** Hours, pieces, cubic yards …: a whole number of ten-thousandths of the unit. */
export type Quantity = number & { readonly unit: 'ten-thousandths' };

/** Currency units per unit (an hour's cost rate, a unit cost): a whole number of ten-thousandths. */
export type Rate = number & { readonly unit: 'ten-thousandths per unit' };

export function quantity(tenThousandths: number): Quantity {
  if (Math.abs(tenThousandths) > MOST_SUM) throw new SumTooLarge();
  if (!Number.isSafeInteger(tenThousandths)) notWhole(tenThousandths);
  return (tenThousandths === 0 ? 0 : tenThousandths) as Quantity;
}

/** The largest single quantity: a hundred million units. What it is added to has room for nine thousand of them. */
export const MOST_QUANTITY = 1_000_000_000_000;

export function rate(tenThousandths: number): Rate {
  if (!Number.isSafeInteger(tenThousandths)) notWhole(tenThousandths);
  return (tenThousandths === 0 ? 0 : tenThousandths) as Rate;
}

/** Words that are only put together where a quantity or a rate fails, not for every one that is made. */
function notWhole(tenThousandths: number): never {
  invariant(false, `${tenThousandths} is no whole number of ten-thousandths`);
}

/** `quantity × rate` in minor units, rounded once, half away from zero. For a currency with 100 minor units. */
export function extension(units: Quantity, unitRate: Rate): Cents {
  return cents(unboundedExtension(units, unitRate));
}

/** The same where it may be more than the books hold; for whoever asks first whether it is. */
export function unboundedExtension(units: Quantity, unitRate: Rate): number {
  return roundedQuotient(units, unitRate, 1_000_000);
}

/** What one unit of an amount comes to, in ten-thousandths, rounded once. `units` is not zero. */
export function perUnit(amount: number, units: number): Rate {
  return rate(roundedQuotient(amount, 1_000_000, units));
}

export function sumQuantity(quantities: Iterable<Quantity>): Quantity {
  let total = 0;
  for (const each of quantities) total += each;
  return quantity(total);
}

/** What a budget counts: so many of one unit, or nothing that adds up: 100 t and 3 days are two amounts. */
export type Units =
  { readonly kind: 'of'; readonly quantity: Quantity; readonly unit: string } | { readonly kind: 'none' | 'mixed' };
