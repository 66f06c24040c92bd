import { useEffect, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { acted } from './grid-acts.ts';
import { gridClipboard } from './grid-clipboard.ts';
import { blankRow, withBlock, withCell, type CellPlace, type GridRow } from './grid-edits.ts';
import { caretIn, gridAct } from './grid-keys.ts';
import { useGridMouse } from './grid-mouse.ts';
import { isOneCell, rangeOf, type CellRange } from './grid-range.ts';
import { cursorAt, FIRST_CELL, type GridState } from './grid-state.ts';
import type { EntryGridProps, RowHandlers } from './grid-props.ts';
import type { Suggestion } from './SuggestionList.tsx';

export interface GridCursor extends RowHandlers {
  /** The cell that keys go to. */
  readonly cursor: CellPlace;
  /** From the cursor to the other corner that was chosen. */
  readonly range: CellRange;
  /** The text of the cell is being changed. */
  readonly isEditing: boolean;
  readonly suggestions: readonly Suggestion[];
  readonly chosen: number;
  readonly accept: (suggestion: Suggestion) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly onPaste: (event: ClipboardEvent) => void;
  readonly onCopy: (event: ClipboardEvent) => void;
  readonly go: (place: CellPlace) => void;
  /** Puts the cursor there, and leaves the keys where they are. */
  readonly mark: (place: CellPlace) => void;
}

interface GridParts extends EntryGridProps {
  /** Rows that can be stood in, the waiting one included. */
  readonly count: number;
  readonly focusCell: (place: CellPlace) => void;
  readonly openFind: () => void;
  readonly scrollTo: (row: number) => void;
}

/** Where the cursor is, what is chosen and suggested there, and what typing, keys, the mouse and the clipboard do. */
export function useGridCursor(parts: GridParts): GridCursor {
  const { columns, rows, onChange, onCursor, count, isFixed = false } = parts;
  const [state, setCursor] = useState(FIRST_CELL);
  const { at: cursor, corner, isEditing, runFrom } = state;
  const ids = columns.map(({ id }) => id);
  const picker = usePicker(parts, cursor);
  const grid: GridState = {
    ...{ columns, rows, count, isFixed, cursor, corner, isEditing, runFrom, setCursor },
    range: rangeOf(cursor, corner),
    go: (place) => {
      setCursor((before) => ({ ...before, at: place, corner: place, isEditing: false }));
      parts.focusCell(place);
    },
    edit: (edited) => {
      picker.close();
      onChange(isFixed ? edited.slice(0, rows.length) : edited, null);
    },
  };
  const { suggestions, chosen, accept } = picker;
  return {
    ...{ cursor, range: grid.range, isEditing, suggestions, chosen, accept, go: grid.go },
    ...gridClipboard(grid),
    ...useGridMouse(grid),
    mark: (place) => {
      setCursor(() => cursorAt(place));
      parts.scrollTo(place.row);
    },
    onFocus: (place) => {
      const isThere = place.row === cursor.row && place.column === cursor.column;
      const isNext = place.row === cursor.row && place.column > cursor.column;
      if (!isThere) setCursor((before) => ({ ...cursorAt(place), runFrom: isNext ? before.runFrom : null }));
      picker.close();
      onCursor(place);
    },
    onType: (place, value) => {
      setCursor((before) => ({ ...before, corner: before.at, isEditing: true }));
      onChange(withCell(rows, place, ids, value), `${place.row}-${place.column}`);
      picker.choose(0);
    },
    onKeyDown: gridKeys(parts, grid, picker),
  };
}

interface Picker {
  readonly suggestions: readonly Suggestion[];
  readonly chosen: number;
  readonly choose: (place: number) => void;
  readonly close: () => void;
  readonly accept: (suggestion: Suggestion) => void;
  /** What is offered is still asked for: takes the first of it when it is there. */
  readonly acceptLater: (() => void) | null;
}

/** What is suggested for the cell of the cursor. */
function usePicker({ columns, rows, suggest, onChange }: GridParts, cursor: CellPlace): Picker {
  const [picking, setPicking] = useState<{ readonly chosen: number } | null>(null);
  const ids = columns.map(({ id }) => id);
  const row: GridRow = rows[cursor.row] ?? blankRow(ids);
  const column = ids[cursor.column] ?? '';
  const offered = picking === null ? [] : suggest(row, column, row[column] ?? '');
  const suggestions = offered ?? [];
  const [owed, setOwed] = useState<CellPlace | null>(null);
  const accepted = (at: CellPlace, { patch }: Suggestion): void => {
    const filled = ids.map((id) => patch[id] ?? rows[at.row]?.[id] ?? '');
    onChange(withBlock(rows, { row: at.row, column: 0 }, ids, [filled]), null);
  };
  useOwed(owed, setOwed, (at) => {
    const owing = rows[at.row] ?? blankRow(ids);
    const id = ids[at.column] ?? '';
    const answer = suggest(owing, id, owing[id] ?? '');
    const first = answer?.[0];
    if (first && !first.act) accepted(at, first);
    return answer !== null;
  });
  return {
    suggestions,
    chosen: Math.min(picking?.chosen ?? 0, suggestions.length - 1),
    choose: (place) => setPicking({ chosen: Math.max(0, Math.min(place, Math.max(0, suggestions.length - 1))) }),
    close: () => setPicking(null),
    accept: (suggestion) => {
      setPicking(null);
      if (suggestion.act) return suggestion.act();
      accepted(cursor, suggestion);
    },
    acceptLater: offered === null && (row[column] ?? '').trim() !== '' ? () => setOwed(cursor) : null,
  };
}

/** Tries again after every answer until what was owed is done. */
function useOwed(owed: CellPlace | null, setOwed: (owed: null) => void, isDone: (owed: CellPlace) => boolean): void {
  useEffect(() => {
    if (owed !== null && isDone(owed)) setOwed(null);
  });
}

/** What keys do: in the list of suggestions while it is open, in the page, and else in the sheet. */
function gridKeys({ onUndo, onRedo, onRepeat, openFind }: GridParts, grid: GridState, picker: Picker) {
  const { suggestions, chosen, choose, close, accept } = picker;
  const suggestion = suggestions[chosen];
  return (event: KeyboardEvent): void => {
    const state = {
      isPicking: suggestions.length > 0,
      isEditing: grid.isEditing,
      isRange: !isOneCell(grid.range),
      isWide: grid.range.left !== grid.range.right,
    };
    const act = gridAct(event, state, caretIn(event.target as HTMLInputElement));
    if (act === null || (act.kind === 'undo' && !onUndo) || (act.kind === 'redo' && !onRedo)) return;
    if (act.kind === 'tab') {
      // The way to add something is never taken in passing.
      if (suggestion && !suggestion.act) accept(suggestion);
      picker.acceptLater?.();
      return grid.setCursor((before) => ({ ...before, runFrom: before.runFrom ?? grid.cursor.column }));
    }
    event.preventDefault();
    if (act.kind === 'return' && picker.acceptLater) {
      close();
      return picker.acceptLater();
    }
    if (act.kind === 'choose') choose(chosen + act.step);
    else if (act.kind === 'open') choose(0);
    else if (act.kind === 'close') close();
    else if (act.kind === 'accept') suggestion ? accept(suggestion) : undefined;
    else if (act.kind === 'undo') onUndo?.();
    else if (act.kind === 'redo') onRedo?.();
    else if (act.kind === 'repeat') onRepeat?.(grid.cursor.row);
    else if (act.kind === 'find') openFind();
    else acted(grid, act);
  };
}
