import { dollars } from '../money/dollars.ts';
import type { Cents } from '../money/cents.ts';

/** `has cost 900.00 already`, or what is ordered beside it: what an estimate may not lie below. */
export function spokenFor({ cost, committed }: { readonly cost: Cents; readonly committed: Cents }): string {
  return committed === 0
    ? `has cost ${dollars(cost)} already`
    : `has cost ${dollars(cost)} already, and ${dollars(committed)} more is ordered`;
}
