import type { EstimateColumn } from '@lowtide/core/estimate/estimate-sheet.ts';
import { Refusal } from '../http/refusal.ts';

/** Columns of a sheet in files: their name in CSV, their head and width in a workbook, and what they hold there. */
export const SHEET_COLUMNS: readonly {
  readonly column: EstimateColumn;
  readonly csv: string;
  readonly head: string;
  readonly width: number;
  readonly format?: string;
}[] = [
  { column: 'section', csv: 'section', head: 'Section', width: 18 },
  { column: 'code', csv: 'code', head: 'Code', width: 12 },
  { column: 'costType', csv: 'cost_type', head: 'Cost type', width: 12 },
  { column: 'text', csv: 'text', head: 'Text', width: 32 },
  { column: 'quantity', csv: 'quantity', head: 'Quantity', width: 10, format: '#,##0.####' },
  { column: 'unit', csv: 'unit', head: 'Unit', width: 7 },
  { column: 'unitCost', csv: 'unit_cost', head: 'Unit cost', width: 11, format: '#,##0.00##' },
  { column: 'cost', csv: 'cost', head: 'Cost', width: 14, format: '#,##0.00' },
  { column: 'markup', csv: 'markup_percent', head: 'Markup %', width: 10, format: '0.00##' },
  { column: 'markupAmount', csv: 'markup_amount', head: 'Markup', width: 13, format: '#,##0.00' },
  { column: 'unitPrice', csv: 'unit_price', head: 'Unit price', width: 11, format: '#,##0.00##' },
  { column: 'price', csv: 'price', head: 'Price', width: 14, format: '#,##0.00' },
  { column: 'note', csv: 'note', head: 'Note', width: 30 },
];

/** The letter of a column of the workbook. */
export function letterOf(column: EstimateColumn): string {
  return String.fromCharCode(65 + SHEET_COLUMNS.findIndex((each) => each.column === column));
}

const MOST_ROWS = 5_000;

/** Refuses a file with more rows than a sheet has. */
export function refuseLong(rows: number): void {
  if (rows > MOST_ROWS)
    throw new Refusal([{ at: 'content', kind: 'file-unreadable', reason: `it has more than ${MOST_ROWS} rows` }]);
}
