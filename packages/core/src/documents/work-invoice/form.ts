import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** A piece of work that is billed, as typed. */
export const WorkRow = z.strictObject({
  /** Its number in the list of unbilled work. */
  work: Typed,
  /** What of it is billed; empty for all that is left. */
  bill: Typed.default(''),
  /** Why it is billed otherwise, or `later` where the rest is billed another time. */
  reason: Typed.default(''),
});
export type WorkRow = z.output<typeof WorkRow>;

export const WorkSheet = z.strictObject({
  kind: z.literal('work-invoices'),
  project: Typed,
  datedOn: Typed,
  dueOn: Typed.default(''),
  taxCode: Typed.default(''),
  deposit: Typed.default(''),
  text: Typed.default(''),
  rows: z.array(WorkRow).max(5_000),
});
export type WorkSheet = z.output<typeof WorkSheet>;

export const WORK_COLUMNS = [
  { id: 'work', head: 'Work', width: 7, holds: 'text' },
  { id: 'doneOn', head: 'Day', width: 10, holds: 'text', isShown: true },
  { id: 'name', head: 'Who or what', width: 21, holds: 'text', isShown: true },
  { id: 'code', head: 'Code', width: 13, holds: 'text', isShown: true },
  { id: 'quantity', head: 'Hours, units', width: 8, holds: 'quantity', isShown: true },
  { id: 'worth', head: 'Unbilled', width: 10, holds: 'money', isShown: true },
  { id: 'bill', head: 'Billed', width: 10, holds: 'money' },
  { id: 'reason', head: 'Why otherwise', width: 21, holds: 'text' },
] as const satisfies readonly SheetColumn[];
