import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { sheetOfDocument } from '@lowtide/core/documents/sheets.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { countText } from '@lowtide/core/money/count-text.ts';
import { AsOfLink, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer, type Asked } from '../api/books-api.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { useMay } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Field } from '../ui/Field.tsx';
import { Amount } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { SettleTogether } from './SettleTogether.tsx';

type Row = Answer<'documents'>['rows'][number];
type DocumentOrder = Asked<'documents'>['query']['order'];

const COLUMNS: readonly Column<Row>[] = [
  {
    id: 'number',
    head: 'Number',
    sortBy: ({ number }) => number,
    cell: ({ id, number }) => <AsOfLink to={`/documents/${id}`}>{number}</AsOfLink>,
  },
  { id: 'kind', head: 'Kind', sortBy: ({ kind }) => kind, cell: ({ kind }) => kindOf(kind).one },
  {
    id: 'party',
    head: 'Party or project',
    sortBy: ({ party, project }) => party ?? project ?? '',
    cell: ({ party, project }) => [project, party].filter(Boolean).join(' · '),
  },
  { id: 'dated', head: 'Dated', sortBy: ({ datedOn }) => datedOn, cell: ({ datedOn }) => dayText(datedOn) },
  {
    id: 'due',
    head: 'Due',
    sortBy: ({ dueOn }) => dueOn ?? '',
    cell: ({ dueOn }) => (dueOn === null ? '' : dayText(dueOn)),
  },
  {
    id: 'gross',
    head: 'Amount',
    figures: true,
    sortBy: ({ grossCents }) => grossCents,
    cell: ({ grossCents }) => <Amount cents={grossCents} />,
  },
  {
    id: 'open',
    head: 'Open',
    figures: true,
    sortBy: ({ openCents }) => openCents,
    cell: ({ openCents }) => <Amount cents={openCents} />,
  },
  {
    id: 'state',
    head: 'Text',
    cell: ({ reversedBy, memo, postedOn, datedOn }) =>
      reversedBy !== null ? 'reversed' : postedOn === datedOn ? memo : `${memo} (posted ${dayText(postedOn)})`.trim(),
  },
];

/** Columns that say something of documents of a kind: only what is settled is due and open. */
function columnsOf(kind: Row['kind'] | undefined): readonly Column<Row>[] {
  if (kind === undefined) return COLUMNS;
  const isSettled = kindOf(kind).openOn !== null;
  return COLUMNS.filter(({ id }) => id !== 'kind' && (isSettled || (id !== 'due' && id !== 'open')));
}

/** As many as the server answers at once. */
const ROWS_A_PAGE = 300;

export interface DocumentTableProps {
  readonly label: string;
  readonly kind?: Row['kind'];
  /** Only what is open on the account, of whatever kind. */
  readonly openOn?: 'receivable' | 'payable';
}

/** Posted documents through the month, newest first or as they are put in order, found by number, party or project. */
export function DocumentTable({ label, kind, openOn }: DocumentTableProps) {
  const { asOf } = useShownBooks();
  const [text, setText] = useViewState('find', '');
  // What is to be settled stands by its due day.
  const [sort, setSort] = useViewState('sort', openOn === undefined ? '-dated' : 'due');
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const mayTick = useMay()('keep-books') && openOn !== undefined;
  const arranged = useTableLayout(['documents', kind ?? openOn].filter(Boolean).join('-'));
  const list = `${sort}/${text}`;
  const [shown, setShown] = useState({ list, page: 0 });
  // Another order or another search begins with its first page.
  const page = shown.list === list ? shown.page : 0;
  const offset = String(page * ROWS_A_PAGE);
  const sheet = kind === undefined ? undefined : sheetOfDocument(kind);
  const query = {
    ...asOf,
    order: sort as DocumentOrder,
    offset,
    ...(kind === undefined ? {} : { kind }),
    ...(openOn === undefined ? {} : { openOn, open: 'yes' as const }),
    ...(text === '' ? {} : { text }),
  };
  const { answer, trouble } = useRead('documents', { query }, { keepLast: true });
  return (
    <>
      <div style={{ display: 'flex', gap: 12, alignItems: 'end', justifyContent: 'space-between' }}>
        <div style={{ width: 280 }}>
          <Field label="Find by number, party or project" value={text} onChange={setText} />
        </div>
        {sheet === undefined ? null : (
          <a href={`/api/sheet-files/${sheet}.csv?through=${lastDay(asOf.through)}`}>Lines as CSV</a>
        )}
      </div>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label={label}
          rows={answer.rows}
          columns={columnsOf(kind)}
          rowKey={({ id }) => id}
          sort={{ by: sort, onChange: setSort }}
          isOrdered
          arranged={arranged}
          {...(mayTick ? { selection: { chosen: ticked, onChange: setTicked, canChoose: isOpen(answer.rows) } } : {})}
          empty={text === '' ? 'None yet through this month.' : `None with “${text}”.`}
        />
      ) : (
        <Loading />
      )}
      {answer && mayTick ? (
        <SettleTogether
          openOn={openOn}
          rows={answer.rows.filter(({ id }) => ticked.includes(String(id)))}
          onClear={() => setTicked([])}
        />
      ) : null}
      {answer && answer.count > ROWS_A_PAGE ? (
        <Pages count={answer.count} page={page} onPage={(next) => setShown({ list, page: next })} />
      ) : null}
    </>
  );
}

/** Credits are used from their own page. */
function isOpen(rows: readonly Row[]): (key: string) => boolean {
  const open = new Set(rows.filter(({ openCents }) => openCents > 0).map(({ id }) => String(id)));
  return (key) => open.has(key);
}

interface PagesProps {
  readonly count: number;
  readonly page: number;
  readonly onPage: (page: number) => void;
}

/** Which of many are shown, and the way to the others. */
function Pages({ count, page, onPage }: PagesProps) {
  const first = page * ROWS_A_PAGE + 1;
  const last = Math.min(count, first + ROWS_A_PAGE - 1);
  return (
    <p role="status" style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
      <Button isDisabled={page === 0} onPress={() => onPage(page - 1)}>
        Previous
      </Button>
      <span>
        {countText(first)} to {countText(last)} of {countText(count)}
      </span>
      <Button isDisabled={last >= count} onPress={() => onPage(page + 1)}>
        Next
      </Button>
    </p>
  );
}
