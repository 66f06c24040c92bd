import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** One line of an order, as typed; its first row has its head. */
export const OrderRow = z.strictObject({
  supplier: Typed,
  /** Empty for a new order; the number of one there is makes its next version. */
  number: Typed,
  datedOn: Typed,
  project: Typed,
  /** Cost code or `phase/cost code`; without a project, an account. */
  code: Typed,
  costType: Typed,
  text: Typed,
  quantity: Typed,
  unit: Typed,
  price: Typed,
  net: Typed,
  tax: Typed,
  wantedOn: Typed.default(''),
  deliverTo: Typed.default(''),
  /** Percent of each bill that is withheld. */
  retention: Typed.default(''),
  /** Of a version: the line of the order it goes on with. */
  line: Typed.default(''),
});
export type OrderRow = z.output<typeof OrderRow>;

export const BLANK_ORDER_ROW: OrderRow = {
  ...{ supplier: '', number: '', datedOn: '', project: '', code: '', costType: '', text: '', quantity: '', unit: '' },
  ...{ price: '', net: '', tax: '', wantedOn: '', deliverTo: '', retention: '', line: '' },
};

const rows = z.array(OrderRow).max(1_000);
export const OrderSheet = z.strictObject({ kind: z.literal('orders'), rows });
export const SubcontractSheet = z.strictObject({ kind: z.literal('subcontracts'), rows });
export type OrderSheet = z.output<typeof OrderSheet>;
export type SubcontractSheet = z.output<typeof SubcontractSheet>;

type OrderColumn = SheetColumn & { readonly id: keyof OrderRow };

const HEAD = [
  { id: 'supplier', head: 'Supplier', width: 10, holds: 'supplier' },
  { id: 'number', head: 'Changes', width: 6, holds: 'order' },
  { id: 'line', head: 'Line', width: 3, holds: 'text' },
  { id: 'datedOn', head: 'Date', width: 6, holds: 'day' },
] as const satisfies readonly OrderColumn[];

const LINE = [
  { id: 'project', head: 'Project', width: 7, holds: 'project' },
  { id: 'code', head: 'Code or account', width: 9, holds: 'coding or account' },
  { id: 'costType', head: 'Type', width: 6, holds: 'cost type' },
  { id: 'text', head: 'Text', width: 13, holds: 'text' },
  { id: 'quantity', head: 'Quantity', width: 6, holds: 'quantity' },
  { id: 'unit', head: 'Unit', width: 4, holds: 'text' },
  { id: 'price', head: 'Price', width: 6, holds: 'quantity' },
  { id: 'net', head: 'Net', width: 7, holds: 'money' },
  { id: 'tax', head: 'Tax', width: 4, holds: 'tax code' },
] as const satisfies readonly OrderColumn[];

/** An order: when it is wanted, and where. */
export const ORDER_COLUMNS = [
  ...HEAD,
  ...LINE,
  { id: 'wantedOn', head: 'Wanted', width: 6, holds: 'day' },
  { id: 'deliverTo', head: 'Delivered to', width: 7, holds: 'text' },
] as const satisfies readonly OrderColumn[];

/** A subcontract: its lines are its schedule of values, and part of each bill is withheld. */
export const SUBCONTRACT_COLUMNS = [
  ...HEAD,
  { id: 'retention', head: 'Retention %', width: 9, holds: 'quantity' },
  ...LINE,
] as const satisfies readonly OrderColumn[];

export const ORDER_CELLS = Object.keys(BLANK_ORDER_ROW) as readonly (keyof OrderRow)[];
