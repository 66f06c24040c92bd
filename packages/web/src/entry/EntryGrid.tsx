import { useVirtualizer } from '@tanstack/react-virtual';
import {
  memo,
  useCallback,
  useLayoutEffect,
  useId,
  useMemo,
  useRef,
  useState,
  type ClipboardEvent,
  type KeyboardEvent,
  type RefObject,
} from 'react';
import {
  blankRow,
  isBlock,
  pastedBlock,
  withBlankRow,
  withBlock,
  withCell,
  withRowMoved,
  type CellMark,
  type CellPlace,
  type GridColumn,
  type GridRow,
} from './grid-edits.ts';
import { Cell, Frame } from './GridCell.tsx';
import { SuggestionList, type Suggestion } from './SuggestionList.tsx';

export interface EntryGridProps {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: readonly GridRow[];
  /** Takes the rows as changed by typing in the place; null when they changed otherwise, as by pasting. */
  readonly onChange: (rows: readonly GridRow[], place: string | null) => void;
  /** What is wrong with a cell, by `row/column`. */
  readonly marks: ReadonlyMap<string, CellMark>;
  readonly suggest: (row: GridRow, column: string, typed: string) => readonly Suggestion[];
  readonly onCursor: (place: CellPlace) => void;
  /** What follows in the cells of a row that nobody typed, by column. */
  readonly follows?: (row: number) => Readonly<Record<string, string>> | undefined;
  /** Rows that head those below them. */
  readonly isHeading?: (row: GridRow) => boolean;
  /** The rows there are, and no more. */
  readonly isFixed?: boolean;
  /** Ctrl L on a row. */
  readonly onRepeat?: (row: number) => void;
  /** Ctrl Z, and Ctrl Shift Z. */
  readonly onUndo?: () => void;
  readonly onRedo?: () => void;
}

const ROW_HEIGHT = 29;
/** A short sheet is drawn whole; a long one only where it is in view. */
const DRAW_ALL_BELOW = 80;

/** A sheet of cells driven by the keyboard: arrows, paste, fill down, pickers. One row more than there are waits at the end. */
export function EntryGrid(props: EntryGridProps) {
  const { label, columns, rows, marks, follows, isHeading, isFixed = false } = props;
  const box = useRef<HTMLDivElement>(null);
  const listId = useId();
  const count = rows.length + (isFixed ? 0 : 1);
  const { indices, top, bottom, scrollTo } = useRowsInView(box, count);
  const focusCell = ({ row, column }: CellPlace): void => {
    if (row < 0 || row >= count || column < 0 || column >= columns.length) return;
    scrollTo(row);
    requestAnimationFrame(() =>
      box.current?.querySelector<HTMLInputElement>(`[data-cell="${row}-${column}"]`)?.focus(),
    );
  };
  const { cursor, suggestions, chosen, rowAt, accept, onKeyDown, onPaste, ...handlers } = useGridCursor(
    props,
    focusCell,
  );
  const { onFocus, onType } = useSteady(handlers);
  const byRow = useMemo(() => marksByRow(marks), [marks]);
  return (
    <Frame ref={box} onKeyDown={onKeyDown} onPaste={onPaste}>
      <table role="grid" aria-label={label} aria-rowcount={count + 1}>
        <Heads columns={columns} />
        <tbody>
          {top > 0 ? <tr aria-hidden style={{ height: top }} /> : null}
          {indices.map((index) => (
            <Row
              key={index}
              index={index}
              row={rowAt(index)}
              columns={columns}
              marks={byRow.get(index)}
              follows={follows?.(index)}
              heads={isHeading?.(rowAt(index)) ?? false}
              picker={
                cursor.row === index && suggestions.length > 0 ? { column: cursor.column, listId, chosen } : undefined
              }
              onFocus={onFocus}
              onType={onType}
            />
          ))}
          {bottom > 0 ? <tr aria-hidden style={{ height: bottom }} /> : null}
        </tbody>
      </table>
      {suggestions.length > 0 ? (
        <SuggestionList
          id={listId}
          suggestions={suggestions}
          chosen={chosen}
          box={box}
          cell={`${cursor.row}-${cursor.column}`}
          onAccept={accept}
        />
      ) : null}
    </Frame>
  );
}

interface Handlers {
  readonly onFocus: (place: CellPlace) => void;
  readonly onType: (place: CellPlace, value: string) => void;
}

