import Papa from 'papaparse';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import { blankRow, withBlock, type CellPlace, type GridColumn, type GridRow } from './grid-edits.ts';

/** Cells from one corner to the other, both included. */
export interface CellRange {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export function rangeOf(one: CellPlace, other: CellPlace): CellRange {
  return {
    top: Math.min(one.row, other.row),
    bottom: Math.max(one.row, other.row),
    left: Math.min(one.column, other.column),
    right: Math.max(one.column, other.column),
  };
}

export function isOneCell({ top, bottom, left, right }: CellRange): boolean {
  return top === bottom && left === right;
}

/** What is typed in the cells, row by row. */
export function blockOf(
  rows: readonly GridRow[],
  { top, bottom, left, right }: CellRange,
  columns: readonly GridColumn[],
): readonly (readonly string[])[] {
  return Array.from({ length: bottom - top + 1 }, (_, row) =>
    columns.slice(left, right + 1).map(({ id }) => rows[top + row]?.[id] ?? ''),
  );
}

/** Cells as they go to the clipboard, for spreadsheets to read: tabs between, quotes where they are needed. */
export function copiedText(block: readonly (readonly string[])[]): string {
  return Papa.unparse(
    block.map((cells) => [...cells]),
    { delimiter: '\t', newline: '\n' },
  );
}

/** The rows with a block written where it may be: cells that are only shown stay as they are. */
export function withTyped(
  rows: readonly GridRow[],
  { row, column }: CellPlace,
  columns: readonly GridColumn[],
  block: readonly (readonly string[])[],
): readonly GridRow[] {
  const kept = block.map((cells, index) =>
    cells.map((value, offset) => {
      const at = columns[column + offset];
      return at?.readOnly ? (rows[row + index]?.[at.id] ?? '') : value;
    }),
  );
  return withBlock(
    rows,
    { row, column },
    columns.map(({ id }) => id),
    kept,
  );
}

/** The rows with every cell of the range holding what `value` says of its place in it. */
export function withRange(
  rows: readonly GridRow[],
  range: CellRange,
  columns: readonly GridColumn[],
  value: (down: number, right: number) => string,
): readonly GridRow[] {
  const block = Array.from({ length: range.bottom - range.top + 1 }, (_, down) =>
    Array.from({ length: range.right - range.left + 1 }, (_each, right) => value(down, right)),
  );
  return withTyped(rows, { row: range.top, column: range.left }, columns, block);
}

/** The first row of the range repeated below it; of one row, the row above. */
export function filledDown(rows: readonly GridRow[], range: CellRange, columns: readonly GridColumn[]) {
  const from = range.top === range.bottom ? range.top - 1 : range.top;
  const above = rows[from] ?? blankRow(columns.map(({ id }) => id));
  return withRange(rows, range, columns, (_down, right) => above[columns[range.left + right]?.id ?? ''] ?? '');
}

/** The first column of the range repeated to the right of it. */
export function filledRight(rows: readonly GridRow[], range: CellRange, columns: readonly GridColumn[]) {
  const first = columns[range.left]?.id ?? '';
  return withRange(rows, range, columns, (down) => rows[range.top + down]?.[first] ?? '');
}

/** How many cells of the range hold something, and what those that hold numbers add up to, in ten-thousandths. */
export function rangeSum(
  rows: readonly GridRow[],
  range: CellRange,
  columns: readonly GridColumn[],
): { readonly cells: number; readonly sum: number | null } {
  let [cells, numbers, sum] = [0, 0, 0];
  for (let row = range.top; row <= range.bottom; row += 1) {
    for (const { id, figures = false } of columns.slice(range.left, range.right + 1)) {
      const typed = rows[row]?.[id] ?? '';
      if (typed.trim() === '') continue;
      cells += 1;
      const read = figures ? typedNumber(typed, 4) : null;
      if (read?.kind !== 'number') continue;
      numbers += 1;
      sum += read.scaled;
    }
  }
  return { cells, sum: numbers === 0 || !Number.isSafeInteger(sum) ? null : sum };
}

/** The next cell after a place that holds the text, row by row and from the beginning again; null where none does. */
export function foundCell(
  rows: readonly GridRow[],
  columns: readonly GridColumn[],
  text: string,
  { from, isShown }: { readonly from: CellPlace; readonly isShown: (row: number, column: string) => string },
): CellPlace | null {
  const wanted = text.trim().toLowerCase();
  const cells = rows.length * columns.length;
  const begin = from.row * columns.length + from.column;
  if (wanted === '') return null;
  for (let step = 1; step <= cells; step += 1) {
    const at = (begin + step) % cells;
    const place = { row: Math.floor(at / columns.length), column: at % columns.length };
    const { id } = columns[place.column] ?? { id: '' };
    if (`${rows[place.row]?.[id] ?? ''}\n${isShown(place.row, id)}`.toLowerCase().includes(wanted)) return place;
  }
  return null;
}
