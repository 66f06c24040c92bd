import { withBlankRow, withRowMoved, type CellPlace } from './grid-edits.ts';
import { placeFrom, type GridAct } from './grid-keys.ts';
import { filledDown, filledRight, isOneCell, withRange } from './grid-range.ts';
import type { GridState } from './grid-state.ts';

type Acting<K extends GridAct['kind']> = Extract<GridAct, { readonly kind: K }>;
type Acts = { readonly [K in GridAct['kind']]?: (grid: GridState, act: Acting<K>) => void };

/** Going right or left, the next place that can be typed in: cells that only show are passed over, unless there is none beyond them. */
function pastShown(place: CellPlace, right: number, columns: GridState['columns']): CellPlace {
  if (right === 0) return place;
  let { column } = place;
  while (columns[column]?.readOnly === true) column += Math.sign(right);
  return columns[column] === undefined ? place : { ...place, column };
}

/** What keys do that move the cursor or change cells and rows; the others are the page's, or of the list of suggestions. */
const ACTS: Acts = {
  move: ({ cursor, columns, count, setCursor, go }, act) => {
    setCursor((before) => ({ ...before, runFrom: null }));
    go(pastShown(placeFrom(cursor, act, { rows: count, columns: columns.length }), act.right, columns));
  },
  extend: ({ corner, columns, count, setCursor }, act) => {
    const to = placeFrom(corner, act, { rows: count, columns: columns.length });
    setCursor((before) => ({ ...before, corner: to, isEditing: false }));
  },
  go: ({ cursor, columns, rows, go }, act) => {
    const row = { here: cursor.row, first: 0, last: Math.max(0, rows.length - 1) }[act.row];
    const column = { here: cursor.column, first: 0, last: columns.length - 1 }[act.column];
    go({ row, column });
  },
  return: ({ cursor, columns, count, runFrom, setCursor, go }) => {
    const below = placeFrom(cursor, { down: 1, right: 0 }, { rows: count, columns: columns.length });
    setCursor((before) => ({ ...before, runFrom: null }));
    go({ ...below, column: runFrom ?? below.column });
  },
  edit: ({ setCursor }) => setCursor((before) => ({ ...before, corner: before.at, isEditing: true })),
  clear: (grid) => fill(grid, () => withRange(grid.rows, grid.range, grid.columns, () => '')),
  'fill down': (grid) => fill(grid, () => filledDown(grid.rows, grid.range, grid.columns)),
  'fill right': (grid) => fill(grid, () => filledRight(grid.rows, grid.range, grid.columns)),
  'take out': ({ isFixed, rows, range, edit }) =>
    isFixed ? undefined : edit(rows.filter((_, row) => row < range.top || row > range.bottom)),
  'put in': ({ isFixed, rows, columns, cursor, edit }) =>
    isFixed
      ? undefined
      : edit(
          withBlankRow(
            rows,
            cursor.row,
            columns.map(({ id }) => id),
          ),
        ),
  'move row': ({ isFixed, rows, cursor, edit, go }, { down }) => {
    const to = cursor.row + down;
    if (isFixed || to < 0 || to >= rows.length) return;
    edit(withRowMoved(rows, cursor.row, to));
    go({ row: to, column: cursor.column });
  },
};

/** Changes the cells of the range, where the only one of it may be typed in. */
function fill(grid: GridState, changed: () => GridState['rows']): void {
  const isShownOnly = grid.columns[grid.cursor.column]?.readOnly ?? false;
  if (!isOneCell(grid.range) || !isShownOnly) grid.edit(changed());
}

/** Does what a key says to the sheet. */
export function acted(grid: GridState, act: GridAct): void {
  const does = ACTS[act.kind] as ((grid: GridState, act: GridAct) => void) | undefined;
  does?.(grid, act);
}
