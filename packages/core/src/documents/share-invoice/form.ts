import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** A share of a project's contract to bill, as typed. */
export const ShareRow = z.strictObject({
  project: Typed,
  /** `30%` of the contract, an amount, `rest` for all that is left, or `final`, which finishes the project too. */
  share: Typed,
  taxCode: Typed.default(''),
  /** What a paid deposit pays of it: an amount, a percent of what is to pay, or `all`. */
  deposit: Typed.default(''),
  dueOn: Typed.default(''),
  text: Typed.default(''),
});
export type ShareRow = z.output<typeof ShareRow>;

export const ShareSheet = z.strictObject({
  kind: z.literal('invoices'),
  datedOn: Typed,
  rows: z.array(ShareRow).max(500),
});
export type ShareSheet = z.output<typeof ShareSheet>;

export const SHARE_COLUMNS = [
  { id: 'project', head: 'Project', width: 14, holds: 'project' },
  { id: 'left', head: 'Unbilled', width: 11, holds: 'money', isShown: true },
  { id: 'share', head: 'Share or amount', width: 12, holds: 'share of contract' },
  { id: 'work', head: 'Work', width: 10, holds: 'money', isShown: true },
  { id: 'withheld', head: 'Held back', width: 9, holds: 'money', isShown: true },
  { id: 'taxCode', head: 'Tax code', width: 6, holds: 'tax code' },
  { id: 'deposit', head: 'Deposit used', width: 10, holds: 'share of contract' },
  { id: 'due', head: 'To pay', width: 10, holds: 'money', isShown: true },
  { id: 'dueOn', head: 'Due', width: 8, holds: 'day' },
  { id: 'text', head: 'Text', width: 10, holds: 'text' },
] as const satisfies readonly SheetColumn[];
