import type { CellPlace, GridColumn, GridRow } from './grid-edits.ts';
import type { CellRange } from './grid-range.ts';

/** Where the cursor of a sheet is, and how it got there. */
export interface Cursor {
  readonly at: CellPlace;
  /** The other corner of what is chosen. */
  readonly corner: CellPlace;
  /** The text of the cell is being changed. */
  readonly isEditing: boolean;
  /** Where a run of Tabs began; Enter goes there in the next row. */
  readonly runFrom: number | null;
}

export const FIRST_CELL: Cursor = {
  at: { row: 0, column: 0 },
  corner: { row: 0, column: 0 },
  isEditing: false,
  runFrom: null,
};

export function cursorAt(place: CellPlace): Cursor {
  return { ...FIRST_CELL, at: place, corner: place };
}

/** A sheet as keys, mouse and clipboard find it, and what they can do to it. */
export interface GridState {
  readonly columns: readonly GridColumn[];
  readonly rows: readonly GridRow[];
  /** Rows that can be stood in, the waiting one included. */
  readonly count: number;
  /** No row comes or goes. */
  readonly isFixed: boolean;
  readonly cursor: CellPlace;
  readonly corner: CellPlace;
  readonly range: CellRange;
  readonly isEditing: boolean;
  readonly runFrom: number | null;
  readonly setCursor: (change: (before: Cursor) => Cursor) => void;
  /** Puts the cursor there, and the keys with it. */
  readonly go: (place: CellPlace) => void;
  /** Changes rows otherwise than by typing. */
  readonly edit: (rows: readonly GridRow[]) => void;
}
