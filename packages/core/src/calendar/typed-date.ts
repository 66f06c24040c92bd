import { isIsoDate, isoDate, plusDays, shortMonth, type IsoDate } from './iso-date.ts';
import { isNameableMonth } from './month.ts';

/** Nobody types a longer day. */
const MOST_CHARACTERS = 40;

const MONTH_NAMES = Array.from({ length: 12 }, (_, index) => shortMonth(index + 1).toLowerCase());

/** How a day written in figures is read: `1/3` is the third of January, or the first of March. */
export const DAY_ORDERS = ['month first', 'day first'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

/** How a day is read: near which one, and in which order. */
export interface DayReading {
  readonly near: IsoDate;
  readonly order: DayOrder;
}

/**
 * Reads a day as people type it: `2027-03-31`, `3/31`, `3/31/27` (or `31/3/27`, by the order), `31 mar`, `mar 31 2027`, `31`, `+30`.
 * A missing year or month is the one of `near`; `+n` counts from `near`. Undefined when it is no day.
 */
export function typedDate(text: string, near: IsoDate, order: DayOrder): IsoDate | undefined {
  const read = readDate(text, near, order);
  return read !== undefined && isNameableMonth(read.slice(0, 7)) ? read : undefined;
}

function readDate(text: string, near: IsoDate, order: DayOrder): IsoDate | undefined {
  const trimmed = text.trim().toLowerCase();
  if (trimmed.length > MOST_CHARACTERS) return undefined;
  if (isIsoDate(trimmed)) return isoDate(trimmed);
  const days = /^([+-]\d{1,4})$/.exec(trimmed);
  if (days?.[1]) return plusDays(near, Number(days[1]));
  const figures = /^(\d{1,2})[/.](\d{1,2})(?:[/.](\d{2}|\d{4}))?$/.exec(trimmed);
  if (figures) {
    const [one, other] = [Number(figures[1]), Number(figures[2])];
    return order === 'month first' ? day(near, figures[3], one, other) : day(near, figures[3], other, one);
  }
  const dayFirst = /^(\d{1,2})[ .-]*([a-z]{3})[a-z]*[ .,-]*(\d{2}|\d{4})?$/.exec(trimmed);
  if (dayFirst) return day(near, dayFirst[3], MONTH_NAMES.indexOf(dayFirst[2] ?? '') + 1, Number(dayFirst[1]));
  const monthFirst = /^([a-z]{3})[a-z]*[ .-]*(\d{1,2})(?:[ .,-]+(\d{2}|\d{4}))?$/.exec(trimmed);
  if (monthFirst) return day(near, monthFirst[3], MONTH_NAMES.indexOf(monthFirst[1] ?? '') + 1, Number(monthFirst[2]));
  if (/^\d{1,2}$/.test(trimmed)) return day(near, undefined, Number(near.slice(5, 7)), Number(trimmed));
  return undefined;
}

function day(near: IsoDate, year: string | undefined, monthOfYear: number, dayOfMonth: number): IsoDate | undefined {
  const fullYear = year === undefined ? near.slice(0, 4) : year.length === 2 ? `20${year}` : year;
  const text = `${fullYear}-${String(monthOfYear).padStart(2, '0')}-${String(dayOfMonth).padStart(2, '0')}`;
  return isIsoDate(text) ? isoDate(text) : undefined;
}
