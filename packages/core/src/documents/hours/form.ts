import { z } from 'zod';
import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { Day, Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/**
 * One row of the week's grid, as typed: who, or which equipment of one's own, where, and seven days from Monday. Without a project it is
 * indirect time.
 */
export const HoursRow = z.strictObject({
  employee: Typed,
  project: Typed,
  code: Typed,
  costType: Typed,
  days: z.array(Typed).length(7),
  /** How the hours are paid: regular where left out, overtime, double, or paid leave. */
  pay: Typed.default(''),
  /** Whether a client is to be billed for them: where left out, for a client's project. */
  billable: Typed.default(''),
  activity: Typed.default(''),
  text: Typed,
});
export type HoursRow = z.output<typeof HoursRow>;

/** What a sheet takes; an even number, so that rows in pairs stay together. */
export const MOST_ROWS = 2_000;

/** Rows in as many sheets as they need. */
export function rowsInSheets(rows: readonly HoursRow[]): readonly (readonly HoursRow[])[] {
  return rows.length === 0 ? [] : [rows.slice(0, MOST_ROWS), ...rowsInSheets(rows.slice(MOST_ROWS))];
}

export const HoursSheet = z.strictObject({
  kind: z.literal('hours'),
  /** A day of the week meant. */
  weekOn: Day,
  rows: z.array(HoursRow).max(MOST_ROWS),
});
export type HoursSheet = z.output<typeof HoursSheet>;

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** The columns of a week; each day is one, `days/0` to `days/6`. */
export function hoursColumns(weekOn: IsoDate): readonly SheetColumn[] {
  return [
    { id: 'employee', head: 'Who', width: 11, holds: 'employee or equipment' },
    { id: 'project', head: 'Project', width: 9, holds: 'project' },
    { id: 'code', head: 'Code', width: 10, holds: 'code' },
    { id: 'costType', head: 'Type', width: 6, holds: 'cost type' },
    ...WEEKDAYS.map((day, place): SheetColumn => ({
      id: `days/${place}`,
      head: `${day} ${Number(plusDays(weekOn, place).slice(8))}`,
      width: 5,
      holds: 'hours',
    })),
    { id: 'pay', head: 'Pay', width: 7, holds: 'pay' },
    { id: 'billable', head: 'Bill', width: 5, holds: 'yes or no' },
    { id: 'activity', head: 'Activity', width: 8, holds: 'activity' },
    { id: 'text', head: 'Text', width: 9, holds: 'text' },
  ];
}
