import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useParams, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { sheetKind, type Sheet, type SheetKind } from '@lowtide/core/documents/sheets.ts';
import { DOCUMENT_KINDS } from '@lowtide/core/documents/kinds.ts';
import type { SheetColumn } from '@lowtide/core/documents/sheet-column.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useRecognizedNote } from '../api/use-recognized-note.ts';
import { BothTyped } from '../entry/draft/BothTypedDialog.tsx';
import { isBlankRow, type CellPlace, type GridRow } from '../entry/grid/grid-edits.ts';
import { FilesPart } from '../entry/FilesPart.tsx';
import { PreviewPanel } from '../entry/draft/PreviewPanel.tsx';
import { placeWords } from '../entry/grid/remark-places.ts';
import { SheetBar } from '../entry/draft/SheetBar.tsx';
import { useDraft, type Preview } from '../entry/draft/use-draft.ts';
import { usePosting, type PostedDocument, type Posting } from '../entry/draft/use-posting.tsx';
import { useSheetPreview } from '../entry/draft/use-sheet-preview.ts';
import { useSheetKey } from '../entry/draft/use-sheet-key.ts';
import { space } from '../theme/tokens.ts';
import { InStatus } from '../ui/InStatus.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { reached, type Hand } from './reached-remarks.ts';
import { cellsOf, withCells, withParts } from '@lowtide/core/documents/sheet-cells.ts';
import { gridColumns } from './grid-columns.ts';
import { SheetTools } from './SheetTools.tsx';
import { SheetFields } from './SheetFields.tsx';
import { SheetGrid } from './SheetGrid.tsx';
import { WeekTotalsPart } from './WeekTotalsPart.tsx';

/** A sheet of any kind: typed or pasted, kept as it is typed, and posted whole or not at all. */
export function SheetPage({ kind }: { readonly kind: SheetKind }) {
  const { draft = 'new' } = useParams();
  const go = useGo();
  const { key, onMade, beginNext } = useSheetKey(draft);
  const [posted, setPosted] = useState<readonly PostedDocument[]>([]);
  return (
    <SheetOf
      key={key}
      kind={kind}
      id={draft === 'new' ? null : Number(draft)}
      posted={posted}
      onPosted={(documents) => {
        setPosted(documents);
        beginNext();
        go(`/costs/${kind}/new`);
      }}
      onMade={(id) => {
        onMade(id);
        go(`/costs/${kind}/${id}`, { replace: true });
      }}
    />
  );
}

interface SheetOfProps {
  readonly kind: SheetKind;
  /** Null for a sheet not kept yet. */
  readonly id: number | null;
  readonly onMade: (id: number) => void;
  readonly onPosted: (documents: readonly PostedDocument[]) => void;
  /** What was posted from the sheet before this one. */
  readonly posted: readonly PostedDocument[];
}

function SheetOf({ kind, id, onMade, onPosted, posted }: SheetOfProps) {
  const { through: month, today } = useShownBooks();
  const facts = sheetKind(kind);
  const [search] = useSearchParams();
  const project = search.get('project');
  const [blank] = useState(() => begun(facts.blank(today), project));
  const state = useDraft({ id, month, blank, onMade, previewOf: useSheetPreview(month) });
  const { sheet, change, preview, trouble } = state;
  const posting = usePosting({ draft: state, month, onPosted });
  const [goTo, setGoTo] = useState<CellPlace | null>(null);
  const [hand, setHand] = useState<Hand | null>(null);
  usePostKey(posting);
  if (trouble && !sheet) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!sheet) return <Loading />;
  const columns = facts.columns(sheet);
  const said = reached(preview, posting.wasAsked ? null : hand, {
    columns: columns.map(({ id }) => id),
    isEmpty: (at) => isEmptyCell(cellsOf(sheet, columns), at),
  });
  const typed = new Map(Object.entries(sheet));
  return (
    <Page
      title={facts.title}
      facts={`${facts.facts}. ${sumsText(sheet, preview)}`}
      actions={
        <SheetBar draft={{ ...state, preview: said }} posting={posting} id={id} rows={typedRows(sheet).length} />
      }
    >
      <SheetFields
        fields={facts.fields}
        valueOf={(field) => String(typed.get(field) ?? '')}
        onChange={(field, value) => change(withParts(sheet, { [field]: value }), field)}
        preview={preview}
      />
      <Posted documents={posted} />
      <Above>
        <SheetTools {...{ sheet, preview, change, place: hand?.place ?? null }} />
        {id === null || sheet.kind === 'hours' || sheet.kind === 'payroll' ? null : <FilesPart about="draft" id={id} />}
      </Above>
      <SheetGrid
        {...{ state, sheet, columns, month }}
        preview={said}
        isOpening
        goTo={goTo}
        onHand={(to) => {
          if (to?.place.row !== hand?.place.row) posting.forget();
          setHand(to);
        }}
      />
      <SheetPreview {...{ sheet, columns, preview, said }} onGo={setGoTo} />
      {posting.dialog}
      <BothTyped
        bothTyping={state.bothTyping}
        onSettle={state.keepSides}
        headOf={(id) => headOf(id, columns, facts.fields)}
      />
    </Page>
  );
}

