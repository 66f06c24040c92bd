import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** What came of one line of an order, as typed. */
export const GoodsRow = z.strictObject({
  /** `PO-0012/3`. */
  line: Typed,
  /** Empty: all that is open. */
  quantity: Typed,
  /** Of a line without a quantity: what of its amount was done. */
  net: Typed,
  text: Typed.default(''),
});
export type GoodsRow = z.output<typeof GoodsRow>;

export const GoodsSheet = z.strictObject({
  kind: z.literal('goods'),
  datedOn: Typed,
  /** Number of the delivery note. */
  note: Typed,
  rows: z.array(GoodsRow).max(1_000),
});
export type GoodsSheet = z.output<typeof GoodsSheet>;

export const GOODS_COLUMNS = [
  { id: 'line', head: 'Line of an order', width: 26, holds: 'order line' },
  { id: 'quantity', head: 'Received now', width: 12, holds: 'quantity' },
  { id: 'net', head: 'Or amount', width: 12, holds: 'money' },
  { id: 'text', head: 'Text', width: 50, holds: 'text' },
] as const satisfies readonly (SheetColumn & { readonly id: keyof GoodsRow })[];
