import { useState } from 'react';
import type { SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import { sheetKind, type Sheet } from '@lowtide/core/documents/sheets.ts';
import { EntryGrid } from '../entry/EntryGrid.tsx';
import type { GridRow } from '../entry/grid-edits.ts';
import { NEW_PROJECT, RecordDialog } from '../entry/RecordDialog.tsx';
import { markedCells } from '../entry/remark-places.ts';
import type { DraftState } from '../entry/use-draft.ts';
import { Note } from '../ui/notes.tsx';
import { cellsOf, gridColumns, withCells } from './sheet-cells.ts';
import { useRepeatBill } from './use-repeat-bill.ts';
import { useSuggestions, type Addable } from './use-suggestions.ts';

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
}

/** The rows of a sheet; what is missing is added without leaving them. */
export function SheetGrid({ state, sheet, columns }: SheetGridProps) {
  const [place, setPlace] = useState({ row: 0, column: 0 });
  const [adding, setAdding] = useState<Adding | null>(null);
  const cells = cellsOf(sheet, columns);
  const projectAt = (row: GridRow | undefined): string => row?.['project'] ?? '';
  const suggestions = useSuggestions(projectAt(cells[place.row]), (kind, typed) =>
    setAdding({ kind, typed, row: place.row, column: columns[place.column]?.id ?? '' }),
  );
  const change = (rows: readonly GridRow[]): void => state.change(withCells(sheet, rows, columns));
  const { repeat, advice } = useRepeatBill(cells, change);
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
        marks={markedCells(state.preview)}
        suggest={(row, column, typed) => {
          const holds = columns.find(({ id }) => id === column)?.holds ?? 'text';
          return suggestions({ holds, column, typed, project: projectAt(row) });
        }}
        onCursor={setPlace}
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
          fields={{ name: adding.typed, ...(adding.kind === 'project' ? NEW_PROJECT : {}) }}
          onClose={() => setAdding(null)}
          onDone={(fields) => added(adding, fields['code'] ?? '')}
        />
      )}
    </>
  );
}
