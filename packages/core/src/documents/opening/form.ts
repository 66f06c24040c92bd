import { z } from 'zod';
import { Typed } from '../../shapes/values.ts';
import type { SheetColumn } from '../sheet-column.ts';

/** One balance that is taken over, as typed: of an account, of an open bill or invoice, or of a project. */
export const OpeningRow = z.strictObject({
  /** An account, or a word of `OPENING_WORDS`. */
  what: Typed,
  debit: Typed,
  credit: Typed,
  party: Typed.default(''),
  number: Typed.default(''),
  datedOn: Typed.default(''),
  dueOn: Typed.default(''),
  project: Typed.default(''),
  /** Cost code or `phase/cost code`. */
  code: Typed.default(''),
  costType: Typed.default(''),
  text: Typed.default(''),
});
export type OpeningRow = z.output<typeof OpeningRow>;

export const OpeningSheet = z.strictObject({
  kind: z.literal('opening'),
  text: Typed,
  rows: z.array(OpeningRow).max(5_000),
});
export type OpeningSheet = z.output<typeof OpeningSheet>;

export const OPENING_COLUMNS = [
  { id: 'what', head: 'Balance of', width: 13, holds: 'opening balance' },
  { id: 'debit', head: 'Debit', width: 11, holds: 'money' },
  { id: 'credit', head: 'Credit', width: 11, holds: 'money' },
  { id: 'party', head: 'Party', width: 10, holds: 'client or supplier' },
  { id: 'number', head: 'Number', width: 8, holds: 'text' },
  { id: 'datedOn', head: 'Date', width: 8, holds: 'day' },
  { id: 'dueOn', head: 'Due', width: 8, holds: 'day' },
  { id: 'project', head: 'Project', width: 9, holds: 'project' },
  { id: 'code', head: 'Code', width: 9, holds: 'code' },
  { id: 'costType', head: 'Type', width: 5, holds: 'cost type' },
  { id: 'text', head: 'Text', width: 8, holds: 'text' },
] as const satisfies readonly (SheetColumn & { readonly id: keyof OpeningRow })[];

/** A row and its address in the sheet. */
export interface RowAt {
  readonly row: OpeningRow;
  readonly at: string;
}
