import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useParams } from 'react-router';
import { dayText, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Asked } from '../api/books-api.ts';
import { EntryGrid } from '../entry/EntryGrid.tsx';
import type { GridColumn, GridRow } from '../entry/grid-edits.ts';
import { codingSuggestions, costTypeSuggestions, named, projectSuggestions } from '../entry/pick-suggestions.ts';
import { PreviewPanel } from '../entry/PreviewPanel.tsx';
import { markedCells, placeWords } from '../entry/remark-places.ts';
import { SheetBar } from '../entry/SheetBar.tsx';
import type { Suggestion } from '../entry/SuggestionList.tsx';
import { useDraft, type DraftState } from '../entry/use-draft.ts';
import { useSheetKey } from '../entry/use-sheet-key.ts';
import { usePosting } from '../entry/use-posting.tsx';
import { Button } from '../ui/Button.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

type HoursSheet = Extract<Asked<'newDraft'>['body']['sheet'], { kind: 'hours' }>;

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

function columnsOf(weekOn: IsoDate): readonly GridColumn[] {
  return [
    { id: 'employee', head: 'Employee', width: '11%' },
    { id: 'project', head: 'Project', width: '10%' },
    { id: 'code', head: 'Code', width: '12%' },
    { id: 'costType', head: 'Type', width: '7%' },
    ...DAYS.map((day, place) => ({
      id: `day${place}`,
      head: `${day} ${Number(plusDays(weekOn, place).slice(8))}`,
      width: '6%',
      figures: true,
    })),
    { id: 'text', head: 'Text', width: '16%' },
  ];
}

/** Rows of the sheet as cells, each day its own. */
function cellsOf(rows: HoursSheet['rows']): readonly GridRow[] {
  return rows.map(({ days, ...row }) => ({
    ...row,
    ...Object.fromEntries(days.map((typed, place) => [`day${place}`, typed])),
  }));
}

function rowsOf(cells: readonly GridRow[]): HoursSheet['rows'] {
  return cells.map((row) => ({
    employee: row['employee'] ?? '',
    project: row['project'] ?? '',
    code: row['code'] ?? '',
    costType: row['costType'] ?? '',
    days: DAYS.map((_, place) => row[`day${place}`] ?? ''),
    text: row['text'] ?? '',
  }));
}

/** A week of hours: who worked where, day by day, at the rate valid on the day. */
export function HoursSheetPage() {
  const { draft = 'new' } = useParams();
  const { through, today } = useShownBooks();
  const go = useGo();
  const { key, onMade } = useSheetKey(draft);
  const parts = {
    id: draft === 'new' ? null : Number(draft),
    month: through,
    blank: { kind: 'hours' as const, weekOn: mondayOf(today), rows: [] },
    onMade: (id: number) => {
      onMade(id);
      go(`/costs/hours/${id}`, { replace: true });
    },
  };
  return <HoursSheetOf key={key} parts={parts} onPosted={() => go('/costs/hours/new')} />;
}

function HoursSheetOf({
  parts,
  onPosted,
}: {
  readonly parts: Parameters<typeof useDraft<HoursSheet>>[0];
  readonly onPosted: () => void;
}) {
  const state = useDraft<HoursSheet>(parts);
  const { sheet, change, preview, trouble } = state;
  const posting = usePosting({ draft: state, month: parts.month, onPosted });
  useHotkeys('mod+enter', () => void posting.post(), { enableOnFormTags: true, preventDefault: true });
  if (trouble && !sheet) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!sheet) return <Loading />;
  const weekOn = mondayOf(sheet.weekOn as IsoDate);
  const move = (days: number) => (): void => change({ ...sheet, weekOn: plusDays(weekOn, days) });
  const hours = preview === null ? '0' : tenThousandths(preview.hours);
  return (
    <Page
      title={`Hours, week of ${dayText(weekOn)}`}
      facts={`${hours} hours, ${dollars(preview?.enteredCents ?? (0 as never))} at cost rates: to projects, or to indirect labor where no project is given`}
      actions={
        <>
          <Button aria-label="A week earlier" onPress={move(-7)}>
            <ChevronLeft size={15} aria-hidden />
          </Button>
          <Button aria-label="A week later" onPress={move(7)}>
            <ChevronRight size={15} aria-hidden />
          </Button>
          <SheetBar draft={state} posting={posting} />
        </>
      }
    >
      <HoursGrid state={state} sheet={sheet} columns={columnsOf(weekOn)} />
      <PreviewPanel preview={preview} place={placeWords(columnsOf(weekOn))} />
      {posting.dialog}
    </Page>
  );
}

interface HoursGridProps {
  readonly state: DraftState<HoursSheet>;
  readonly sheet: HoursSheet;
  readonly columns: readonly GridColumn[];
}

function HoursGrid({ state, sheet, columns }: HoursGridProps) {
  const { through } = useShownBooks();
  const [row, setRow] = useState(0);
  const { answer: reference } = useRead('reference', {});
  const typedProject = (sheet.rows[row]?.project ?? '').trim().toLowerCase();
  const project = reference?.projects.find(({ code }) => code.toLowerCase() === typedProject);
  const stands = useRead(
    'budgetStands',
    project === undefined ? null : { query: { project: String(project.id), through } },
  );
  const suggest = (_row: GridRow, column: string, typed: string): readonly Suggestion[] => {
    if (!reference) return [];
    switch (column) {
      case 'employee':
        return named(reference.employees, column, typed);
      case 'project':
        return projectSuggestions(reference, typed);
      case 'code':
        return typedProject === '' ? [] : codingSuggestions(reference, stands.answer?.lines ?? [], typed);
      case 'costType':
        return costTypeSuggestions(typed);
      default:
        return [];
    }
  };
  return (
    <EntryGrid
      label="Hours"
      columns={columns}
      rows={cellsOf(sheet.rows)}
      onChange={(rows) => state.change({ ...sheet, rows: rowsOf(rows) })}
      marks={markedCells(state.preview)}
      suggest={suggest}
      onCursor={(place) => setRow(place.row)}
    />
  );
}
