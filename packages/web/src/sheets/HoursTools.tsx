import { useState } from 'react';
import type { HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { useAsk } from '../api/books-api.ts';
import type { CellPlace } from '../entry/grid/grid-edits.ts';
import type { Preview } from '../entry/draft/use-draft.ts';
import { Button } from '../ui/Button.tsx';
import { Note } from '../ui/notes.tsx';
import { CrewDialog } from './CrewDialog.tsx';
import { SplitDayDialog } from './SplitDayDialog.tsx';

type Row = HoursSheet['rows'][number];

export interface HoursToolsProps {
  readonly sheet: HoursSheet;
  readonly preview: Preview | null;
  /** Where the cursor is; null where it is nowhere. */
  readonly place: CellPlace | null;
  readonly onRows: (rows: readonly Row[]) => void;
}

/** Shortcuts of a week of hours: last week's rows, a whole crew, a day split over two rows; and who is short of their week. */
export function HoursTools({ sheet, preview, place, onRows }: HoursToolsProps) {
  const [open, setOpen] = useState<'crew' | 'split' | null>(null);
  const [advice, setAdvice] = useState<string | null>(null);
  const ask = useAsk('lastWeek');
  const filled = sheet.rows.filter(isFilled);
  const add = (rows: readonly Row[]): void => {
    setOpen(null);
    onRows([...filled, ...rows]);
  };
  const takeLast = async (): Promise<void> => {
    const last = await ask({ query: { weekOn: mondayOf(sheet.weekOn) } });
    if (!last.ok) return setAdvice(last.trouble.detail);
    setAdvice(last.answer.rows.length === 0 ? 'No hours are posted for the week before.' : null);
    if (last.answer.rows.length > 0) add(last.answer.rows);
  };
  const row = place === null ? undefined : sheet.rows[place.row];
  return (
    <>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 8, alignItems: 'center' }}>
        <Button onPress={() => void takeLast()}>Rows of last week</Button>
        <Button onPress={() => setOpen('crew')}>Add a crew</Button>
        <Button isDisabled={row === undefined || !isFilled(row)} onPress={() => setOpen('split')}>
          Split a day
        </Button>
        <Missing preview={preview} />
      </div>
      {advice === null ? null : <Note role="status">{advice}</Note>}
      {open === 'crew' ? (
        <CrewDialog weekOn={mondayOf(sheet.weekOn)} onAdd={add} onClose={() => setOpen(null)} />
      ) : null}
      {open === 'split' && row !== undefined && place !== null ? (
        <SplitDayDialog
          row={row}
          column={place.column}
          weekOn={mondayOf(sheet.weekOn)}
          onSplit={(rows) => {
            setOpen(null);
            onRows(sheet.rows.toSpliced(place.row, 1, ...rows));
          }}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

function isFilled({ employee, project, code, days }: Row): boolean {
  return [employee, project, code, ...days].some((cell) => cell.trim() !== '');
}

const MOST_NAMES = 4;

/** Who has fewer hours than their usual week, the most first. */
function Missing({ preview }: { readonly preview: Preview | null }) {
  const short = (preview?.weeks ?? [])
    .filter(({ missing }) => missing > 0)
    .toSorted((one, other) => other.missing - one.missing);
  if (short.length === 0) return null;
  const named = short.slice(0, MOST_NAMES).map(({ employee, missing }) => `${employee} ${tenThousandths(missing)}`);
  const all = quantity(short.reduce((sum, { missing }) => sum + missing, 0));
  return (
    <span>
      Missing to usual weeks: <strong>{tenThousandths(all)} h</strong> of {short.length} ({named.join(', ')}
      {short.length > MOST_NAMES ? ', …' : ''})
    </span>
  );
}