/** Ctrl Enter posts before whatever has the focus: a button would take Enter for its own. In front of the page a dialog has the keys. */
function usePostKey(posting: Posting): void {
  const postNow = (event: KeyboardEvent): void => {
    if (document.querySelector('[role="dialog"], [role="alertdialog"]') !== null) return;
    event.preventDefault();
    event.stopPropagation();
    void posting.post();
  };
  useHotkeys('mod+enter', postNow, { enableOnFormTags: true, eventListenerOptions: { capture: true } });
}

interface SheetPreviewProps {
  readonly sheet: Sheet;
  readonly columns: readonly SheetColumn[];
  /** All of it, and what of it is said so far. */
  readonly preview: Preview | null;
  readonly said: Preview | null;
  readonly onGo: (place: CellPlace) => void;
}

/** Below the rows: what is wrong, what this posts, what it does. */
function SheetPreview({ sheet, columns, preview, said, onGo }: SheetPreviewProps) {
  const { fields, postsNothing } = sheetKind(sheet.kind);
  return (
    <PreviewPanel
      preview={said}
      note={useRecognizedNote(useShownBooks().through)}
      postsNothing={postsNothing}
      {...(sheet.kind === 'hours' ? { totals: <WeekTotalsPart rows={sheet.rows} /> } : {})}
      posts={postsText(sheet.kind, preview, typedRows(sheet).length)}
      place={placeWords(gridColumns(columns), fields)}
      onGo={(at) => onGo(placeOf(at, columns))}
    />
  );
}

function headOf(id: string, columns: readonly SheetColumn[], fields: ReturnType<typeof sheetKind>['fields']): string {
  return columns.find((one) => one.id === id)?.head ?? fields.find((one) => one.id === id)?.label ?? id;
}

/** A blank sheet, its first row with the project it was opened from. */
function begun(blank: Sheet, project: string | null): Sheet {
  const columns = sheetKind(blank.kind).columns(blank);
  if (project === null) return blank;
  if ('project' in blank) return withParts(blank, { project });
  if (!columns.some(({ id }) => id === 'project')) return blank;
  return withCells(blank, [{ project }], columns);
}

function typedRows(sheet: Sheet): readonly GridRow[] {
  return cellsOf(sheet, sheetKind(sheet.kind).columns(sheet)).filter((row) => !isBlankRow(row));
}

/** What was posted last, in the status strip: nothing on the page moves for it. */
function Posted({ documents }: { readonly documents: readonly PostedDocument[] }) {
  const [first, ...others] = documents;
  if (first === undefined) return null;
  return (
    <InStatus>
      Posted{' '}
      {[first, ...others.slice(0, 2)].map(({ id, number }) => (
        <span key={id}>
          <AsOfLink to={`/documents/${id}`}>{number}</AsOfLink>{' '}
        </span>
      ))}
      {others.length > 2 ? `and ${others.length - 2} more ` : null}
      {others.length === 0 ? <AsOfLink to={`/documents/${first.id}?do=reverse`}>Reverse</AsOfLink> : null}
    </InStatus>
  );
}

/** The cell of `rows/3/net`; of a row alone, its first. */
function placeOf(at: string, columns: readonly SheetColumn[]): CellPlace {
  const [, row, ...column] = at.split('/');
  return {
    row: Number(row),
    column: Math.max(
      0,
      columns.findIndex(({ id }) => id === column.join('/')),
    ),
  };
}

function isEmptyCell(cells: readonly GridRow[], at: string): boolean {
  const [, row, ...column] = at.split('/');
  return (cells[Number(row)]?.[column.join('/')] ?? '').trim() === '';
}

/** What posting would do now, in words. */
function postsText(kind: SheetKind, preview: Preview | null, rows: number): string {
  const { one, many } = DOCUMENT_KINDS[sheetKind(kind).document];
  const { documents = 0, enteredCents = ZERO } = preview ?? {};
  if (rows === 0) return 'Nothing typed yet.';
  if (preview !== null && preview.trialBalance.length > 0 && documents === 0)
    return 'Nothing, until debits equal credits.';
  if (documents === 0) return 'Nothing is ready to be posted yet.';
  return `Nothing. Ctrl Enter posts ${documents} ${(documents === 1 ? one : many).toLowerCase()} of ${dollars(enteredCents)}.`;
}

/** How much is in the sheet, and how much of it is ready. */
function sumsText(sheet: Sheet, preview: Preview | null): string {
  const rows = typedRows(sheet).length;
  const sums = preview === null ? [] : [`${preview.documents} ready`, `entered ${dollars(preview.enteredCents)}`];
  const hours = preview !== null && sheet.kind === 'hours' ? [`${tenThousandths(preview.hours)} hours`] : [];
  return [`${rows} ${rows === 1 ? 'row' : 'rows'}`, ...hours, ...sums].join(', ');
}

/** Tools and files beside each other: the rows below have the room. */
const Above = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: ${space.two} ${space.six};
  &:empty {
    display: none;
  }
  > section {
    flex: 1;
    min-width: 320px;
  }
`;
