import { z } from 'zod';
import { Typed } from '../../wire/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** One row of the batch sheet, as typed. A row without supplier, number, days and total goes on with the bill above it. */
export const BillRow = z.strictObject({
  supplier: Typed,
  number: Typed,
  datedOn: Typed,
  dueOn: Typed,
  /** Control total of the bill, tax included. */
  total: Typed,
  project: Typed,
  /** Cost code or `phase/cost code`; without a project, an account. */
  code: Typed,
  costType: Typed,
  net: Typed,
  tax: Typed,
  text: Typed,
});
export type BillRow = z.output<typeof BillRow>;

export const BLANK_BILL_ROW: BillRow = {
  ...{ supplier: '', number: '', datedOn: '', dueOn: '', total: '', project: '', code: '', costType: '' },
  ...{ net: '', tax: '', text: '' },
};

export const BillSheet = z.strictObject({
  kind: z.literal('bills'),
  /** Control total of the batch, tax included; empty for none. */
  controlTotal: Typed,
  rows: z.array(BillRow).max(2_000),
});
export type BillSheet = z.output<typeof BillSheet>;

export const BILL_COLUMNS = [
  { id: 'supplier', head: 'Supplier', width: 11, holds: 'supplier' },
  { id: 'number', head: 'Bill number', width: 9, holds: 'text' },
  { id: 'datedOn', head: 'Date', width: 8, holds: 'day' },
  { id: 'dueOn', head: 'Due', width: 8, holds: 'day' },
  { id: 'total', head: 'Bill total', width: 9, holds: 'money' },
  { id: 'project', head: 'Project', width: 8, holds: 'project' },
  { id: 'code', head: 'Code or account', width: 11, holds: 'coding or account' },
  { id: 'costType', head: 'Type', width: 8, holds: 'cost type' },
  { id: 'net', head: 'Net', width: 9, holds: 'money' },
  { id: 'tax', head: 'Tax', width: 5, holds: 'tax code' },
  { id: 'text', head: 'Text', width: 14, holds: 'text' },
] as const satisfies readonly (SheetColumn & { readonly id: keyof BillRow })[];
