import { stringify } from 'csv-stringify/sync';
import { inertText } from '@lowtide/core/files/csv-text.ts';
import { plainDollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { percent } from '@lowtide/core/money/ratio.ts';
import type { Cell, Table, TableColumn } from '@lowtide/core/reports/table.ts';

type ShownTable = Pick<Table, 'columns' | 'rows' | 'totals'>;

/** The columns that go into files, with the cells of every row and of the totals in their order. */
export function inFiles({ columns, rows, totals }: Table): ShownTable {
  return withColumns({ columns, rows, totals }, ({ only }) => only !== 'screen');
}

/** The columns that are shown on screen, for what is printed from there. */
export function onScreen(table: Table): ShownTable {
  return withColumns(table, ({ only }) => only !== 'file');
}

function withColumns({ columns, rows, totals }: ShownTable, kept: (column: TableColumn) => boolean): ShownTable {
  const places = columns.flatMap((column, place) => (kept(column) ? [place] : []));
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
  if (holds === 'hours') return tenThousandths(Number(value)).replace(/,/g, '').replace('\u2212', '-');
  return holds === 'text' ? inertText(String(value)) : String(value);
}

/** RFC 4180, UTF-8, header first. */
export function csvOf(table: Table): string {
  const { columns, rows, totals } = inFiles(table);
  const line = (cells: readonly Cell[]): string[] =>
    columns.map((column, place) => plainText(cells[place] ?? { value: null }, column));
  return stringify([
    columns.map(({ file }) => file),
    ...rows.map(({ cells }) => line(cells)),
    ...(totals === null ? [] : [line(totals)]),
  ]);
}
