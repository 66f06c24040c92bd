import type { Cell } from '../../cells/cell.ts';
import { ORDER_CELLS, type OrderRow } from './form.ts';

/** A row, and where it stands in the sheet. */
export interface OrderPlace {
  readonly row: OrderRow;
  readonly place: number;
}

/** Consecutive rows of one order: a blank row, another supplier or another number ends it. */
export function orderGroups(rows: readonly OrderRow[]): readonly (readonly OrderPlace[])[] {
  const groups: OrderPlace[][] = [];
  let isEnded = true;
  rows.forEach((row, place) => {
    if (ORDER_CELLS.every((id) => row[id].trim() === '')) {
      isEnded = true;
      return;
    }
    const head = groups.at(-1)?.[0]?.row;
    if (!isEnded && head !== undefined && goesOn(row, head)) groups.at(-1)?.push({ row, place });
    else groups.push([{ row, place }]);
    isEnded = false;
  });
  return groups;
}

function goesOn(row: OrderRow, head: OrderRow): boolean {
  const same = (typed: string, first: string): boolean => typed.trim() === '' || typed.trim() === first.trim();
  return same(row.supplier, head.supplier) && same(row.number, head.number);
}

export function orderCell({ row, place }: OrderPlace, column: keyof OrderRow): Cell {
  return { typed: row[column], at: `rows/${place}/${column}` };
}
