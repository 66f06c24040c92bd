import { cents, difference, type Cents } from '../money/cents.ts';
import { dollars } from '../money/dollars.ts';

/** Why what was typed at setting up no longer counts: the estimate that took its place, and by how much it differs. */
export function inPlaceOf(number: string, { typed, made }: { readonly typed: Cents; readonly made: Cents }): string {
  return `${number} takes the place of ${dollars(typed)} typed at setting up: ${moreOrLess(difference(made, typed))}`;
}

/** A difference in words: `1,250.00 more`, `1,250.00 less`, `the same`. */
export function moreOrLess(by: Cents): string {
  if (by === 0) return 'the same';
  return `${dollars(cents(Math.abs(by)))} ${by > 0 ? 'more' : 'less'}`;
}
