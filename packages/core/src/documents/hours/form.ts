import { z } from 'zod';
import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { Day, Typed } from '../../wire/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** One row of the week's grid, as typed: who, where, and seven days from Monday. Without a project it is indirect time. */
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
  text: Typed,
});
export type HoursRow = z.output<typeof HoursRow>;

export const HoursSheet = z.strictObject({
  kind: z.literal('hours'),
  /** A day of the week meant. */
  weekOn: Day,
  rows: z.array(HoursRow).max(2_000),
});
export type HoursSheet = z.output<typeof HoursSheet>;

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** The columns of a week; each day is one, `days/0` to `days/6`. */
export function hoursColumns(weekOn: IsoDate): readonly SheetColumn[] {
  return [
    { id: 'employee', head: 'Employee', width: 12, holds: 'employee' },
    { id: 'project', head: 'Project', width: 10, holds: 'project' },
    { id: 'code', head: 'Code', width: 11, holds: 'code' },
    { id: 'costType', head: 'Type', width: 6, holds: 'cost type' },
    ...WEEKDAYS.map((day, place): SheetColumn => ({
      id: `days/${place}`,
      head: `${day} ${Number(plusDays(weekOn, place).slice(8))}`,
      width: 5,
      holds: 'hours',
    })),
    { id: 'pay', head: 'Pay', width: 7, holds: 'pay' },
    { id: 'billable', head: 'Bill', width: 5, holds: 'yes or no' },
    { id: 'text', head: 'Text', width: 14, holds: 'text' },
  ];
}
