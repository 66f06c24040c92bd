import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What a client held back and now releases, as typed. */
export const RetentionRow = z.strictObject({
  project: Typed,
  /** Empty: all that is held back. */
  amount: Typed.default(''),
  taxCode: Typed.default(''),
  dueOn: Typed.default(''),
  text: Typed.default(''),
});
export type RetentionRow = z.output<typeof RetentionRow>;

export const RetentionSheet = z.strictObject({
  kind: z.literal('retention-invoices'),
  datedOn: Typed,
  rows: z.array(RetentionRow).max(500),
});
export type RetentionSheet = z.output<typeof RetentionSheet>;

export const RETENTION_COLUMNS = [
  { id: 'project', head: 'Project', width: 18, holds: 'project' },
  { id: 'held', head: 'Held back', width: 12, holds: 'money', isShown: true },
  { id: 'amount', head: 'Released now', width: 12, holds: 'money' },
  { id: 'taxCode', head: 'Tax code', width: 8, holds: 'tax code' },
  { id: 'due', head: 'To pay', width: 12, holds: 'money', isShown: true },
  { id: 'dueOn', head: 'Due', width: 11, holds: 'day' },
  { id: 'text', head: 'Text', width: 27, holds: 'text' },
] as const satisfies readonly SheetColumn[];
