import { useState } from 'react';
import { localText } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useSession } from '../api/session.tsx';
import { useTableSort } from '../api/table-view.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { PersonDialog } from './PersonDialog.tsx';

type Row = Answer<'people'>['rows'][number];

/** Who may sign in, and as what. */
export function PeoplePart() {
  const { books } = useSession();
  const { answer, trouble } = useRead('people', {});
  const [open, setOpen] = useState<Row | 'new' | 'first' | null>(null);
  const sort = useTableSort();
  const isOpen = books === 'open';
  return (
    <Page
      title="People"
      facts={
        isOpen
          ? 'Nobody signs in: these books are open to whoever sits at this machine, and to nobody else.'
          : 'Who may sign in, and as what. Nobody is deleted: what they did keeps their name.'
      }
      actions={
        <Button $look="primary" onPress={() => setOpen(isOpen ? 'first' : 'new')}>
          {isOpen ? 'Add yourself' : 'Add somebody'}
        </Button>
      }
    >
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="People"
          rows={answer.rows}
          columns={columns(setOpen)}
          rowKey={({ id }) => id}
          sort={sort}
          empty="Nobody yet. Add yourself first: you become administrator, sign in from then on, and add the others."
        />
      ) : (
        <Loading />
      )}
      {open === null ? null : (
        <PersonDialog
          isFirst={open === 'first'}
          existing={typeof open === 'object' ? open : null}
          onClose={() => setOpen(null)}
        />
      )}
    </Page>
  );
}

function columns(onOpen: (row: Row) => void): readonly Column<Row>[] {
  return [
    { id: 'name', head: 'Name', cell: ({ name }) => name, sortBy: ({ name }) => name.toLowerCase() },
    {
      id: 'email',
      head: 'E-mail',
      cell: ({ email }) => email,
      sortBy: ({ email }) => email.toLowerCase(),
      gives: true,
    },
    { id: 'role', head: 'Role', cell: ({ role }) => role, sortBy: ({ role }) => role },
    { id: 'employee', head: 'Hours of', cell: ({ employee }) => employee },
    { id: 'factor', head: 'Second factor', cell: ({ secondFactor }) => (secondFactor ? 'yes' : 'no') },
    {
      id: 'seen',
      head: 'Last seen',
      cell: ({ lastSeenAt, active }) =>
        active ? (lastSeenAt === null ? '–' : localText(lastSeenAt)) : 'may not sign in',
    },
    {
      id: 'change',
      head: 'Account',
      cell: (row) => (
        <Button $look="quiet" aria-label={`Change ${row.name}`} onPress={() => onOpen(row)}>
          Change
        </Button>
      ),
    },
  ];
}
