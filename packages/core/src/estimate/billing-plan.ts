import type { DayReading } from '../calendar/typed-date.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { dayIn, moneyIn, numberIn, required, textIn, type Cell } from '../cells/cell.ts';
import { allocation } from '../money/allocation.ts';
import { cents, MOST_SUM, sum, type Cents } from '../money/cents.ts';
import { shareOf, millionthsOf, MILLIONTHS } from '../money/ratio.ts';
import { accepted, following, gathered, listed, mapped, refused, type Decision } from '../problems/decision.ts';

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
  days: DayReading,
): Decision<readonly PlannedBill[]> {
  const filledRows = rows.flatMap((row, place) =>
    [row.dueOn, row.text, row.share].every((cell) => cell.trim() === '') ? [] : [rowIn(row, `plan/${place}`, days)],
  );
  return following(listed(filledRows), (typed) => {
    if (typed.length === 0) return accepted([]);
    if (isTooLarge(typed, price)) return refused({ at: 'plan', kind: 'sum-too-large', of: 'the billing plan' });
    const bills = sharedOut(typed, price);
    const planned = sum(bills.map(({ amount }) => amount));
    if (planned !== price) return refused({ at: 'plan', kind: 'plan-off', price, planned });
    return accepted(bills.toSorted((one, other) => (one.dueOn < other.dueOn ? -1 : one.dueOn > other.dueOn ? 1 : 0)));
  });
}

function isTooLarge(typed: readonly TypedBill[], price: Cents): boolean {
  const most = typed.reduce(
    (total, { share }) =>
      total + Math.abs(share.kind === 'amount' ? share.amount : (price * share.millionths) / MILLIONTHS),
    0,
  );
  return most > MOST_SUM;
}

/** Each bill with its amount; all percents together are rounded once. */
function sharedOut(typed: readonly TypedBill[], price: Cents): readonly PlannedBill[] {
  const millionths = typed.map(({ share }) => (share.kind === 'percent' ? share.millionths : 0));
  const shared = millionths.reduce((total, each) => total + each, 0);
  const ofPercents = shared === 0 ? cents(0) : shareOf(price, millionthsOf(shared));
  const parts = shared === 0 ? millionths.map(() => cents(0)) : allocation(ofPercents, millionths);
  return typed.map(({ dueOn, text, share }, index) => ({
    dueOn,
    text,
    amount: share.kind === 'amount' ? share.amount : (parts[index] ?? cents(0)),
  }));
}

function rowIn(row: PlanRow, at: string, { near, order }: DayReading): Decision<TypedBill> {
  return gathered({
    dueOn: required({ typed: row.dueOn, at: `${at}/dueOn` }, 'the day', (cell) => dayIn(cell, near, order)),
    text: textIn({ typed: row.text, at: `${at}/text` }, 'the text', 120),
    share: required({ typed: row.share, at: `${at}/share` }, 'the amount or percent', shareIn),
  });
}

function shareIn(cell: Cell): Decision<TypedBill['share']> {
  if (!cell.typed.trim().endsWith('%')) return mapped(moneyIn(cell), (amount) => ({ kind: 'amount', amount }));
  return mapped(numberIn(cell, 4), (millionths) => ({ kind: 'percent', millionths }));
}
