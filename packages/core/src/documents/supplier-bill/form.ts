import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
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
  /** Line of an order that it is of: `PO-0012/3`. */
  order: Typed.default(''),
  /** Units of the line; empty where they follow from the order, or nothing is counted. */
  quantity: Typed.default(''),
  /** A charge that is spread over the other lines of the bill: `amount` or `quantity`. */
  spread: Typed.default(''),
  /** Percent of the bill that is withheld. */
  retention: Typed.default(''),
  /** Paid at once: an account such as the bank or a card, or the employee who paid it. */
  paid: Typed.default(''),
});
export type BillRow = z.output<typeof BillRow>;

export const BLANK_BILL_ROW: BillRow = {
  ...{ supplier: '', number: '', datedOn: '', dueOn: '', total: '', project: '', code: '', costType: '' },
  ...{ net: '', tax: '', text: '', order: '', quantity: '', spread: '', retention: '', paid: '' },
};

export const BillSheet = z.strictObject({
  kind: z.literal('bills'),
  /** Control total of the batch, tax included; empty for none. */
  controlTotal: Typed,
  /** Further columns that are shown; those with anything typed in them are shown anyway. */
  shows: z.array(z.enum(['orders', 'spread', 'retention', 'paid'])).default([]),
  rows: z.array(BillRow).max(2_000),
});
export type BillSheet = z.output<typeof BillSheet>;

type BillColumn = SheetColumn & { readonly id: keyof BillRow };

const HEAD = [
  { id: 'supplier', head: 'Supplier', width: 11, holds: 'supplier' },
  { id: 'number', head: 'Bill number', width: 9, holds: 'text' },
  { id: 'datedOn', head: 'Date', width: 8, holds: 'day' },
  { id: 'dueOn', head: 'Due', width: 8, holds: 'day' },
  { id: 'total', head: 'Bill total', width: 9, holds: 'money' },
] as const satisfies readonly BillColumn[];

const CODED = [
  { id: 'project', head: 'Project', width: 8, holds: 'project' },
  { id: 'code', head: 'Code or account', width: 11, holds: 'coding or account' },
  { id: 'costType', head: 'Type', width: 8, holds: 'cost type' },
  { id: 'net', head: 'Net', width: 9, holds: 'money' },
  { id: 'tax', head: 'Tax', width: 5, holds: 'tax code' },
  { id: 'text', head: 'Text', width: 14, holds: 'text' },
] as const satisfies readonly BillColumn[];

export type BillExtra = BillSheet['shows'][number];

/** Columns that are shown when they are wanted. */
const EXTRA: { readonly [E in BillExtra]: { readonly head: string; readonly columns: readonly BillColumn[] } } = {
  orders: {
    head: 'Orders',
    columns: [
      { id: 'order', head: 'Line of an order', width: 10, holds: 'order line' },
      { id: 'quantity', head: 'Quantity', width: 7, holds: 'quantity' },
    ],
  },
  spread: { head: 'Charges', columns: [{ id: 'spread', head: 'Spread by', width: 7, holds: 'spread' }] },
  retention: { head: 'Retention', columns: [{ id: 'retention', head: 'Retention %', width: 6, holds: 'quantity' }] },
  paid: { head: 'Paid at once', columns: [{ id: 'paid', head: 'Paid from', width: 9, holds: 'paid from' }] },
};

export const BILL_EXTRAS = Object.entries(EXTRA).map(([id, { head }]) => ({ id: id as BillExtra, head }));

/** Every column, shown or not; files of bills have them all, the further ones last. */
export const BILL_COLUMNS: readonly BillColumn[] = [
  ...HEAD,
  ...CODED,
  ...Object.values(EXTRA).flatMap(({ columns }) => columns),
];

/** The columns of a sheet: those wanted, and those that hold anything. */
export function billColumns({ shows, rows }: BillSheet): readonly BillColumn[] {
  const isUsed = (extra: BillExtra): boolean =>
    shows.includes(extra) || EXTRA[extra].columns.some(({ id }) => rows.some((row) => row[id].trim() !== ''));
  return columnsWith((Object.keys(EXTRA) as BillExtra[]).filter(isUsed));
}

function columnsWith(extras: readonly BillExtra[]): readonly BillColumn[] {
  const of = (extra: BillExtra): readonly BillColumn[] => (extras.includes(extra) ? EXTRA[extra].columns : []);
  return [...HEAD, ...of('retention'), ...of('paid'), ...of('orders'), ...CODED, ...of('spread')];
}
