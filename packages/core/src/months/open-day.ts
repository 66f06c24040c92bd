import type { IsoDate } from '../calendar/iso-date.ts';
import { firstDay, monthOf, plusMonths, type Month } from '../calendar/month.ts';
import type { Cell } from '../cells/cell.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import type { Warning } from '../problems/problem.ts';

/** The last locked month; null when none is. */
export type LockedThrough = Month | null;

export function firstOpenDay(lockedThrough: Month): IsoDate {
  return firstDay(plusMonths(lockedThrough, 1));
}

/** The day, or the first open one where its month is locked: when what is agreed counts, and what is dated posts. */
export function openDayFrom(day: IsoDate, lockedThrough: LockedThrough): IsoDate {
  return lockedThrough === null || monthOf(day) > lockedThrough ? day : firstOpenDay(lockedThrough);
}

/** The month, or the first open one. */
export function openMonthFrom(month: Month, lockedThrough: LockedThrough): Month {
  return lockedThrough === null || month > lockedThrough ? month : plusMonths(lockedThrough, 1);
}

/** The day, where its month is open. */
export function openDay(day: IsoDate, lockedThrough: LockedThrough, at: string): Decision<IsoDate> {
  const month = monthOf(day);
  if (lockedThrough === null || month > lockedThrough) return accepted(day);
  return refused({ at, kind: 'month-locked', month, firstOpenDay: firstOpenDay(lockedThrough) });
}

/** Says of a day in a locked month that what is dated on it posts on the first open one; to be accepted. */
export function laterPosting(day: IsoDate, lockedThrough: LockedThrough, { at }: Pick<Cell, 'at'>): readonly Warning[] {
  const postsOn = openDayFrom(day, lockedThrough);
  return postsOn === day ? [] : [{ at, kind: 'posts-later', day, postsOn }];
}

/**
 * The day something dated on a day posts: that day, or, where its month is locked and that was accepted, the first open one.
 */
export function postingDay(
  day: IsoDate,
  lockedThrough: LockedThrough,
  { at, mayPostLater }: { readonly at: string; readonly mayPostLater: boolean },
): Decision<IsoDate> {
  return mayPostLater ? accepted(openDayFrom(day, lockedThrough)) : openDay(day, lockedThrough, at);
}
