import type { IsoDate } from '../calendar/iso-date.ts';
import { isFilled, readDay, readMoney, readNumber } from '../entry/cells.ts';
import { allocation } from '../money/allocation.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { ratio, shareOf } from '../money/ratio.ts';
import type { Problem } from '../problems/problem.ts';

/** One row of a billing plan as typed: a day, what for, and an amount or a percent of the price. */
export interface PlanRow {
  readonly dueOn: string;
  readonly text: string;
  /** `25 %`, or an amount. */
  readonly share: string;
}

export interface PlannedBill {
  readonly dueOn: IsoDate;
  readonly text: string;
  readonly amount: Cents;
}

interface TypedBill {
  readonly dueOn: IsoDate;
  readonly text: string;
  readonly share:
    { readonly kind: 'amount'; readonly amount: Cents } | { readonly kind: 'percent'; readonly millionths: number };
}

/** The plan, or what is wrong with it. No rows are no plan; rows must add up to the price. Percents are split by largest remainder. */
export function billingPlan(
  rows: readonly PlanRow[],
  price: Cents,
  near: IsoDate,
): { readonly bills: readonly PlannedBill[]; readonly problems: readonly Problem[] } {
  const problems: Problem[] = [];
  const typed = rows.flatMap((row, place) => {
    if ([row.dueOn, row.text, row.share].every((cell) => cell.trim() === '')) return [];
    return readRow(row, `plan/${place}`, near, problems) ?? [];
  });
  if (problems.length > 0 || typed.length === 0) return { bills: [], problems };
  const millionths = typed.map(({ share }) => (share.kind === 'percent' ? share.millionths : 0));
  const shared = millionths.reduce((total, each) => total + each, 0);
  const ofPercents = shared === 0 ? cents(0) : shareOf(price, ratio(shared, 1_000_000));
  const parts = shared === 0 ? millionths.map(() => cents(0)) : allocation(ofPercents, millionths);
  const bills = typed.map(({ dueOn, text, share }, index) => ({
    dueOn,
    text,
    amount: share.kind === 'amount' ? share.amount : (parts[index] ?? cents(0)),
  }));
  const planned = sum(bills.map(({ amount }) => amount));
  if (difference(planned, price) !== 0) return { bills, problems: [{ at: 'plan', kind: 'plan-off', price, planned }] };
  return {
    bills: bills.toSorted((one, other) => (one.dueOn < other.dueOn ? -1 : one.dueOn > other.dueOn ? 1 : 0)),
    problems,
  };
}

function readRow(row: PlanRow, at: string, near: IsoDate, problems: Problem[]): TypedBill | undefined {
  const dueCell = { typed: row.dueOn, at: `${at}/dueOn` };
  const dueOn = isFilled(dueCell, 'the day', problems) ? readDay(dueCell, near, problems) : undefined;
  const shareCell = { typed: row.share, at: `${at}/share` };
  if (row.text.length > 120) problems.push({ at: `${at}/text`, kind: 'too-long', field: 'the text', most: 120 });
  if (!isFilled(shareCell, 'the amount or percent', problems)) return undefined;
  const text = row.text.trim();
  if (row.share.trim().endsWith('%')) {
    const scaled = readNumber(shareCell, 4, problems);
    return dueOn && scaled !== undefined ? { dueOn, text, share: { kind: 'percent', millionths: scaled } } : undefined;
  }
  const amount = readMoney(shareCell, problems);
  return dueOn && amount !== undefined ? { dueOn, text, share: { kind: 'amount', amount } } : undefined;
}
