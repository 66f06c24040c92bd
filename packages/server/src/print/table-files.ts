import { stringify } from 'csv-stringify/sync';
import { inertText } from '@lowtide/core/files/csv-text.ts';
import { plainDollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { Cell, Table, TableColumn } from '@lowtide/core/reports/table.ts';

export type ShownTable = Pick<Table, 'columns' | 'rows' | 'totals'>;

/** The columns that go into files, or those that were chosen, with the cells of every row and of the totals in their order. */
export function inFiles(table: Table, chosen?: readonly string[]): ShownTable {
  return withColumns(
    table,
    placesOf(table, chosen, ({ only }) => only !== 'screen'),
  );
}

/** The columns that are shown on screen, for what is printed from there. */
export function onScreen(table: Table, chosen?: readonly string[]): ShownTable {
  return withColumns(
    table,
    placesOf(table, chosen, ({ only }) => only !== 'file'),
  );
}

/** Places of the chosen columns in the order they were chosen, the first column before them; of the usual ones where none is known. */
function placesOf(
  { columns }: Table,
  chosen: readonly string[] | undefined,
  isUsual: (column: TableColumn) => boolean,
): readonly number[] {
  const usual = columns.flatMap((column, place) => (isUsual(column) ? [place] : []));
  const found = chosen?.map((id) => columns.findIndex((column) => column.id === id)).filter((place) => place >= 0);
  return found === undefined || found.length === 0 ? usual : [...new Set([...usual.slice(0, 1), ...found])];
}

function withColumns({ columns, rows, totals }: ShownTable, places: readonly number[]): ShownTable {
  const cells = (of: readonly Cell[]): Cell[] => places.flatMap((place) => of[place] ?? []);
  return {
    columns: places.flatMap((place) => columns[place] ?? []),
    rows: rows.map((row) => ({ ...row, cells: cells(row.cells) })),
    totals: totals === null ? null : cells(totals),
  };
}

/** A value as it goes into a file: a point for decimals, no separators, days as ISO, percents as numbers. */
export function plainText({ value }: Cell, { holds }: TableColumn): string {
  if (value === null || value === '') return '';
  if (typeof value === 'object') return percent(value, 4).replace('\u2212', '-');
  if (holds === 'money') return plainDollars(cents(Number(value)));
  if (holds === 'hours' || holds === 'price') {
    return tenThousandths(Number(value), holds === 'price' ? 2 : 0)
      .replace(/,/g, '')
      .replace('\u2212', '-');
  }
  return holds === 'text' ? inertText(String(value)) : String(value);
}

/** RFC 4180, UTF-8, header first. Sums of groups are left out: what is read back is rows. */
export function csvOf({ columns, rows, totals }: ShownTable): string {
  const line = (cells: readonly Cell[]): string[] =>
    columns.map((column, place) => plainText(cells[place] ?? { value: null }, column));
  return stringify([
    columns.map(({ file }) => file),
    ...rows.filter(({ sums }) => sums === undefined).map(({ cells }) => line(cells)),
    ...(totals === null ? [] : [line(totals)]),
  ]);
}
