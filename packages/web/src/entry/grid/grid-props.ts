import type { PointerEvent } from 'react';
import type { CellMark, CellPlace, GridColumn, GridRow } from './grid-edits.ts';
import type { Suggestion } from './SuggestionList.tsx';

/** What a cell was understood as, in the words of a reader, and what a code in it is called. */
export type Understood = (
  row: GridRow,
  column: string,
) => { readonly text?: string | undefined; readonly name?: string | undefined } | undefined;

export interface RowHandlers {
  readonly onFocus: (place: CellPlace) => void;
  readonly onType: (place: CellPlace, value: string) => void;
  readonly onPress: (place: CellPlace, event: PointerEvent) => void;
  readonly onDrag: (place: CellPlace) => void;
}

export interface EntryGridProps {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: readonly GridRow[];
  /** Takes the rows as changed by typing in the place; null when they changed otherwise, as by pasting. */
  readonly onChange: (rows: readonly GridRow[], place: string | null) => void;
  /** What is wrong with a cell, by `row/column`. */
  readonly marks: ReadonlyMap<string, CellMark>;
  /** What is offered for a cell; null while that is still asked for. */
  readonly suggest: (row: GridRow, column: string, typed: string) => readonly Suggestion[] | null;
  /** Where the cursor is; null when the sheet is left. */
  readonly onCursor: (place: CellPlace | null) => void;
  /** What follows in the cells of a row that nobody typed, by column. */
  readonly follows?: (row: number) => Readonly<Record<string, string>> | undefined;
  /** What a cell was understood as; must stay the same function while what it knows does. */
  readonly understood?: Understood;
  /** Rows that head those below them. */
  readonly isHeading?: (row: GridRow) => boolean;
  /** The rows there are, and no more. */
  readonly isFixed?: boolean;
  /** Begins with the cursor in the first cell that can be typed in. */
  readonly isOpening?: boolean;
  /** Puts the cursor there, each time another one is given. */
  readonly goTo?: CellPlace | null;
  /** Ctrl L on a row. */
  readonly onRepeat?: (row: number) => void;
  /** Ctrl Z, and Ctrl Shift Z. */
  readonly onUndo?: () => void;
  readonly onRedo?: () => void;
}
