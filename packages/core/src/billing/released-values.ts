import type { DocumentId } from '../ledger/ids.ts';
import { allocation } from '../money/allocation.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import type { BilledValue } from './billed-values.ts';

/** What is held back of a line of an invoice; `itself` where it is the one that releases. */
export interface HeldOf {
  readonly invoice: DocumentId | 'itself';
  readonly line: number | null;
  readonly held: Cents;
}

/** Of every line of every invoice its share of what is released, largest remainder; what was taken over is of no invoice. */
export function releasedValues(held: readonly HeldOf[], amount: Cents): readonly BilledValue[] {
  const ofLines = sum([ZERO, ...held.map((each) => each.held)]);
  const mostOfLines = cents(Math.min(amount, Math.max(0, ofLines)));
  const weights = held.map((each) => each.held);
  const shares = mostOfLines === 0 ? [] : allocation(mostOfLines, weights);
  const of = { work: ZERO, stored: ZERO, withheld: ZERO };
  const values = held.map(({ invoice, line }, index): BilledValue => ({
    ...{ invoice, line, ...of, released: shares[index] ?? ZERO },
  }));
  const rest = cents(amount - mostOfLines);
  const ofNone: readonly BilledValue[] = rest === 0 ? [] : [{ invoice: 'itself', line: null, ...of, released: rest }];
  return [...values.filter(({ released }) => released !== 0), ...ofNone];
}
