import { dayNumber, dayOf, type IsoDate } from '../calendar/iso-date.ts';
import type { DayOrder } from '../calendar/typed-date.ts';
import { firstDay, lastDay, monthOf, plusMonths } from '../calendar/month.ts';
import { dayIn, ifFilled, numberIn, required, textIn } from '../cells/cell.ts';
import type { JournalSheet } from '../documents/journal/form.ts';
import { accepted, following, gathered, refused, unless, type Decision } from '../problems/decision.ts';

/** What is typed of a journal that comes again. */
export interface TypedRecurring {
  readonly name: string;
  readonly everyMonths: string;
  readonly nextOn: string;
  readonly endsOn: string;
}

export interface RecurringJournal {
  readonly name: string;
  readonly everyMonths: number;
  readonly nextOn: IsoDate;
  readonly endsOn: IsoDate | null;
}

const MOST_MONTHS = 60;

export function readRecurring(
  typed: TypedRecurring,
  { today, dayOrder }: { readonly today: IsoDate; readonly dayOrder: DayOrder },
): Decision<RecurringJournal> {
  const nextOn = required({ typed: typed.nextOn, at: 'nextOn' }, 'the next day', (cell) =>
    dayIn(cell, today, dayOrder),
  );
  const parts = gathered({
    name: required({ typed: typed.name, at: 'name' }, 'the name', (cell) => textIn(cell, 'the name', 120)),
    everyMonths: required({ typed: typed.everyMonths, at: 'everyMonths' }, 'the number of months', (cell) =>
      following(numberIn(cell, 0), (months) =>
        months >= 1 && months <= MOST_MONTHS
          ? accepted(months)
          : refused({
              at: cell.at,
              kind: 'number-outside',
              field: 'the number of months',
              least: '1',
              most: String(MOST_MONTHS),
            }),
      ),
    ),
    nextOn,
    endsOn: ifFilled({ typed: typed.endsOn, at: 'endsOn' }, null, (cell) => dayIn(cell, today, dayOrder)),
  });
  return following(parts, (read) =>
    unless(
      read.endsOn !== null && read.endsOn < read.nextOn
        ? [{ at: 'endsOn', kind: 'days-out-of-order', earlier: 'the next day', later: 'the last day' }]
        : [],
      read,
    ),
  );
}

/** The same day so many months later; the last day of a month stays the last one. */
export function monthsLater(day: IsoDate, months: number): IsoDate {
  const month = plusMonths(monthOf(day), months);
  if (day === lastDay(monthOf(day))) return lastDay(month);
  const later = dayOf(dayNumber(firstDay(month)) + Number(day.slice(8)) - 1);
  return later <= lastDay(month) ? later : lastDay(month);
}

/** The sheet of the next one: dated on its day, an accrual reversed on the first of the month after. */
export function nextSheet(sheet: JournalSheet, nextOn: IsoDate): JournalSheet {
  const reversesOn = sheet.reversesOn.trim() === '' ? '' : firstDay(plusMonths(monthOf(nextOn), 1));
  return { ...sheet, datedOn: nextOn, reversesOn };
}
