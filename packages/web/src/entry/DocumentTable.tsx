import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { AsOfLink, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Field } from '../ui/Field.tsx';
import { Amount } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';

type Row = Answer<'documents'>['rows'][number];

const COLUMNS: readonly Column<Row>[] = [
  {
    id: 'number',
    head: 'Number',
    sortBy: ({ number }) => number,
    cell: ({ id, number }) => <AsOfLink to={`/documents/${id}`}>{number}</AsOfLink>,
  },
  { id: 'kind', head: 'Kind', sortBy: ({ kind }) => kind, cell: ({ kind }) => kind },
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
  { id: 'state', head: 'Text', cell: ({ reversedBy, memo }) => (reversedBy === null ? memo : 'reversed') },
];

export interface DocumentTableProps {
  readonly label: string;
  readonly kind?: Row['kind'];
  /** Only what is not settled. */
  readonly open?: boolean;
}

/** Posted documents through the month, newest first, found by number, party or project. */
export function DocumentTable({ label, kind, open = false }: DocumentTableProps) {
  const { asOf } = useShownBooks();
  const [text, setText] = useViewState('find', '');
  const [sort, setSort] = useViewState('sort', '');
  const query = {
    ...asOf,
    ...(kind === undefined ? {} : { kind }),
    ...(open ? { open: 'yes' as const } : {}),
    ...(text === '' ? {} : { text }),
  };
  const { answer, trouble } = useRead('documents', { query }, { keepLast: true });
  return (
    <>
      <div style={{ width: 280 }}>
        <Field label="Find by number, party or project" value={text} onChange={setText} />
      </div>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label={label}
          rows={answer.rows}
          columns={kind === undefined ? COLUMNS : COLUMNS.filter(({ id }) => id !== 'kind')}
          rowKey={({ id }) => id}
          sort={{ by: sort, onChange: setSort }}
          empty={text === '' ? 'None yet through this month.' : `None with “${text}”.`}
        />
      ) : (
        <Loading />
      )}
      {answer?.more ? <p>The newest 300 are shown. Find by number or party to see others.</p> : null}
    </>
  );
}
