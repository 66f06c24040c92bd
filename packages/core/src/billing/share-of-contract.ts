import { allocation } from '../money/allocation.ts';
import { cents, difference, sum, ZERO, type Cents } from '../money/cents.ts';
import { leftOf, type ScheduledLine } from './schedule.ts';
import type { BilledNow } from './withheld.ts';

/**
 * An amount of the contract over the lines of its schedule, by what is left of each, largest remainder: no line goes above itself. Lines
 * that were cut below what was billed of them are taken back first, completed work before stored. All that is left takes the rest of
 * every line.
 */
export function splitOverSchedule(amount: Cents, schedule: readonly ScheduledLine[]): readonly BilledNow[] {
  const cut = schedule.filter((line) => leftOf(line) < 0).map(takenBack);
  const open = schedule.filter((line) => leftOf(line) > 0);
  const rest = difference(amount, sum([ZERO, ...cut.map(({ work, stored }) => cents(work + stored))]));
  const [only] = schedule;
  if (open.length === 0) return only === undefined ? [] : withRest(cut, only, rest);
  const shares = allocation(rest, open.map(leftOf));
  const billed = new Map(open.map((line, index) => [line.number, workOf(line, shares[index] ?? ZERO)]));
  const back = new Map(cut.map((each) => [each.line.number, each]));
  return schedule.flatMap(({ number }) => billed.get(number) ?? back.get(number) ?? []).filter(isAnything);
}

function withRest(cut: readonly BilledNow[], only: ScheduledLine, rest: Cents): readonly BilledNow[] {
  return [...cut, ...(rest === 0 ? [] : [workOf(only, rest)])];
}

function workOf(line: ScheduledLine, work: Cents): BilledNow {
  return { line, work, stored: ZERO };
}

function isAnything({ work, stored }: BilledNow): boolean {
  return work !== 0 || stored !== 0;
}

/** What a line that was cut gives back of what was billed: completed work first, then what is stored. */
export function takenBack(line: ScheduledLine): BilledNow {
  const back = -leftOf(line);
  const work = Math.min(back, Math.max(0, line.billed.work));
  return { line, work: cents(-work), stored: cents(work - back) };
}
