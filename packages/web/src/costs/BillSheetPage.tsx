import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useParams } from 'react-router';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Asked } from '../api/books-api.ts';
import { EntryGrid } from '../entry/EntryGrid.tsx';
import { isBlankRow, type GridColumn, type GridRow } from '../entry/grid-edits.ts';
import { costTypeSuggestions, codingSuggestions, named, projectSuggestions } from '../entry/pick-suggestions.ts';
import { PreviewPanel } from '../entry/PreviewPanel.tsx';
import { NEW_PROJECT, RecordDialog } from '../entry/RecordDialog.tsx';
import { markedCells, placeWords } from '../entry/remark-places.ts';
import { SheetBar } from '../entry/SheetBar.tsx';
import type { Suggestion } from '../entry/SuggestionList.tsx';
import { useDraft, type DraftState } from '../entry/use-draft.ts';
import { useSheetKey } from '../entry/use-sheet-key.ts';
import { usePosting } from '../entry/use-posting.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

type BillSheet = Extract<Asked<'newDraft'>['body']['sheet'], { kind: 'bills' }>;
const BLANK: BillSheet = { kind: 'bills', controlTotal: '', rows: [] };

const COLUMNS: readonly GridColumn[] = [
  { id: 'supplier', head: 'Supplier', width: '11%' },
  { id: 'number', head: 'Bill number', width: '9%' },
  { id: 'datedOn', head: 'Date', width: '8%' },
  { id: 'dueOn', head: 'Due', width: '8%' },
  { id: 'total', head: 'Bill total', width: '9%', figures: true },
  { id: 'project', head: 'Project', width: '8%' },
  { id: 'code', head: 'Code or account', width: '11%' },
  { id: 'costType', head: 'Type', width: '8%' },
  { id: 'net', head: 'Net', width: '9%', figures: true },
  { id: 'tax', head: 'Tax', width: '5%' },
  { id: 'text', head: 'Text', width: '14%' },
];

/** Supplier bills, many at once: one row a line, the first row of a bill has its head. */
export function BillSheetPage() {
  const { draft = 'new' } = useParams();
  const { through } = useShownBooks();
  const go = useGo();
  const { key, onMade } = useSheetKey(draft);
  const [posted, setPosted] = useState<string | null>(null);
  return (
    <BillSheetOf
      key={key}
      id={draft === 'new' ? null : Number(draft)}
      month={through}
      posted={posted}
      onPosted={(numbers) => {
        setPosted(numbers);
        go('/costs/bills/new');
      }}
      onMade={(id) => {
        onMade(id);
        go(`/costs/bills/${id}`, { replace: true });
      }}
    />
  );
}

interface BillSheetOfProps {
  readonly id: number | null;
  readonly month: ReturnType<typeof useShownBooks>['through'];
  readonly onMade: (id: number) => void;
  readonly onPosted: (numbers: string) => void;
  /** What was posted from the sheet before this one. */
  readonly posted: string | null;
}

function BillSheetOf({ id, month, onMade, onPosted, posted }: BillSheetOfProps) {
  const state = useDraft<BillSheet>({ id, month, blank: BLANK, onMade });
  const { sheet, change, preview, trouble } = state;
  const posting = usePosting({ draft: state, month, onPosted });
  useHotkeys('mod+enter', () => void posting.post(), { enableOnFormTags: true, preventDefault: true });
  if (trouble && !sheet) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!sheet) return <Loading />;
  const missing = preview?.missingCents ?? null;
  return (
    <Page
      title="Supplier bills"
      facts={`Rows ${sheet.rows.filter((row) => !isBlankRow(row)).length}, bills ready ${preview?.documents ?? 0}, entered ${dollars(preview?.enteredCents ?? (0 as never))}`}
      actions={<SheetBar draft={state} posting={posting} />}
    >
      <div style={{ display: 'flex', gap: 12, alignItems: 'end' }}>
        <div style={{ width: 180 }}>
          <Field
            label="Control total of the batch"
            figures
            value={sheet.controlTotal}
            onChange={(controlTotal) => change({ ...sheet, controlTotal })}
          />
        </div>
        <output aria-live="polite" style={{ paddingBottom: 5 }}>
          {missing === null
            ? 'Add up the bills in hand; what is missing will show here.'
            : missing === 0
              ? 'Adds up.'
              : `Missing ${dollars(missing)}`}
        </output>
      </div>
      {posted === null || sheet.rows.length > 0 ? null : (
        <Note $tone="good" role="status">
          Posted {posted}.
        </Note>
      )}
      <BillGrid state={state} sheet={sheet} />
      <PreviewPanel preview={preview} place={placeWords(COLUMNS)} />
      {posting.dialog}
    </Page>
  );
}

