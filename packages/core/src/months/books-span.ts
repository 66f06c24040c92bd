import { plusDays, type IsoDate } from '../calendar/iso-date.ts';
import { firstDay, type Month } from '../calendar/month.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';

/** The days that something may be dated: from the first month of the books, through a year from today. */
export interface BooksSpan {
  readonly first: IsoDate;
  readonly today: IsoDate;
  readonly last: IsoDate;
}

const AHEAD_DAYS = 365;

export function booksSpan(firstMonth: Month, today: IsoDate): BooksSpan {
  return { first: firstDay(firstMonth), today, last: plusDays(today, AHEAD_DAYS) };
}

/** The day, where the books hold it. */
export function dayInBooks(
  day: IsoDate,
  { first, last }: Pick<BooksSpan, 'first' | 'last'>,
  at: string,
): Decision<IsoDate> {
  return first <= day && day <= last ? accepted(day) : refused({ at, kind: 'day-outside-books', day, first, last });
}

/** The day, where it has come. */
export function dayThatCame(day: IsoDate, today: IsoDate, at: string): Decision<IsoDate> {
  return day <= today ? accepted(day) : refused({ at, kind: 'day-to-come', day });
}
