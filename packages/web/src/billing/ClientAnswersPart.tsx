import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useGo, useViewState } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { DropDialog } from '../entry/DropDialog.tsx';
import { PaperTakeIn } from '../entry/PaperTakeIn.tsx';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'clientAnswers'>['rows'][number];

const SHOWN = [
  { value: 'waiting', text: 'answers that wait' },
  { value: 'dropped', text: 'answers that were dropped' },
];

/** What clients answered to what was sent: each answer proposes a sheet or a document to look at; nothing posts by itself. */
export function ClientAnswersPart() {
  const [show, setShow] = useViewState('show', 'waiting');
  const isDropped = show === 'dropped';
  const { answer, trouble } = useRead('clientAnswers', { query: { show: isDropped ? 'dropped' : 'waiting' } });
  const [why, setWhy] = useState<string | null>(null);
  const [dropping, setDropping] = useState<Row | null>(null);
  const go = useGo();
  const [begin] = useWrite('useClientAnswer');
  const [takeBack] = useWrite('takeBackClientAnswer');
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const act = async ({ id }: Row): Promise<void> => {
    const written = await begin({ params: { id: String(id) }, body: undefined });
    if (!written.ok) return setWhy(written.trouble.detail);
    const { kind, id: begun } = written.answer;
    go(kind === 'document' ? `/documents/${begun}` : `/costs/${kind}/${begun}`);
  };
  const acts = isDropped
    ? [{ name: 'Take back', act: ({ id }: Row) => void takeBack({ params: { id: String(id) }, body: undefined }) }]
    : [
        { name: 'Act on it', act: (row: Row) => void act(row), needsUsable: true },
        { name: 'Drop', act: setDropping },
      ];
  return (
    <>
      <Sentence>
        What clients say to invoices and applications that were sent to them: certified as asked or for less, disputed,
        paid. An advice only announces; the receipt is posted when the money is there.
      </Sentence>
      <div style={{ display: 'flex', gap: 8, alignItems: 'end' }}>
        <AnswersIn onRefused={setWhy} />
        <Choice label="Shown" options={SHOWN} value={show} onChange={setShow} />
      </div>
      <Refused why={why} />
      <DataTable
        label="Answers of clients"
        rows={answer.rows}
        columns={columns(acts)}
        rowKey={({ id }) => id}
        rowTone={({ isUsable }) => (isUsable ? undefined : 'trouble')}
        empty={isDropped ? 'No answer was dropped.' : 'No answer is waiting. Send an invoice or an application first.'}
      />
      {dropping === null ? null : <DropAnswer row={dropping} onClose={() => setDropping(null)} />}
    </>
  );
}

function AnswersIn({ onRefused }: { readonly onRefused: (why: string | null) => void }) {
  const [take] = useWrite('takeClientAnswer');
  const [deliver] = useWrite('clientInbox');
  return (
    <PaperTakeIn
      label="Answers as XML"
      source="Fetch from the simulated clients"
      take={(paper, again) => take({ body: { ...paper, again } })}
      deliver={() => deliver({ body: {} })}
      onRefused={onRefused}
    />
  );
}

function DropAnswer({ row, onClose }: { readonly row: Row; readonly onClose: () => void }) {
  const [drop] = useWrite('dropClientAnswer');
  return (
    <DropDialog
      name={row.number || row.name}
      words="Nothing is done with it. It stays among the answers that were dropped, and can be taken back there."
      drop={(reason) => drop({ params: { id: String(row.id) }, body: { reason } })}
      onClose={onClose}
    />
  );
}

interface Act {
  readonly name: string;
  readonly act: (row: Row) => void;
  readonly needsUsable?: boolean;
}

function columns(acts: readonly Act[]): readonly Column<Row>[] {
  return [
    { id: 'client', head: 'Client', cell: ({ client, name }) => client || name },
    { id: 'kind', head: 'Says', cell: ({ kind }) => kind },
    { id: 'about', head: 'Of', cell: ({ about }) => about },
    { id: 'dated', head: 'Dated', cell: ({ issuedOn }) => (issuedOn === null ? '' : dayText(issuedOn)) },
    {
      ...{ id: 'amount', head: 'Amount', figures: true },
      cell: ({ amountCents }) => (amountCents === null ? '' : dollars(amountCents)),
    },
    {
      ...{ id: 'proposal', head: 'What it proposes, and what to look at', gives: true },
      cell: ({ text, proposal, reason, remarks }) => (
        <ul style={{ margin: 0, padding: '5px 0', listStyle: 'none', whiteSpace: 'normal' }}>
          {proposal === '' ? null : <li>{proposal}</li>}
          {text === '' ? null : <li>“{text}”</li>}
          {reason === '' ? null : <li>Dropped: {reason}</li>}
          {remarks.map(({ message }, place) => (
            <li key={place}>{message}</li>
          ))}
        </ul>
      ),
    },
    {
      ...{ id: 'acts', head: 'Decide' },
      cell: (row) => (
        <div style={{ padding: '3px 0', display: 'flex', gap: 4 }}>
          {acts.map(({ name, act, needsUsable }) => (
            <Button
              key={name}
              {...(name === 'Drop' ? { $look: 'quiet' as const } : {})}
              isDisabled={needsUsable === true && !row.isUsable}
              aria-label={`${name}: ${row.number || row.name}`}
              onPress={() => act(row)}
            >
              {name}
            </Button>
          ))}
        </div>
      ),
    },
  ];
}