/** Handlers that stay the same ones while what they do changes: rows that did not change are not drawn again. */
function useSteady(handlers: Handlers): Handlers {
  const latest = useRef(handlers);
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  const onFocus = useCallback((place: CellPlace) => latest.current.onFocus(place), []);
  const onType = useCallback((place: CellPlace, value: string) => latest.current.onType(place, value), []);
  return { onFocus, onType };
}

type RowMarks = ReadonlyMap<string, CellMark>;

function marksByRow(marks: EntryGridProps['marks']): ReadonlyMap<number, RowMarks> {
  const byRow = new Map<number, Map<string, CellMark>>();
  for (const [cell, mark] of marks) {
    const row = cell.slice(0, cell.indexOf('/'));
    const column = cell.slice(row.length + 1);
    const ofRow = byRow.get(Number(row)) ?? new Map<string, CellMark>();
    byRow.set(Number(row), ofRow.set(column, mark));
  }
  return byRow;
}

/** Which rows to draw, and the room above and below them. */
function useRowsInView(box: RefObject<HTMLDivElement | null>, count: number) {
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 5,
  });
  const scrollTo = (row: number): void => virtual.scrollToIndex(row);
  if (count < DRAW_ALL_BELOW) {
    return { indices: Array.from({ length: count }, (_, index) => index), top: 0, bottom: 0, scrollTo };
  }
  const items = virtual.getVirtualItems();
  const bottom = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  return { indices: items.map(({ index }) => index), top: items[0]?.start ?? 0, bottom, scrollTo };
}

/** Where the cursor is, what is suggested there, and what typing, keys and pasting do. */
function useGridCursor(props: EntryGridProps, focusCell: (place: CellPlace) => void) {
  const { columns, rows, onChange, suggest, onCursor } = props;
  const [cursor, setCursor] = useState<CellPlace>({ row: 0, column: 0 });
  const [picking, setPicking] = useState<{ readonly chosen: number } | null>(null);
  const ids = columns.map(({ id }) => id);
  const rowAt = (row: number): GridRow => rows[row] ?? blankRow(ids);
  const columnId = ids[cursor.column] ?? '';
  const suggestions = picking === null ? [] : suggest(rowAt(cursor.row), columnId, rowAt(cursor.row)[columnId] ?? '');
  const chosen = Math.min(picking?.chosen ?? 0, suggestions.length - 1);
  const move = (down: number, right: number): void =>
    focusCell({ row: cursor.row + down, column: cursor.column + right });
  const write = (value: string): void => onChange(withCell(rows, cursor, ids, value), null);
  const accept = (suggestion: Suggestion): void => {
    setPicking(null);
    if (suggestion.act) suggestion.act();
    else
      onChange(
        withBlock(rows, { row: cursor.row, column: 0 }, ids, [
          ids.map((id) => suggestion.patch[id] ?? rowAt(cursor.row)[id] ?? ''),
        ]),
        null,
      );
  };
  const onPaste = (event: ClipboardEvent): void => {
    const text = event.clipboardData.getData('text/plain');
    if (!isBlock(text) || columns[cursor.column]?.readOnly) return;
    event.preventDefault();
    setPicking(null);
    onChange(withBlock(rows, cursor, ids, pastedBlock(text)), null);
  };
  const onFocus = (place: CellPlace): void => {
    setCursor(place);
    setPicking(null);
    onCursor(place);
  };
  const onType = (place: CellPlace, value: string): void => {
    onChange(withCell(rows, place, ids, value), `${place.row}-${place.column}`);
    setPicking({ chosen: 0 });
  };
  const onKeyDown = gridKeys({ ...props, cursor, ids, rowAt, move, write, accept, suggestions, chosen, setPicking });
  return { cursor, suggestions, chosen, rowAt, accept, onKeyDown, onPaste, onFocus, onType };
}

interface RowProps extends Handlers {
  readonly index: number;
  readonly row: GridRow;
  readonly columns: readonly GridColumn[];
  readonly marks: RowMarks | undefined;
  readonly follows: Readonly<Record<string, string>> | undefined;
  readonly heads: boolean;
  readonly picker: { readonly column: number; readonly listId: string; readonly chosen: number } | undefined;
}

