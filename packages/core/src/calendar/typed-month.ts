import { shortMonth } from './iso-date.ts';
import { isNameableMonth, month, plusMonths, type Month } from './month.ts';

/** Nobody types a longer month. */
const MOST_CHARACTERS = 40;

const NAMES = Array.from({ length: 12 }, (_, index) => shortMonth(index + 1).toLowerCase());

/**
 * Reads a month as people type it: `2027-03`, `3/27`, `3/2027`, `mar 2027`, `march`, `3`, `+1`. A missing year is that of `near`; `+n`
 * counts from `near`. Undefined when it is no month.
 */
export function typedMonth(text: string, near: Month): Month | undefined {
  const trimmed = text.trim().toLowerCase();
  if (trimmed.length > MOST_CHARACTERS) return undefined;
  if (isNameableMonth(trimmed)) return month(trimmed);
  const months = /^[+-]\d{1,3}$/.exec(trimmed);
  if (months) return nameable(plusMonths(near, Number(trimmed)));
  const numbered = /^(\d{1,2})(?:[/. -](\d{2}|\d{4}))?$/.exec(trimmed);
  if (numbered) return ofYear(numbered[2] ?? near.slice(0, 4), Number(numbered[1]));
  const named = /^([a-z]{3})[a-z]*\.?[ ,/-]*(\d{2}|\d{4})?$/.exec(trimmed);
  return named ? ofYear(named[2] ?? near.slice(0, 4), NAMES.indexOf(named[1] ?? '') + 1) : undefined;
}

function ofYear(year: string, monthOfYear: number): Month | undefined {
  if (monthOfYear < 1 || monthOfYear > 12) return undefined;
  const full = year.length === 2 ? `20${year}` : year;
  return nameable(`${full}-${String(monthOfYear).padStart(2, '0')}`);
}

function nameable(text: string): Month | undefined {
  return isNameableMonth(text) ? month(text) : undefined;
}
