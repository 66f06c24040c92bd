import { allocation } from '../money/allocation.ts';
import { cents, difference, larger, opposite, sum, ZERO, type Cents } from '../money/cents.ts';
import { withheldToDate, type RetentionTerms } from './retention-terms.ts';
import { billedSoFar, heldOf, type BilledSoFar, type ScheduledLine } from './schedule.ts';

/** What an invoice bills of a line this time. */
export interface BilledNow {
  readonly line: ScheduledLine;
  readonly work: Cents;
  readonly stored: Cents;
}

/**
 * What an invoice withholds, line by line in the order of what it bills: what is withheld to date by the terms, less what was withheld
 * before; what is given back is never more than is held still, for the rest was released. Terms of the whole schedule look at all its
 * lines together; the amount is then split by what is billed of each line.
 */
export function withheldNow(
  terms: RetentionTerms,
  now: readonly BilledNow[],
  schedule: readonly ScheduledLine[],
): readonly Cents[] {
  if (terms.steps.length === 0) return now.map(() => ZERO);
  if (terms.by === 'each line') {
    return now.map(({ line, work, stored }) => {
      const after = withheldToDate(terms, completed(line.value, line.billed, { work, stored }));
      return larger(difference(cents(after.work + after.stored), line.billed.withheld), opposite(heldOf(line.billed)));
    });
  }
  return splitOverLines(terms, now, schedule);
}

function completed(value: Cents, before: BilledSoFar, { work, stored }: Pick<BilledNow, 'work' | 'stored'>) {
  return { value, completed: cents(before.work + work), stored: cents(before.stored + stored) };
}

function splitOverLines(
  terms: RetentionTerms,
  now: readonly BilledNow[],
  schedule: readonly ScheduledLine[],
): readonly Cents[] {
  const value = sum([ZERO, ...schedule.map((line) => line.value)]);
  const before = billedSoFar(schedule);
  const total = (of: (each: BilledNow) => Cents): Cents => sum([ZERO, ...now.map(of)]);
  const moved = { work: total(({ work }) => work), stored: total(({ stored }) => stored) };
  const after = withheldToDate(terms, completed(value, before, moved));
  const then = withheldToDate(terms, completed(value, before, { work: ZERO, stored: ZERO }));
  const [ofWork, ofStored] = [difference(after.work, then.work), difference(after.stored, then.stored)];
  // Where terms or prices changed since, what was withheld is not what it would be by now: that difference goes with all of the work.
  const all = larger(cents(after.work + after.stored - before.withheld), opposite(heldOf(before)));
  const rest = cents(all - ofWork - ofStored);
  const parts = [
    splitBy(ofWork, now, ({ work }) => work),
    splitBy(ofStored, now, ({ stored }) => stored),
    splitBy(rest, now, ({ line, work, stored }) => line.billed.work + line.billed.stored + work + stored),
  ];
  return now.map((_, index) => sum(parts.map((part) => part[index] ?? ZERO)));
}

/** By largest remainder; to the first where the weights say nothing. */
function splitBy(amount: Cents, now: readonly BilledNow[], weight: (each: BilledNow) => number): readonly Cents[] {
  if (amount === 0) return now.map(() => ZERO);
  const weights = now.map(weight);
  const total = weights.reduce((all, each) => all + each, 0);
  return total === 0 ? now.map((_, index) => (index === 0 ? amount : ZERO)) : allocation(amount, weights);
}
