import { leftOf, type ScheduledLine } from '../../billing/schedule.ts';
import { takenBack } from '../../billing/share-of-contract.ts';
import type { BilledNow } from '../../billing/withheld.ts';
import { ifFilled, isEmpty, moneyIn, numberIn, required, textIn, type Cell } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { cents, difference, ZERO, type Cents } from '../../money/cents.ts';
import { MILLIONTHS, millionthsOf, shareOf } from '../../money/ratio.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';
import type { ApplicationRow } from './form.ts';

/** What a row asks for of its line. */
export interface AskedNow extends BilledNow {
  readonly mayExceed: boolean;
  readonly text: string;
  /** Its row; null for a line that nobody typed and that gives back what was billed above its value. */
  readonly place: number | null;
}

/** What is asked of a line this time. Typed nothing, a line that was cut below what was billed gives that back. */
export function askedIn(row: ApplicationRow, place: number, schedule: readonly ScheduledLine[]): Decision<AskedNow> {
  const cell = (column: keyof ApplicationRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const line = required(cell('line'), 'the line', (typed) => scheduledLineIn(typed, schedule));
  const parts = gathered({
    line,
    mayExceed: yesIn(cell('mayExceed')),
    text: textIn(cell('text'), 'the text', 200),
    now: following(line, (of) => nowIn(of, cell)),
  });
  return following(parts, ({ line: of, now, mayExceed, text }) => {
    const isBlank = (['percent', 'amount', 'stored'] as const).every((column) => isEmpty(cell(column)));
    if (isBlank && leftOf(of) < 0 && !mayExceed) return accepted({ ...takenBack(of), mayExceed, text, place });
    const toDate = cents(of.billed.work + of.billed.stored + now.work + now.stored);
    const at = cell(isEmpty(cell('amount')) ? 'percent' : 'amount').at;
    if (toDate > of.value && !mayExceed) {
      const left = cents(Math.max(0, leftOf(of)));
      return refused({ at, kind: 'over-line', line: of.name, left, asked: cents(now.work + now.stored) });
    }
    return accepted({ line: of, ...now, mayExceed, text, place });
  });
}

/** By its number, else by its name. */
export function scheduledLineIn(cell: Cell, schedule: readonly ScheduledLine[]): Decision<ScheduledLine> {
  const named = schedule.map((line) => ({ code: String(line.number), name: line.name, line }));
  return mapped(lookedUp(named, cell, 'line of the schedule'), ({ line }) => line);
}

function yesIn(cell: Cell): Decision<boolean> {
  return ifFilled(cell, false, ({ typed, at }) => {
    const word = typed.trim().toLowerCase();
    const choices = ['yes', 'no'];
    const choice = choices.find((each) => each.startsWith(word));
    return choice === undefined ? refused({ at, kind: 'not-a-choice', typed, choices }) : accepted(choice === 'yes');
  });
}

/** Work and stored materials of this time. What leaves the store is put in place: it is completed, and not billed twice. */
function nowIn(
  line: ScheduledLine,
  cell: (column: keyof ApplicationRow) => Cell,
): Decision<{ readonly work: Cents; readonly stored: Cents }> {
  if (!isEmpty(cell('percent')) && !isEmpty(cell('amount'))) {
    return refused({ at: cell('amount').at, kind: 'percent-and-amount' });
  }
  const { billed, value } = line;
  const stored = ifFilled(cell('stored'), billed.stored, (typed) =>
    following(moneyIn(typed), (amount) =>
      amount < 0
        ? refused({
            at: typed.at,
            kind: 'number-outside',
            field: 'what is stored',
            least: '0',
            most: '900,000,000,000',
          })
        : accepted(amount),
    ),
  );
  const toDate = ifFilled(cell('percent'), null, (typed) =>
    following(numberIn(typed, 4), (millionths) =>
      millionths < 0 || millionths > 10 * MILLIONTHS
        ? refused({ at: typed.at, kind: 'number-outside', field: 'the percent', least: '0', most: '1,000' })
        : accepted(shareOf(value, millionthsOf(millionths))),
    ),
  );
  const amount = ifFilled(cell('amount'), ZERO, moneyIn);
  return mapped(gathered({ stored, toDate, amount }), (read) => {
    const putInPlace = Math.max(0, billed.stored - read.stored);
    const work = read.toDate === null ? cents(read.amount + putInPlace) : difference(read.toDate, billed.work);
    return { work, stored: difference(read.stored, billed.stored) };
  });
}
