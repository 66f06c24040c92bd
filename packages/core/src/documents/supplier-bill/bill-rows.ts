import { inBooksCurrency } from '../../cells/books-currency.ts';
import { moneyIn, type Cell } from '../../cells/cell.ts';
import type { Cents } from '../../money/cents.ts';
import { following, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';
import { BILL_COLUMNS, type BillRow } from './form.ts';

/** A row, and where it stands in the sheet. */
export interface RowPlace {
  readonly row: BillRow;
  readonly place: number;
  /** Its net was left out, and is what was left of the bill's total. */
  readonly isRest?: true;
  /** Cells that nobody typed in and the line of an order says. */
  readonly fromOrder?: readonly (keyof BillRow)[];
}

/** Consecutive rows of one bill. Rows with nothing in them are passed over. */
export function billGroups(rows: readonly BillRow[]): readonly (readonly RowPlace[])[] {
  const groups: RowPlace[][] = [];
  rows.forEach((row, place) => {
    if (BILL_COLUMNS.every(({ id }) => row[id].trim() === '')) return;
    const head = groups.at(-1)?.[0]?.row;
    const sameBill =
      head !== undefined &&
      (row.supplier.trim() === '' || row.supplier.trim() === head.supplier.trim()) &&
      (row.number.trim() === '' || row.number.trim() === head.number.trim());
    if (sameBill) groups.at(-1)?.push({ row, place });
    else groups.push([{ row, place }]);
  });
  return groups;
}

export function cellOf({ row, place }: RowPlace, column: keyof BillRow): Cell {
  return { typed: row[column], at: `rows/${place}/${column}` };
}

/** An amount of a bill: in the currency of the books, or refused. */
export function billMoneyIn(cell: Cell, { currency }: Pick<Catalog, 'currency'>): Decision<Cents> {
  return following(inBooksCurrency(cell, currency), moneyIn);
}