interface Adding {
  readonly kind: 'supplier' | 'project';
  readonly typed: string;
  readonly row: number;
}

function BillGrid({ state, sheet }: { readonly state: DraftState<BillSheet>; readonly sheet: BillSheet }) {
  const [row, setRow] = useState(0);
  const [adding, setAdding] = useState<Adding | null>(null);
  const [repeating, setRepeating] = useState<number | null>(null);
  const suggest = useBillSuggestions(sheet.rows[row]?.project ?? '', (kind, typed) => setAdding({ kind, typed, row }));
  const change = (rows: readonly GridRow[]): void =>
    state.change({ ...sheet, rows: rows as unknown as BillSheet['rows'] });
  const repeated = (rows: readonly GridRow[] | null): void => {
    setRepeating(null);
    if (rows) change(rows);
  };
  const added = ({ kind, row: at }: Adding, code: string): void => {
    setAdding(null);
    change(
      sheet.rows.map((each, index) =>
        index === at ? { ...each, [kind]: code } : each,
      ) as unknown as readonly GridRow[],
    );
  };
  return (
    <>
      <EntryGrid
        label="Bills"
        columns={COLUMNS}
        rows={sheet.rows as unknown as readonly GridRow[]}
        onChange={change}
        marks={markedCells(state.preview)}
        suggest={suggest}
        onCursor={(place) => setRow(place.row)}
        onRepeat={setRepeating}
      />
      {repeating === null ? null : <RepeatLast key={repeating} sheet={sheet} row={repeating} onDone={repeated} />}
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

/** What each cell offers, for the project of the row the cursor is in. */
function useBillSuggestions(projectTyped: string, add: (kind: Adding['kind'], typed: string) => void) {
  const { through } = useShownBooks();
  const { answer: reference } = useRead('reference', {});
  const project = reference?.projects.find(({ code }) => code.toLowerCase() === projectTyped.trim().toLowerCase());
  const stands = useRead(
    'budgetStands',
    project === undefined ? null : { query: { project: String(project.id), through } },
  );
  const addition = (kind: Adding['kind'], typed: string): readonly Suggestion[] =>
    typed === '' ? [] : [{ code: '+', name: `Add ${kind} “${typed}” …`, patch: {}, act: () => add(kind, typed) }];
  return (of: GridRow, column: string, typed: string): readonly Suggestion[] => {
    if (!reference) return [];
    switch (column) {
      case 'supplier':
        return [...named(reference.suppliers, column, typed), ...addition('supplier', typed)];
      case 'project':
        return [...projectSuggestions(reference, typed), ...addition('project', typed)];
      case 'code':
        return codingSuggestions(
          reference,
          (of['project'] ?? '') === '' ? undefined : (stands.answer?.lines ?? []),
          typed,
        );
      case 'costType':
        return costTypeSuggestions(typed);
      case 'tax':
        return named(reference.taxCodes, column, typed);
      default:
        return [];
    }
  };
}

interface RepeatLastProps {
  readonly sheet: BillSheet;
  readonly row: number;
  readonly onDone: (rows: readonly GridRow[] | null) => void;
}

/** Puts the lines of the supplier's last bill below the row's head; number, dates and total are left for this one's. */
function RepeatLast({ sheet, row, onDone }: RepeatLastProps) {
  const typed = sheet.rows[row]?.supplier ?? '';
  const { answer, trouble, refreshing } = useRead('lastBill', typed === '' ? null : { query: { supplier: typed } });
  if (typed === '' || trouble) {
    return (
      <Note $tone="warning" role="status">
        {trouble?.detail ?? 'Type a supplier first; then Ctrl L repeats its last bill.'}
      </Note>
    );
  }
  if (answer && !refreshing) {
    const head = sheet.rows[row];
    const lines = answer.rows.map((line, index) =>
      index === 0 && head
        ? { ...line, supplier: head.supplier, number: head.number, datedOn: head.datedOn, dueOn: head.dueOn, total: '' }
        : { ...line, supplier: '', number: '', datedOn: '', dueOn: '', total: '' },
    );
    queueMicrotask(() =>
      onDone(
        lines.length === 0
          ? null
          : ([...sheet.rows.slice(0, row), ...lines, ...sheet.rows.slice(row + 1)] as unknown as readonly GridRow[]),
      ),
    );
  }
  return null;
}
