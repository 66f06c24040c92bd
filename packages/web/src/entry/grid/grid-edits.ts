import Papa from 'papaparse';

/** A row of a sheet as typed, by column. */
export type GridRow = Readonly<Record<string, string>>;

export interface GridColumn {
  readonly id: string;
  readonly head: string;
  readonly width: string;
  readonly figures?: boolean;
  /** Shown, not typed. */
  readonly readOnly?: boolean;
}

/** What is wrong with a cell, or worth a look. */
export interface CellMark {
  readonly tone: 'trouble' | 'warning';
  readonly message: string;
}

export interface CellPlace {
  readonly row: number;
  readonly column: number;
}

/** The rows with one cell changed; a row below the last is made. */
export function withCell(
  rows: readonly GridRow[],
  { row, column }: CellPlace,
  columns: readonly string[],
  value: string,
): readonly GridRow[] {
  return withBlock(rows, { row, column }, columns, [[value]]);
}

/** The rows with a block of cells written over them, from a place to the right and down; what does not fit at the right is left out. */
export function withBlock(
  rows: readonly GridRow[],
  { row, column }: CellPlace,
  columns: readonly string[],
  block: readonly (readonly string[])[],
): readonly GridRow[] {
  const next = [...rows];
  while (next.length < row) next.push(blankRow(columns));
  for (const [index, cells] of block.entries()) {
    const known = next[row + index] ?? blankRow(columns);
    const changed = cells.flatMap((value, offset) => {
      const name = columns[column + offset];
      return name === undefined ? [] : [[name, value] as const];
    });
    next[row + index] = { ...known, ...Object.fromEntries(changed) };
  }
  return next;
}

/** The rows with a blank one put in. */
export function withBlankRow(rows: readonly GridRow[], at: number, columns: readonly string[]): readonly GridRow[] {
  return at > rows.length ? rows : rows.toSpliced(at, 0, blankRow(columns));
}

/** The rows with one in another place; as they are when there is no such place. */
export function withRowMoved(rows: readonly GridRow[], from: number, to: number): readonly GridRow[] {
  const row = rows[from];
  if (row === undefined || to < 0 || to >= rows.length) return rows;
  return rows.toSpliced(from, 1).toSpliced(to, 0, row);
}

export function blankRow(columns: readonly string[]): GridRow {
  return Object.fromEntries(columns.map((column) => [column, '']));
}

export function isBlankRow(row: GridRow): boolean {
  return Object.values(row).every((value) => value.trim() === '');
}

/** Cells as spreadsheets put them on the clipboard: tabs between, quotes around what holds line ends. */
export function pastedBlock(text: string): readonly (readonly string[])[] {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
  return data.map((cells) => cells.map((cell) => cell.trim()));
}

/** Whether pasted text is more than one cell's. */
export function isBlock(text: string): boolean {
  return /[\t\n]/.test(text.replace(/\r?\n$/, ''));
}
