import { dayNumber, type IsoDate } from '../calendar/iso-date.ts';
import { firstDay, lastDay, monthAt, monthNumber, monthOf, type Month } from '../calendar/month.ts';
import { allocation } from '../money/allocation.ts';
import { cents, type Cents } from '../money/cents.ts';

export interface MonthAmount {
  readonly month: Month;
  readonly amount: Cents;
}

/** An amount spread evenly over the days from one through another, by month; the parts sum to it. A span that is none is its first day. */
export function spreadOverMonths(amount: Cents, from: IsoDate, through: IsoDate): readonly MonthAmount[] {
  const end = through < from ? from : through;
  const first = monthNumber(monthOf(from));
  const months = Array.from({ length: monthNumber(monthOf(end)) - first + 1 }, (_, index) => monthAt(first + index));
  const days = months.map((month) => {
    const [begin, close] = [firstDay(month), lastDay(month)];
    return 1 + dayNumber(close < end ? close : end) - dayNumber(begin > from ? begin : from);
  });
  const parts = allocation(amount, days);
  return months.map((month, index) => ({ month, amount: parts[index] ?? cents(0) }));
}
