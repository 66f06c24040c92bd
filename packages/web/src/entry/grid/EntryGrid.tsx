import { useId, useMemo, useRef, useState, type FocusEvent, type RefObject } from 'react';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { InStatus } from '../../ui/InStatus.tsx';
import { blankRow, type CellMark, type GridColumn } from './grid-edits.ts';
import { foundCell, isOneCell, rangeSum, type CellRange } from './grid-range.ts';
import { Frame } from './GridCell.tsx';
import { GridFind } from './GridFind.tsx';
import type { EntryGridProps } from './grid-props.ts';
import { Row } from './GridRow.tsx';
import { SuggestionList } from './SuggestionList.tsx';
import { useColumnWidths } from './use-column-widths.ts';
import { useGridCursor, type GridCursor } from './use-grid-cursor.ts';
import { useFocusCell, useGoTo, useOpening, useRowsInView, useSteady } from './use-grid-view.ts';

/** A sheet of cells driven by the keyboard as a spreadsheet is. One row more than there are waits at the end. */
export function EntryGrid(props: EntryGridProps) {
  const { columns, rows, understood, isFixed = false } = props;
  const box = useRef<HTMLDivElement>(null);
  const count = rows.length + (isFixed ? 0 : 1);
  const view = useRowsInView(box, count);
  const [isFinding, setFinding] = useState(false);
  const focusCell = useFocusCell(box, view.scrollTo);
  const grid = useGridCursor({
    ...props,
    ...{ count, focusCell, scrollTo: view.scrollTo, openFind: () => setFinding(true) },
  });
  useOpening(props, grid.go);
  useGoTo(props.goTo ?? null, grid.go);
  const next = (text: string): boolean => {
    const isShown = (row: number, column: string): string => understood?.(rows[row] ?? {}, column)?.text ?? '';
    const place = foundCell(rows, columns, text, { from: grid.cursor, isShown });
    if (place !== null) grid.mark(place);
    return place !== null;
  };
  const close = (): void => {
    setFinding(false);
    grid.go(grid.cursor);
  };
  return (
    <>
      {isFinding ? <GridFind onNext={next} onClose={close} /> : null}
      <GridBody {...{ props, grid, view, box, count, isFinding }} />
      {isOneCell(grid.range) ? null : <InStatus>{sumText(rangeSum(rows, grid.range, columns))}</InStatus>}
    </>
  );
}

interface GridBodyProps {
  readonly props: EntryGridProps;
  readonly grid: GridCursor;
  readonly view: ReturnType<typeof useRowsInView>;
  readonly box: RefObject<HTMLDivElement | null>;
  readonly count: number;
  readonly isFinding: boolean;
}

function GridBody({ props, grid, view, box, count, isFinding }: GridBodyProps) {
  const listId = useId();
  const [isInside, setInside] = useState(false);
  const leave = (event: FocusEvent<HTMLDivElement>): void => {
    if (event.currentTarget.contains(event.relatedTarget)) return;
    setInside(false);
    props.onCursor(null);
  };
  const { cursor, suggestions, chosen } = grid;
  return (
    <Frame
      ref={box}
      onKeyDown={grid.onKeyDown}
      onPaste={grid.onPaste}
      onCopy={grid.onCopy}
      onCut={grid.onCopy}
      onFocus={() => setInside(true)}
      onBlur={leave}
    >
      <table role="grid" aria-label={props.label} aria-rowcount={count + 1} aria-multiselectable>
        <Heads label={props.label} columns={props.columns} />
        <Rows {...{ props, grid, view, listId }} isShowingCursor={isInside || isFinding} />
      </table>
      {suggestions.length > 0 ? (
        <SuggestionList
          id={listId}
          suggestions={suggestions}
          chosen={chosen}
          box={box}
          cell={`${cursor.row}-${cursor.column}`}
          onAccept={grid.accept}
        />
      ) : null}
    </Frame>
  );
}

interface RowsProps extends Pick<GridBodyProps, 'props' | 'grid' | 'view'> {
  readonly listId: string;
  readonly isShowingCursor: boolean;
}

function Rows({ props, grid, view, listId, isShowingCursor }: RowsProps) {
  const { columns, rows, marks, follows, understood, isHeading } = props;
  const { cursor, range, suggestions, chosen } = grid;
  const handlers = useSteady(grid);
  const byRow = useMemo(() => marksByRow(marks), [marks]);
  const blank = useMemo(() => blankRow(columns.map(({ id }) => id)), [columns]);
  const isRange = !isOneCell(range);
  return (
    <tbody>
      {view.top > 0 ? <tr aria-hidden style={{ height: view.top }} /> : null}
      {view.indices.map((index) => {
        const isHere = cursor.row === index;
        const isChosen = isRange && isInRange(index, range);
        return (
          <Row
            key={index}
            index={index}
            row={rows[index] ?? blank}
            columns={columns}
            marks={byRow.get(index)}
            follows={follows?.(index)}
            understood={understood}
            heads={isHeading?.(rows[index] ?? blank) ?? false}
            active={isHere && isShowingCursor ? cursor.column : undefined}
            isEditing={isHere && grid.isEditing}
            left={isChosen ? range.left : undefined}
            right={isChosen ? range.right : undefined}
            picker={isHere && suggestions.length > 0 ? { column: cursor.column, listId, chosen } : undefined}
            handlers={handlers}
          />
        );
      })}
      {view.bottom > 0 ? <tr aria-hidden style={{ height: view.bottom }} /> : null}
    </tbody>
  );
}

function isInRange(row: number, { top, bottom }: CellRange): boolean {
  return top <= row && row <= bottom;
}

function sumText({ cells, sum }: ReturnType<typeof rangeSum>): string {
  const held = `${cells} ${cells === 1 ? 'cell' : 'cells'} filled`;
  return sum === null ? held : `${held}, sum ${tenThousandths(quantity(sum))}`;
}

function marksByRow(marks: EntryGridProps['marks']): ReadonlyMap<number, ReadonlyMap<string, CellMark>> {
  const byRow = new Map<number, Map<string, CellMark>>();
  for (const [cell, mark] of marks) {
    const row = cell.slice(0, cell.indexOf('/'));
    const column = cell.slice(row.length + 1);
    const ofRow = byRow.get(Number(row)) ?? new Map<string, CellMark>();
    byRow.set(Number(row), ofRow.set(column, mark));
  }
  return byRow;
}

function Heads({ label, columns }: { readonly label: string; readonly columns: readonly GridColumn[] }) {
  const { widthOf, drag } = useColumnWidths(label);
  return (
    <thead>
      <tr>
        <th scope="col" style={{ width: 26 }}>
          <span aria-label="Row">#</span>
        </th>
        {columns.map(({ id, head, width, figures }) => (
          <th key={id} scope="col" style={{ width: widthOf(id) ?? width }} data-figures={figures}>
            {head}
            <i aria-hidden onPointerDown={(event) => drag(id, event)} />
          </th>
        ))}
      </tr>
    </thead>
  );
}
