import { useState } from 'react';
import { localText } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';

type Copy = Answer<'copies'>['copies'][number];

/** Copies of the books: those made by themselves day by day, and those made here. */
export function BackupsPart() {
  const { answer, trouble } = useRead('copies', {});
  const [make, { busy }] = useWrite('makeCopy');
  const [why, setWhy] = useState<string | null>(null);
  const order = async (): Promise<void> => {
    const written = await make({ body: {} });
    setWhy(written.ok ? null : written.trouble.detail);
  };
  return (
    <Page
      title="Backups"
      facts={
        answer ? `In ${answer.directory}; one a day by itself, kept for seven days, four weeks and twelve months` : ''
      }
      actions={
        <Button $look="primary" isDisabled={busy} onPress={() => void order()}>
          {busy ? 'Copying and verifying …' : 'Back up now'}
        </Button>
      }
    >
      <Refused why={why} />
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      <Note>
        Keep a copy on another machine too: what burns or is stolen takes both. Copying the file of running books is no
        backup, for a part of it lies beside it.
      </Note>
      {answer ? (
        <DataTable
          label="Backups"
          rows={answer.copies}
          columns={COLUMNS}
          rowKey={({ name }) => name}
          empty="No copy yet. The first one of the day is made a minute after the server starts."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

const COLUMNS: readonly Column<Copy>[] = [
  { id: 'made', head: 'Made', cell: ({ madeAt }) => localText(madeAt) },
  { id: 'name', head: 'File', cell: ({ name }) => name, gives: true },
  { id: 'kind', head: 'By', cell: ({ isDaily }) => (isDaily ? 'itself, daily' : 'hand') },
  { id: 'size', head: 'MB', figures: true, cell: ({ bytes }) => (bytes / 1e6).toFixed(1) },
];
