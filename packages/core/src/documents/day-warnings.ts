import type { IsoDate } from '../calendar/iso-date.ts';
import { monthOf } from '../calendar/month.ts';
import { laterPosting, openDayFrom } from '../months/open-day.ts';
import { dayAhead } from '../months/unusual-day.ts';
import type { Warning } from '../problems/problem.ts';
import type { Catalog } from './catalog.ts';

/** What is unusual about the day of a document: it posts later, lies ahead, or in another month than the one worked in. */
export function dayWarnings(datedOn: IsoDate, at: string, catalog: Catalog): readonly Warning[] {
  const month = monthOf(openDayFrom(datedOn, catalog.lockedThrough));
  return [
    ...laterPosting(datedOn, catalog.lockedThrough, { at }),
    ...dayAhead(datedOn, catalog.span.today, at),
    ...(month === catalog.workingMonth ? [] : [{ at, kind: 'other-month' as const, month }]),
  ];
}
