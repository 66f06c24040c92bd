import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What a client paid, as typed: the first row of a receipt has its head, rows below it name further invoices. */
export const ReceiptRow = z.strictObject({
  client: Typed,
  paidOn: Typed,
  /** All that came in. */
  amount: Typed,
  /** The invoice it pays; none at all: those due first. */
  document: Typed.default(''),
  /** What of it pays that invoice; empty: as much as is open and left. */
  applied: Typed.default(''),
  text: Typed.default(''),
});
export type ReceiptRow = z.output<typeof ReceiptRow>;

export const ReceiptSheet = z.strictObject({
  kind: z.literal('receipts'),
  controlTotal: Typed,
  rows: z.array(ReceiptRow).max(1_000),
});
export type ReceiptSheet = z.output<typeof ReceiptSheet>;

export const RECEIPT_COLUMNS = [
  { id: 'client', head: 'Client', width: 18, holds: 'client' },
  { id: 'paidOn', head: 'Received on', width: 11, holds: 'day' },
  { id: 'amount', head: 'Amount', width: 12, holds: 'money' },
  { id: 'document', head: 'Pays invoice', width: 13, holds: 'text' },
  { id: 'open', head: 'Open', width: 11, holds: 'money', isShown: true },
  { id: 'applied', head: 'Applied', width: 12, holds: 'money' },
  { id: 'text', head: 'Text', width: 23, holds: 'text' },
] as const satisfies readonly SheetColumn[];
