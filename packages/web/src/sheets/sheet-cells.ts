import { isFigure, type SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { GridColumn, GridRow } from '../entry/grid-edits.ts';

/** The columns of a sheet as the grid draws them. */
export function gridColumns(columns: readonly SheetColumn[]): readonly GridColumn[] {
  return columns.map((column) => ({
    id: column.id,
    head: column.head,
    width: `${column.width}%`,
    figures: isFigure(column),
  }));
}

/** Rows as cells by column; a column `days/2` is the third of the list `days`. */
export function cellsOf(sheet: Sheet, columns: readonly SheetColumn[]): readonly GridRow[] {
  return sheet.rows.map((row) =>
    Object.fromEntries(
      columns.map(({ id }) => {
        const [name = '', place] = id.split('/');
        const typed: unknown = Object.entries(row).find(([key]) => key === name)?.[1];
        return [id, String((Array.isArray(typed) ? typed[Number(place)] : typed) ?? '')];
      }),
    ),
  );
}

/** The sheet with the cells in its rows. */
export function withCells(sheet: Sheet, cells: readonly GridRow[], columns: readonly SheetColumn[]): Sheet {
  return withParts(sheet, { rows: cells.map((row) => rowOf(row, columns)) });
}

function rowOf(cells: GridRow, columns: readonly SheetColumn[]): Readonly<Record<string, unknown>> {
  const row: Record<string, string | string[]> = {};
  for (const { id } of columns) {
    const [name = '', place] = id.split('/');
    const typed = cells[id] ?? '';
    const known = row[name];
    if (place === undefined) row[name] = typed;
    else row[name] = [...(Array.isArray(known) ? known : []), typed];
  }
  return row;
}

/** The sheet with fields changed, read by its own shape. */
export function withParts(sheet: Sheet, parts: Readonly<Record<string, unknown>>): Sheet {
  return Sheet.parse({ ...sheet, ...parts });
}
