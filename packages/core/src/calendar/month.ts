import { invariant } from '../invariant.ts';
import { isoDate, plusDays, shortMonth, type IsoDate } from './iso-date.ts';

/** An accounting period as `YYYY-MM`. Compares as text. */
export type Month = string & { readonly unit: 'month' };

export function isMonth(text: string): boolean {
  return /^(19|2\d)\d\d-(0[1-9]|1[0-2])$/.test(text);
}

export function month(text: string): Month {
  invariant(isMonth(text), `"${text}" is no month`);
  return text as Month;
}

export function monthOf(day: IsoDate): Month {
  return month(day.slice(0, 7));
}

/** Months since year 0; how the books keep months. */
export function monthNumber(period: Month): number {
  return Number(period.slice(0, 4)) * 12 + Number(period.slice(5)) - 1;
}

export function monthAt(number: number): Month {
  return month(`${Math.floor(number / 12)}-${String((number % 12) + 1).padStart(2, '0')}`);
}

export function plusMonths(period: Month, months: number): Month {
  return monthAt(monthNumber(period) + months);
}

export function firstDay(period: Month): IsoDate {
  return isoDate(`${period}-01`);
}

export function lastDay(period: Month): IsoDate {
  const next = period.endsWith('-12') ? `${period.slice(0, 4)}-12-31` : plusDays(firstDay(plusMonths(period, 1)), -1);
  return isoDate(next);
}

/** Whether people may name the month: well inside the calendar, so that terms and years counted from it stay inside too. */
export function isNameableMonth(text: string): boolean {
  return isMonth(text) && text >= '1950' && text < '2950';
}

/** First month of the fiscal year that holds the month; `startMonth` is 1 for January. */
export function fiscalYearStart(period: Month, startMonth: number): Month {
  const back = (monthNumber(period) - (startMonth - 1)) % 12;
  return plusMonths(period, -back);
}

/** A month for people: `Mar 2027`. */
export function monthText(period: Month): string {
  return `${shortMonth(Number(period.slice(5)))} ${period.slice(0, 4)}`;
}
