import { useState } from 'react';
import { useParams } from 'react-router';
import { reminderName } from '@lowtide/core/billing/reminders.ts';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Part, Parts, Sentence } from '../ui/Page.tsx';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import type { Column } from '../ui/table-column.ts';
import { PromiseDialog } from './PromiseDialog.tsx';
import { RemindDialog } from './RemindDialog.tsx';

type Account = Answer<'clientAccount'>;

/** The account of a client: what is open and how late, what they were told of it and what they promised. */
export function ClientAccountPage() {
  const { id = '' } = useParams();
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('clientAccount', { params: { id }, query: asOf });
  const [open, setOpen] = useState<'remind' | 'promise' | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { client, next } = answer;
  return (
    <Page
      title={client.name}
      facts={`${client.code} · account as of ${dayText(answer.on)}`}
      actions={<AccountActions account={answer} onOpen={setOpen} />}
    >
      <Standing account={answer} />
      <DataTable
        label="Open"
        rows={answer.items}
        columns={itemColumns(answer)}
        rowKey={({ documentId }) => documentId}
        empty="Nothing is open."
      />
      <Parts>
        <Part title="Reminders">
          <DataTable
            label="Reminders"
            rows={answer.reminders}
            columns={REMINDERS}
            rowKey={({ id: one }) => one}
            empty="None was sent."
          />
        </Part>
        <Part title="Promises">
          <DataTable
            label="Promises"
            rows={answer.promises}
            columns={PROMISES}
            rowKey={({ id: one }) => one}
            empty="None was made."
          />
        </Part>
      </Parts>
      {open === 'remind' && next !== null ? (
        <RemindDialog client={client} next={next} onClose={() => setOpen(null)} />
      ) : null}
      {open === 'promise' ? <PromiseDialog account={answer} onClose={() => setOpen(null)} /> : null}
    </Page>
  );
}

interface AccountActionsProps {
  readonly account: Account;
  readonly onOpen: (dialog: 'remind' | 'promise') => void;
}

function AccountActions({ account: { client, next }, onOpen }: AccountActionsProps) {
  const { through } = useShownBooks();
  const go = useGo();
  return (
    <>
      <a href={`/api/clients/${client.id}/statement.pdf?through=${through}`} target="_blank" rel="noreferrer">
        Statement (PDF)
      </a>
      <May do="keep-books">
        <Button onPress={() => onOpen('promise')}>Note a promise</Button>
        <Button onPress={() => go('/costs/receipts/new')}>Receipt</Button>
        {next === null ? null : (
          <Button {...(next.isTime ? { $look: 'primary' as const } : {})} onPress={() => onOpen('remind')}>
            {reminderName(next.step)}
          </Button>
        )}
      </May>
    </>
  );
}

function Standing({ account }: { readonly account: Account }) {
  const { openCents, overdueCents, heldCents, depositCents, delayDays, next } = account;
  return (
    <>
      <Facts
        facts={[
          { name: 'Open', value: dollars(openCents) },
          { name: 'Overdue', value: dollars(overdueCents) },
          { name: 'Held back by the client', value: dollars(heldCents) },
          { name: 'Deposits not used', value: dollars(depositCents) },
          { name: 'Usually pays', value: delayText(delayDays) },
        ]}
      />
      <Sentence>{nextSentence(next)}</Sentence>
    </>
  );
}

function delayText(days: Account['delayDays']): string {
  if (days === null) return 'not known yet';
  if (days === 0) return 'on the due day';
  return days > 0 ? `${days} days late` : `${-days} days early`;
}

function nextSentence(next: Account['next']): string {
  if (next === null) return 'There is nothing to remind of.';
  const what = `${reminderName(next.step)} of ${dollars(next.amountCents)}`;
  return next.isTime
    ? `${what} is due to be sent.`
    : `${what} comes next, when it is time: seven days past due, fourteen after the last, and not before a promised day.`;
}

function itemColumns({ openCents }: Account): readonly Column<Account['items'][number]>[] {
  return [
    {
      id: 'number',
      head: 'Document',
      cell: ({ documentId, number }) => <AsOfLink to={`/documents/${documentId}`}>{number}</AsOfLink>,
      total: 'Total',
    },
    textColumn({ id: 'project', head: 'Project', of: ({ project }) => project }),
    textColumn({ id: 'dated', head: 'Dated', of: ({ datedOn }) => dayText(datedOn) }),
    textColumn({ id: 'due', head: 'Due', of: ({ dueOn }) => dayText(dueOn) }),
    { id: 'late', head: 'Days late', figures: true, cell: ({ daysLate }) => (daysLate > 0 ? daysLate : null) },
    textColumn({
      ...{ id: 'told', head: 'Last reminder', gives: true },
      of: ({ reminded }) => (reminded === null ? '' : `${reminderName(reminded.step)}, ${dayText(reminded.on)}`),
    }),
    amountColumn({ id: 'open', head: 'Open', of: (row) => row.openCents, total: openCents }),
  ];
}

const REMINDERS: readonly Column<Account['reminders'][number]>[] = [
  {
    id: 'step',
    head: 'Letter',
    cell: ({ id, step }) => (
      <a href={`/api/reminders/${id}.pdf`} target="_blank" rel="noreferrer">
        {reminderName(step)} (PDF)
      </a>
    ),
  },
  textColumn({ id: 'on', head: 'Sent', of: ({ on }) => dayText(on) }),
  textColumn({ id: 'text', head: 'Text', gives: true, of: ({ text }) => text }),
  { id: 'amount', head: 'Of', figures: true, cell: ({ amountCents }) => dollars(amountCents) },
];

const PROMISES: readonly Column<Account['promises'][number]>[] = [
  textColumn({ id: 'said', head: 'Said', of: ({ saidOn }) => dayText(saidOn) }),
  textColumn({ id: 'on', head: 'To be paid', of: ({ on }) => dayText(on) }),
  textColumn({ id: 'text', head: 'Text', gives: true, of: ({ text }) => text }),
  { id: 'amount', head: 'Amount', figures: true, cell: ({ amountCents }) => dollars(amountCents) },
  textColumn({ id: 'state', head: 'State', of: ({ state }) => state }),
];
