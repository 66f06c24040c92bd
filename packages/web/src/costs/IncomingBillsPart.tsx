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
import type { Column } from '../ui/table-column.ts';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Message = Answer<'messages'>['rows'][number];

/** Bills that suppliers sent as UBL: they wait here, and become rows of a sheet; nothing posts by itself. */
export function IncomingBillsPart() {
  const [show, setShow] = useViewState('show', 'waiting');
  const isDropped = show === 'dropped';
  const { answer, trouble } = useRead('messages', { query: { show: isDropped ? 'dropped' : 'waiting' } });
  const [why, setWhy] = useState<string | null>(null);
  const [dropping, setDropping] = useState<Message | null>(null);
  const go = useGo();
  const [onSheet] = useWrite('useMessage');
  const [takeBack] = useWrite('takeBackMessage');
  const put = async ({ id }: Message): Promise<void> => {
    const written = await onSheet({ params: { id: String(id) }, body: undefined });
    if (written.ok) go(`/costs/bills/${written.answer.draft}`);
    else setWhy(written.trouble.detail);
  };
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        Bills and credit notes that suppliers sent as UBL 2.1. What is wrong with the paper, and what of it could not be
        matched, stands beside it.
      </Sentence>
      <div style={{ display: 'flex', gap: 8, alignItems: 'end' }}>
        <BillsIn onRefused={setWhy} />
        <Choice label="Shown" options={SHOWN} value={show} onChange={setShow} />
      </div>
      <Refused why={why} />
      <DataTable
        label="Incoming bills"
        rows={answer.rows}
        columns={columns(
          isDropped
            ? [{ name: 'Take back', act: ({ id }) => void takeBack({ params: { id: String(id) }, body: undefined }) }]
            : [
                { name: 'Put on a sheet', act: (message) => void put(message), needsUsable: true },
                { name: 'Drop', act: setDropping, isQuiet: true },
              ],
        )}
        rowKey={({ id }) => id}
        rowTone={({ isUsable }) => (isUsable ? undefined : 'trouble')}
        empty={isDropped ? 'No bill was dropped.' : 'No bill is waiting.'}
      />
      {dropping === null ? null : <DropBill message={dropping} onClose={() => setDropping(null)} />}
    </>
  );
}

function BillsIn({ onRefused }: { readonly onRefused: (why: string | null) => void }) {
  const [take] = useWrite('takeMessage');
  const [deliver] = useWrite('mailbox');
  return (
    <PaperTakeIn
      label="Bills as XML"
      source="Fetch from the simulated mailbox"
      take={(paper, again) => take({ body: { ...paper, again } })}
      deliver={() => deliver({ body: {} })}
      onRefused={onRefused}
    />
  );
}

function DropBill({ message, onClose }: { readonly message: Message; readonly onClose: () => void }) {
  const [drop] = useWrite('dropMessage');
  return (
    <DropDialog
      name={message.number || message.name}
      words="It is not entered. It stays among the bills that were dropped, and can be taken back there."
      drop={(reason) => drop({ params: { id: String(message.id) }, body: { reason } })}
      onClose={onClose}
    />
  );
}

const SHOWN = [
  { value: 'waiting', text: 'bills that wait' },
  { value: 'dropped', text: 'bills that were dropped' },
];

/** What can be done with a bill that came in. */
interface Act {
  readonly name: string;
  readonly act: (message: Message) => void;
  readonly needsUsable?: true;
  readonly isQuiet?: true;
}

function columns(acts: readonly Act[]): readonly Column<Message>[] {
  return [
    { id: 'number', head: 'Number', cell: ({ number, name }) => number || name },
    { id: 'kind', head: 'Kind', cell: ({ kind }) => kind },
    { id: 'supplier', head: 'Supplier', cell: ({ supplier }) => supplier },
    { id: 'dated', head: 'Dated', cell: ({ issuedOn }) => (issuedOn === null ? '' : dayText(issuedOn)) },
    { id: 'order', head: 'Order', cell: ({ order, project }) => [order, project].filter(Boolean).join(', ') },
    {
      ...{ id: 'payable', head: 'To be paid', figures: true },
      cell: ({ payableCents }) => (payableCents === null ? '' : dollars(payableCents)),
    },
    {
      ...{ id: 'said', head: 'What is wrong, or not matched', gives: true },
      cell: ({ reason, problems, unmatched }) => (
        <ul style={{ margin: 0, padding: '5px 0', listStyle: 'none', whiteSpace: 'normal' }}>
          {reason === '' ? null : <li>Dropped: {reason}</li>}
          {[...problems, ...unmatched].slice(0, MOST_SAID).map(({ message }, index) => (
            <li key={index}>{message}</li>
          ))}
          {problems.length + unmatched.length > MOST_SAID ? <li>and more on its sheet</li> : null}
        </ul>
      ),
    },
    {
      ...{ id: 'acts', head: 'Decide' },
      cell: (message) => (
        <div style={{ padding: '3px 0', display: 'flex', gap: 4 }}>
          {acts.map(({ name, act, needsUsable, isQuiet }) => (
            <Button
              key={name}
              {...(isQuiet ? { $look: 'quiet' as const } : {})}
              isDisabled={needsUsable === true && !message.isUsable}
              aria-label={`${name}: ${message.number || message.name}`}
              onPress={() => act(message)}
            >
              {name}
            </Button>
          ))}
        </div>
      ),
    },
  ];
}

const MOST_SAID = 3;
