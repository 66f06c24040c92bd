import type { SheetColumn } from './sheet-column.ts';
import { Sheet } from './sheets.ts';

/** What is typed in a row, by column. */
export type SheetCells = Readonly<Record<string, string>>;

/** Rows as cells by column; a column `days/2` is the third of the list `days`. */
export function cellsOf(sheet: Sheet, columns: readonly SheetColumn[]): readonly SheetCells[] {
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
export function withCells(sheet: Sheet, cells: readonly SheetCells[], columns: readonly SheetColumn[]): Sheet {
  return withParts(sheet, { rows: cells.map((row) => rowOf(row, columns)) });
}

function rowOf(cells: SheetCells, columns: readonly SheetColumn[]): Readonly<Record<string, unknown>> {
  const row: Record<string, string | string[]> = {};
  for (const { id, isShown = false } of columns) {
    if (isShown) continue;
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
