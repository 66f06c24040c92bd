import type { ProjectBilling } from '../../billing/schedule.ts';
import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import type { DayReading } from '../../calendar/typed-date.ts';
import { dayIn, ifFilled, type Cell } from '../../cells/cell.ts';
import { following, unless, type Decision } from '../../problems/decision.ts';

/** When an invoice of a day is due by the client's terms. */
export function dueOf(datedOn: IsoDate, { termsDays }: Pick<ProjectBilling, 'termsDays'>): IsoDate {
  return plusDays(datedOn, termsDays);
}

/** The due day as typed, not before the invoice's own; else by the client's terms. */
export function dueIn(cell: Cell, { near: datedOn, order }: DayReading, termsDays: number): Decision<IsoDate> {
  return following(
    ifFilled(cell, plusDays(datedOn, termsDays), (typed) => dayIn(typed, datedOn, order)),
    (day) =>
      unless(
        day < datedOn
          ? [{ at: cell.at, kind: 'days-out-of-order', earlier: 'the invoice date', later: 'the due date' }]
          : [],
        day,
      ),
  );
}
