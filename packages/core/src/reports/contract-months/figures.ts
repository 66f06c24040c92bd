import { cents, ZERO, type Cents } from '../../money/cents.ts';
import { MILLIONTHS, ratio, shareOf } from '../../money/ratio.ts';

/** What a contract earned, billed and came to as profit in a month. */
export interface MonthOf {
  readonly month: number;
  readonly earned: Cents;
  readonly billed: Cents;
  readonly profit: Cents;
}

export interface MonthsOf {
  readonly earned: Cents[];
  readonly billed: Cents[];
  readonly margins: (number | null)[];
}

/**
 * Months side by side: earned and billed of each, and the margin to the end of each, from what was earned and came to as profit since the
 * beginning. `moved` may begin before them, and lack months in which nothing happened.
 */
export function monthsOf(moved: readonly MonthOf[], months: readonly number[]): MonthsOf {
  const byMonth = new Map(moved.map((each) => [each.month, each]));
  const first = months[0] ?? 0;
  const before = moved.filter(({ month }) => month < first);
  let earned = before.reduce((all, each) => all + each.earned, 0);
  let profit = before.reduce((all, each) => all + each.profit, 0);
  const found: MonthsOf = { earned: [], billed: [], margins: [] };
  for (const month of months) {
    const of = byMonth.get(month);
    earned += of?.earned ?? 0;
    profit += of?.profit ?? 0;
    found.earned.push(of?.earned ?? ZERO);
    found.billed.push(of?.billed ?? ZERO);
    found.margins.push(earned > 0 ? shareOf(cents(MILLIONTHS), ratio(profit, earned)) : null);
  }
  return found;
}

/** The months of several contracts together. */
export function monthsTogether(all: readonly (readonly MonthOf[])[], months: readonly number[]): MonthsOf {
  const sums = new Map<number, { earned: number; billed: number; profit: number }>();
  for (const { month, earned, billed, profit } of all.flat()) {
    const of = sums.get(month) ?? { earned: 0, billed: 0, profit: 0 };
    sums.set(month, { earned: of.earned + earned, billed: of.billed + billed, profit: of.profit + profit });
  }
  const together = [...sums].map(([month, { earned, billed, profit }]) => ({
    ...{ month, earned: cents(earned), billed: cents(billed), profit: cents(profit) },
  }));
  return monthsOf(together, months);
}
