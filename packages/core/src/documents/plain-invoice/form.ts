import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** A line of an invoice in words, as typed: a row with a client or a project begins an invoice, rows below it are further lines of it. */
export const PlainRow = z.strictObject({
  /** May be left out where the project says it. */
  client: Typed.default(''),
  project: Typed.default(''),
  phase: Typed.default(''),
  text: Typed,
  quantity: Typed.default(''),
  price: Typed.default(''),
  /** Instead of quantity and price. */
  amount: Typed.default(''),
  taxCode: Typed.default(''),
  /** Of a line without a project; empty for the first revenue account that no posting rule uses. */
  account: Typed.default(''),
  /** Of the whole invoice, before tax: an amount, or `5%`. */
  discount: Typed.default(''),
  deposit: Typed.default(''),
  dueOn: Typed.default(''),
});
export type PlainRow = z.output<typeof PlainRow>;

export const PlainSheet = z.strictObject({
  kind: z.literal('plain-invoices'),
  datedOn: Typed,
  rows: z.array(PlainRow).max(1_000),
});
export type PlainSheet = z.output<typeof PlainSheet>;

export const PLAIN_COLUMNS = [
  { id: 'client', head: 'Client', width: 11, holds: 'client' },
  { id: 'project', head: 'Project', width: 10, holds: 'project' },
  { id: 'phase', head: 'Phase', width: 6, holds: 'text' },
  { id: 'text', head: 'What for', width: 18, holds: 'text' },
  { id: 'quantity', head: 'Quantity', width: 7, holds: 'quantity' },
  { id: 'price', head: 'Price', width: 8, holds: 'quantity' },
  { id: 'amount', head: 'Amount', width: 9, holds: 'money' },
  { id: 'taxCode', head: 'Tax', width: 5, holds: 'tax code' },
  { id: 'account', head: 'Account', width: 7, holds: 'account' },
  { id: 'discount', head: 'Discount', width: 6, holds: 'share of contract' },
  { id: 'deposit', head: 'Deposit', width: 6, holds: 'share of contract' },
  { id: 'dueOn', head: 'Due', width: 7, holds: 'day' },
] as const satisfies readonly SheetColumn[];
