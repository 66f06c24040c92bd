import { useState } from 'react';
import { withParts } from '@lowtide/core/documents/sheet-cells.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import type { CellPlace } from '../entry/grid/grid-edits.ts';
import type { Preview } from '../entry/draft/use-draft.ts';
import { ApplicationTools } from './ApplicationTools.tsx';
import { BillTools, GoodsTools } from './OrderTools.tsx';
import { WorkTools } from './WorkTools.tsx';
import { HoursTools } from './HoursTools.tsx';

export interface SheetToolsProps {
  readonly sheet: Sheet;
  readonly preview: Preview | null;
  readonly place: CellPlace | null;
  readonly change: (sheet: Sheet, at: string | null) => void;
}

/** What a kind of sheet has above its rows beside its fields. */
export function SheetTools({ sheet, preview, place, change }: SheetToolsProps) {
  // A button takes the cursor out of the rows: what it does is done where the cursor was.
  const [last, setLast] = useState(place);
  if (place !== null && place !== last) setLast(place);
  if (sheet.kind === 'bills') {
    const row = (place ?? last)?.row ?? sheet.rows.length;
    return <BillTools {...{ sheet, row }} onChange={(parts) => change(withParts(sheet, parts), null)} />;
  }
  if (sheet.kind === 'goods') {
    return <GoodsTools sheet={sheet} onRows={(rows) => change(withParts(sheet, { rows }), null)} />;
  }
  if (sheet.kind === 'applications') {
    return <ApplicationTools sheet={sheet} onChange={(parts) => change(withParts(sheet, parts), null)} />;
  }
  if (sheet.kind === 'work-invoices') {
    return <WorkTools sheet={sheet} onRows={(rows) => change(withParts(sheet, { rows }), null)} />;
  }
  if (sheet.kind !== 'hours') return null;
  return (
    <HoursTools
      {...{ sheet, preview, place: place ?? last }}
      onRows={(rows) => change(withParts(sheet, { rows }), null)}
    />
  );
}
