import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What is asked for of a line of the schedule of values, as typed. */
export const ApplicationRow = z.strictObject({
  /** Its number in the schedule, or its name. */
  line: Typed,
  /** Percent complete to date, stored materials that were put in place among it. */
  percent: Typed.default(''),
  /** Or work completed this time, beside what was put in place of stored materials. */
  amount: Typed.default(''),
  /** Materials stored now; empty for as much as before. */
  stored: Typed.default(''),
  /** `yes` where it may come to more than its scheduled value. */
  mayExceed: Typed.default(''),
  text: Typed.default(''),
});
export type ApplicationRow = z.output<typeof ApplicationRow>;

export const ApplicationSheet = z.strictObject({
  kind: z.literal('applications'),
  project: Typed,
  /** The last day of its period. */
  datedOn: Typed,
  /** The number of the application it corrects; empty for a new one. */
  replaces: Typed.default(''),
  taxCode: Typed.default(''),
  text: Typed.default(''),
  rows: z.array(ApplicationRow).max(1_000),
});
export type ApplicationSheet = z.output<typeof ApplicationSheet>;

export const APPLICATION_COLUMNS = [
  { id: 'line', head: 'Line', width: 5, holds: 'scheduled line' },
  { id: 'name', head: 'Of the schedule', width: 19, holds: 'text', isShown: true },
  { id: 'value', head: 'Scheduled', width: 9, holds: 'money', isShown: true },
  { id: 'before', head: 'Before', width: 9, holds: 'money', isShown: true },
  { id: 'percent', head: '% to date', width: 8, holds: 'quantity' },
  { id: 'amount', head: 'Or this time', width: 9, holds: 'money' },
  { id: 'stored', head: 'Stored now', width: 9, holds: 'money' },
  { id: 'toDate', head: 'To date', width: 9, holds: 'money', isShown: true },
  { id: 'left', head: 'To finish', width: 9, holds: 'money', isShown: true },
  { id: 'mayExceed', head: 'Above?', width: 6, holds: 'yes or no' },
  { id: 'text', head: 'Text', width: 8, holds: 'text' },
] as const satisfies readonly SheetColumn[];
