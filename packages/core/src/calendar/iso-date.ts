import { invariant } from '../invariant.ts';

/** A day as `YYYY-MM-DD`. Compares as text. */
export type IsoDate = string & { readonly unit: 'day' };

const DAY_MS = 86_400_000;

const SHAPE = /^(19|2\d)\d\d-\d\d-\d\d$/;

/** Whether the text is a real day of the calendar between 1900 and 2999. */
export function isIsoDate(text: string): boolean {
  if (!SHAPE.test(text)) return false;
  const at = Date.parse(`${text}T00:00:00Z`);
  return !Number.isNaN(at) && new Date(at).toISOString().startsWith(text);
}

export function isoDate(text: string): IsoDate {
  invariant(isIsoDate(text), `"${text}" is no day`);
  return text as IsoDate;
}

/** Days since 1970-01-01; how the books keep days. */
export function dayNumber(day: IsoDate): number {
  return Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS);
}

/** Every row that is read has days: what a date writes is a day of the calendar, only its year is looked at. */
export function dayOf(number: number): IsoDate {
  const text = new Date(number * DAY_MS).toISOString().slice(0, 10);
  invariant(SHAPE.test(text), `day ${number} is out of the calendar`);
  return text as IsoDate;
}

export function plusDays(day: IsoDate, days: number): IsoDate {
  return dayOf(dayNumber(day) + days);
}

/** The Monday on or before the day. */
export function mondayOf(day: IsoDate): IsoDate {
  const number = dayNumber(day);
  return dayOf(number - ((((number + 3) % 7) + 7) % 7));
}

const SHORT_MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const;

export function shortMonth(monthOfYear: number): string {
  const name = SHORT_MONTHS[monthOfYear - 1];
  invariant(name !== undefined, `${monthOfYear} is no month of a year`);
  return name;
}

/** A day for people: `31 Mar 2027`. */
export function dayText(day: IsoDate): string {
  return `${Number(day.slice(8))} ${shortMonth(Number(day.slice(5, 7)))} ${day.slice(0, 4)}`;
}
