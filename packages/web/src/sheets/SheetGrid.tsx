import { useMemo, useState } from 'react';
import { firstDay, type Month } from '@lowtide/core/calendar/month.ts';
import { proposedCode, proposedProject } from '@lowtide/core/records/proposed-fields.ts';
import { useRead, type Answer } from '../api/books-api.ts';
import type { SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import { concern } from '@lowtide/core/problems/wording.ts';
import { sheetKind, type Sheet } from '@lowtide/core/documents/sheets.ts';
import { EntryGrid } from '../entry/grid/EntryGrid.tsx';
import type { CellMark, CellPlace, GridRow } from '../entry/grid/grid-edits.ts';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { markedCells } from '../entry/grid/remark-places.ts';
import type { DraftState, Preview } from '../entry/draft/use-draft.ts';
import { Note } from '../ui/notes.tsx';
import { cellsOf, withCells } from '@lowtide/core/documents/sheet-cells.ts';
import { gridColumns } from './grid-columns.ts';
import type { Hand } from './reached-remarks.ts';
import { useRepeatBill } from './use-repeat-bill.ts';
import { useUnderstood } from './use-understood.ts';
import { useRowSuggestions } from './use-row-suggestions.ts';
import type { Addable } from '../entry/grid/use-suggestions.ts';

interface Adding {
  readonly kind: Addable;
  readonly typed: string;
  readonly row: number;
  readonly column: string;
}

export interface SheetGridProps {
  readonly state: DraftState;
  readonly sheet: Sheet;
  readonly columns: readonly SheetColumn[];
  readonly month: Month;
  /** What the sheet would do, as far as it was typed. */
  readonly preview: Preview | null;
  readonly isOpening: boolean;
  readonly goTo: CellPlace | null;
  readonly onHand: (hand: Hand | null) => void;
}

/** The rows of a sheet; what is missing is added without leaving them. */
export function SheetGrid({ state, sheet, columns, month, preview, isOpening, goTo, onHand }: SheetGridProps) {
  const [place, setPlace] = useState({ row: 0, column: 0 });
  const understood = useUnderstood(columns, month);
  const follows = useMemo(() => followsByRow(preview), [preview]);
  const [adding, setAdding] = useState<Adding | null>(null);
  const cells = cellsOf(sheet, columns);
  const add = (kind: Addable, typed: string): void =>
    setAdding({ kind, typed, row: place.row, column: columns[place.column]?.id ?? '' });
  const suggest = useRowSuggestions(sheet, { columns, cells, at: place.row, add });
  const change = (rows: readonly GridRow[], at: string | null = null): void => {
    onHand({ place, isTyping: at !== null });
    state.change(withCells(sheet, rows, columns), at);
  };
  const { repeat, advice } = useRepeatBill(cells, change);
  const { answer: reference } = useRead('reference', {});
  const added = ({ row, column }: Adding, code: string): void => {
    setAdding(null);
    change(cells.map((each, index) => (index === row ? { ...each, [column]: code } : each)));
  };
  return (
    <>
      <EntryGrid
        label={sheetKind(sheet.kind).rows}
        columns={gridColumns(columns)}
        rows={cells}
        onChange={change}
        marks={new Map([...unreadMarks(sheet), ...markedCells(preview)])}
        follows={(row) => follows.get(row)}
        understood={understood}
        isOpening={isOpening}
        goTo={goTo}
        onUndo={state.undo}
        onRedo={state.redo}
        suggest={suggest}
        onCursor={(to) => {
          if (to !== null) setPlace(to);
          onHand(to === null ? null : { place: to, isTyping: false });
        }}
        {...(sheet.kind === 'bills' ? { onRepeat: repeat } : {})}
      />
      {advice === null ? null : (
        <Note $tone="warning" role="status">
          {advice}
        </Note>
      )}
      {adding === null ? null : (
        <RecordDialog
          kind={adding.kind}
          fields={proposed(adding, { reference, month })}
          onClose={() => setAdding(null)}
          onDone={(fields) => added(adding, fields['code'] ?? '')}
        />
      )}
    </>
  );
}

interface Around {
  readonly reference: Answer<'reference'> | undefined;
  readonly month: Month;
}

/** What a record that was only named begins as; Enter adds it. */
function proposed({ kind, typed }: Adding, { reference, month }: Around): Readonly<Record<string, string>> {
  const { projects = [], clients = [], suppliers = [] } = reference ?? {};
  return kind === 'project'
    ? proposedProject(typed, { projects, clients, startOn: firstDay(month) })
    : {
        name: typed,
        code: proposedCode(
          typed,
          suppliers.map(({ code }) => code),
        ),
      };
}

/** Marks at cells that are typed in and not looked at. */
function unreadMarks(sheet: Sheet): readonly (readonly [string, CellMark])[] {
  const unread = sheetKind(sheet.kind).unread?.(sheet) ?? [];
  return unread.map((warning) => [warning.at.replace(/^rows\//, ''), { tone: 'warning', message: concern(warning) }]);
}

/** What follows in cells that nobody typed in, by row and column. */
function followsByRow(preview: Preview | null): ReadonlyMap<number, Readonly<Record<string, string>>> {
  const byRow = new Map<number, Record<string, string>>();
  for (const { at, text } of preview?.follows ?? []) {
    const [, row, ...column] = at.split('/');
    const ofRow = byRow.get(Number(row)) ?? {};
    ofRow[column.join('/')] = text;
    byRow.set(Number(row), ofRow);
  }
  return byRow;
}