const Row = memo(function Row({ index, row, columns, marks, follows, heads, picker, onFocus, onType }: RowProps) {
  return (
    <tr aria-rowindex={index + 2} data-heads={heads || undefined}>
      <th scope="row">{index + 1}</th>
      {columns.map(({ id, head, figures = false, readOnly = false }, column) => (
        <Cell
          key={id}
          label={`${head}, row ${index + 1}`}
          place={{ row: index, column }}
          value={row[id] ?? ''}
          figures={figures}
          readOnly={readOnly}
          ghost={follows?.[id]}
          mark={marks?.get(id)}
          picker={picker?.column === column ? picker : undefined}
          onFocus={onFocus}
          onType={(value) => onType({ row: index, column }, value)}
        />
      ))}
    </tr>
  );
});

function Heads({ columns }: { readonly columns: readonly GridColumn[] }) {
  return (
    <thead>
      <tr>
        <th scope="col" style={{ width: 26 }}>
          <span aria-label="Row">#</span>
        </th>
        {columns.map(({ id, head, width, figures }) => (
          <th key={id} scope="col" style={{ width }} data-figures={figures}>
            {head}
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface GridKeys extends EntryGridProps {
  readonly cursor: CellPlace;
  readonly ids: readonly string[];
  readonly rowAt: (row: number) => GridRow;
  readonly move: (down: number, right: number) => void;
  readonly write: (value: string) => void;
  readonly accept: (suggestion: Suggestion) => void;
  readonly suggestions: readonly Suggestion[];
  readonly chosen: number;
  readonly setPicking: (picking: { readonly chosen: number } | null) => void;
}

/** Takes out, puts in or moves a row when the key says so; whether it did. */
function editsRows({ cursor, ids, rows, move, onChange }: GridKeys, { key, shiftKey }: KeyboardEvent): boolean {
  const { row } = cursor;
  if (key === 'Delete')
    onChange(
      rows.filter((_, index) => index !== row),
      null,
    );
  else if (key === 'i') onChange(withBlankRow(rows, row, ids), null);
  else if (shiftKey && (key === 'ArrowUp' || key === 'ArrowDown')) {
    const down = key === 'ArrowUp' ? -1 : 1;
    onChange(withRowMoved(rows, row, row + down), null);
    if (row + down >= 0 && row + down < rows.length) move(down, 0);
  } else return false;
  return true;
}

/** What keys do in the sheet; while suggestions are open, up, down, Enter, Tab and Escape are theirs. */
function gridKeys(grid: GridKeys) {
  const { cursor, ids, rowAt, move, write, accept, suggestions, chosen, setPicking } = grid;
  return (event: KeyboardEvent): void => {
    const { key, ctrlKey, metaKey, altKey } = event;
    const open = suggestions.length > 0;
    const suggestion = suggestions[chosen];
    const done = (act: () => void): void => {
      event.preventDefault();
      act();
    };
    if ((ctrlKey || metaKey) && key.toLowerCase() === 'z') {
      const act = event.shiftKey ? grid.onRedo : grid.onUndo;
      return act ? done(act) : undefined;
    }
    if (grid.columns[cursor.column]?.readOnly && (ctrlKey || metaKey || key === 'Delete')) return;
    if ((ctrlKey || metaKey) && !grid.isFixed && editsRows(grid, event)) return event.preventDefault();
    if (ctrlKey || metaKey) {
      const column = ids[cursor.column] ?? '';
      if (key === 'd') done(() => write(rowAt(cursor.row - 1)[column] ?? ''));
      else if (key === 'l') done(() => grid.onRepeat?.(cursor.row));
      return;
    }
    if (key === 'ArrowDown' && altKey) return done(() => setPicking({ chosen: 0 }));
    if (key === 'ArrowDown')
      return done(() => (open ? setPicking({ chosen: Math.min(chosen + 1, suggestions.length - 1) }) : move(1, 0)));
    if (key === 'ArrowUp') return done(() => (open ? setPicking({ chosen: Math.max(0, chosen - 1) }) : move(-1, 0)));
    if (key === 'Escape' && open) return done(() => setPicking(null));
    if (key === 'Enter')
      return done(() => (open && suggestion ? accept(suggestion) : move(event.shiftKey ? -1 : 1, 0)));
    if (key === 'Tab' && open && suggestion && !suggestion.act) accept(suggestion);
    const input = event.target as HTMLInputElement;
    if (key === 'ArrowLeft' && input.selectionStart === 0 && input.selectionEnd === 0) done(() => move(0, -1));
    if (key === 'ArrowRight' && input.selectionStart === input.value.length) done(() => move(0, 1));
  };
}
