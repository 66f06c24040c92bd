import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** One line of a journal, as typed: an account, one side, and any dimension of the ledger. */
export const JournalRow = z.strictObject({
  account: Typed,
  debit: Typed,
  credit: Typed,
  project: Typed.default(''),
  /** Cost code or `phase/cost code`. */
  code: Typed.default(''),
  costType: Typed.default(''),
  party: Typed.default(''),
  employee: Typed.default(''),
  text: Typed,
});
export type JournalRow = z.output<typeof JournalRow>;

export const JournalSheet = z.strictObject({
  kind: z.literal('journal'),
  datedOn: Typed,
  text: Typed,
  /** The day an accrual is taken back by itself; empty for never. */
  reversesOn: Typed.default(''),
  rows: z.array(JournalRow).max(500),
});
export type JournalSheet = z.output<typeof JournalSheet>;

export const JOURNAL_COLUMNS = [
  { id: 'account', head: 'Account', width: 14, holds: 'account' },
  { id: 'debit', head: 'Debit', width: 10, holds: 'money' },
  { id: 'credit', head: 'Credit', width: 10, holds: 'money' },
  { id: 'project', head: 'Project', width: 10, holds: 'project' },
  { id: 'code', head: 'Code', width: 11, holds: 'code' },
  { id: 'costType', head: 'Type', width: 8, holds: 'cost type' },
  { id: 'party', head: 'Party', width: 10, holds: 'client or supplier' },
  { id: 'employee', head: 'Employee', width: 9, holds: 'employee' },
  { id: 'text', head: 'Text', width: 18, holds: 'text' },
] as const satisfies readonly (SheetColumn & { readonly id: keyof JournalRow })[];
