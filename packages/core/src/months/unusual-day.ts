import { plusDays, type IsoDate } from '../calendar/iso-date.ts';
import { accepted, unless, type Decision } from '../problems/decision.ts';
import type { Problem, Warning } from '../problems/problem.ts';

const USUAL_DAYS_AHEAD = 31;

/** Asks about a day more than a month ahead: mostly the month or the year is mistyped. */
export function dayAhead(day: IsoDate, today: IsoDate, at: string): readonly (Problem & Warning)[] {
  return day > plusDays(today, USUAL_DAYS_AHEAD) ? [{ at, kind: 'day-ahead', day, today }] : [];
}

/** Asks about a day to come on which work was done. */
export function dayToCome(day: IsoDate, today: IsoDate, at: string): readonly Warning[] {
  return day > today ? [{ at, kind: 'day-to-come', day }] : [];
}

export interface AskedDay {
  readonly at: string;
  readonly today: IsoDate;
  /** Said so, once asked. */
  readonly mayBeUnusual: boolean;
}

/** The day of a document, unless it is far ahead and nobody said that it is meant. */
export function usualDay(day: IsoDate, { at, today, mayBeUnusual }: AskedDay): Decision<IsoDate> {
  return mayBeUnusual ? accepted(day) : unless(dayAhead(day, today, at), day);
}

/** The day on which a document is paid, unless it is before the document's own, or far ahead, and nobody said that it is meant. */
export function usualPaymentDay(
  day: IsoDate,
  document: { readonly number: string; readonly datedOn: IsoDate },
  asked: AskedDay,
): Decision<IsoDate> {
  if (asked.mayBeUnusual || day >= document.datedOn) return usualDay(day, asked);
  return unless([{ at: asked.at, kind: 'paid-before', day, ...document }], day);
}
