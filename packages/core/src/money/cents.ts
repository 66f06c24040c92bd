import { invariant } from '../invariant.ts';

/** A whole number of minor units of the books' currency. Debits are positive. */
export type Cents = number & { readonly unit: 'cents' };

/** The largest sum of amounts: what a whole number holds exactly. */
export const MOST_SUM = Number.MAX_SAFE_INTEGER;

/**
 * More than can be added up exactly. Single amounts are bounded where they are typed; what many of them come to is caught here, wherever
 * they are added up, and refused by whoever reads the sheet or the request.
 */
export class SumTooLarge extends Error {
  constructor() {
    super('more than can be added up exactly');
  }
}

/** The only maker of `Cents`. Refuses what is no whole number JavaScript holds exactly. */
export function cents(minorUnits: number): Cents {
  if (Math.abs(minorUnits) > MOST_SUM) throw new SumTooLarge();
  // Its words are only put together where it fails: made for every amount, they took longer than all the arithmetic.
  if (!Number.isSafeInteger(minorUnits)) invariant(false, `${minorUnits} is no whole number of minor units`);
  return (minorUnits === 0 ? 0 : minorUnits) as Cents;
}

export const ZERO = cents(0);

/** The largest single amount the books take, either way. What it is added to has room for a hundred of them. */
export const MOST_CENTS = 90_000_000_000_000;

export function sum(amounts: Iterable<Cents>): Cents {
  let total = 0;
  for (const amount of amounts) total += amount;
  return cents(total);
}

/** `minuend − subtrahend`. */
export function difference(minuend: Cents, subtrahend: Cents): Cents {
  return cents(minuend - subtrahend);
}

export function opposite(amount: Cents): Cents {
  return cents(-amount);
}

export function larger(one: Cents, other: Cents): Cents {
  return one >= other ? one : other;
}

export function smaller(one: Cents, other: Cents): Cents {
  return one <= other ? one : other;
}
