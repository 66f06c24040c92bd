import { useState } from 'react';
import { localText, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { changesText } from './changes-text.ts';

type Entry = Answer<'auditLog'>['entries'][number];

/** What was done to the books, by whom, when and from where; each entry is chained to the one before. */
export function AuditPart() {
  const [text, setText] = useViewState('text', '');
  const [by, setBy] = useViewState('by', '');
  const [about, setAbout] = useViewState('about', '');
  const [trail, setTrail] = useState<readonly number[]>([]);
  const before = trail.at(-1);
  const query = { text, by, about, ...(before === undefined ? {} : { before: String(before) }) };
  const { answer, trouble } = useRead('auditLog', { query }, { keepLast: true });
  const last = answer?.entries.at(-1);
  return (
    <Page
      title="Audit log"
      facts="What was done, by whom, when and from where; npm run verify checks that it is whole"
      actions={
        <>
          <Button isDisabled={trail.length === 0} onPress={() => setTrail(trail.slice(0, -1))}>
            Newer
          </Button>
          <Button isDisabled={!answer?.more || !last} onPress={() => setTrail([...trail, last?.id ?? 0])}>
            Older
          </Button>
        </>
      }
    >
      <FieldGrid $columns={4}>
        <Field label="Find" value={text} onChange={setText} hint="A number, a code, a word." />
        <Field label="By" value={by} onChange={setBy} hint="A name, in full." />
        {about === '' ? null : (
          <Field label="About" value={about} onChange={setAbout} hint="Empty it for everything." />
        )}
      </FieldGrid>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Audit log"
          rows={answer.entries}
          columns={COLUMNS}
          rowKey={({ id }) => id}
          empty="Nothing was done that fits."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

const COLUMNS: readonly Column<Entry>[] = [
  { id: 'id', head: 'No.', figures: true, cell: ({ id }) => id },
  { id: 'at', head: 'When', cell: ({ at }) => localText(at) },
  { id: 'by', head: 'By', cell: ({ by }) => by },
  { id: 'origin', head: 'From', cell: ({ origin }) => origin },
  { id: 'action', head: 'Did', cell: ({ action }) => action },
  { id: 'subject', head: 'To', cell: ({ subject }) => subject, gives: true },
  {
    id: 'changes',
    head: 'Changes',
    gives: true,
    cell: ({ detail }) => <span title={changesText(detail)}>{changesText(detail)}</span>,
  },
];
