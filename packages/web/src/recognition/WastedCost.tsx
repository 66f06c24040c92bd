import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { DayField } from '../ui/DayField.tsx';
import { Dialog, DialogActions, FieldGrid } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';
import { textColumn } from '../ui/columns.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'wastedCost'>['rows'][number];

/** Work done twice, material that was spoiled: cost like any other, left out of what percent complete is measured on. */
export function WastedCost() {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('wastedCost', { query: asOf });
  const [open, setOpen] = useState(false);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        Work done twice or material spoiled, of projects that are measured by their cost: it stays cost, and is left out
        of percent complete on both sides.{' '}
        <May do="keep-books">
          <Button onPress={() => setOpen(true)}>Tell wasted cost</Button>
        </May>
      </Sentence>
      <DataTable
        label="Wasted cost"
        rows={answer.rows}
        columns={COLUMNS}
        rowKey={({ id }) => id}
        empty="None was told."
      />
      {open ? <TellDialog onClose={() => setOpen(false)} /> : null}
    </>
  );
}

const COLUMNS: readonly Column<Row>[] = [
  {
    id: 'code',
    head: 'Code',
    cell: ({ projectId, code }) => <AsOfLink to={`/projects/${projectId}`}>{code}</AsOfLink>,
  },
  textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
  textColumn({ id: 'on', head: 'Counts from', of: ({ on }) => dayText(on) }),
  textColumn({ id: 'reason', head: 'Why', gives: true, of: ({ reason, by }) => `${reason} (${by})` }),
  { id: 'amount', head: 'Amount', figures: true, cell: ({ amountCents }) => dollars(amountCents) },
];

function TellDialog({ onClose }: { readonly onClose: () => void }) {
  const { today } = useShownBooks();
  const { form, field, general, settle } = useTypedForm({ project: '', on: today as string, amount: '', reason: '' });
  const [tell, { busy }] = useWrite('tellWaste');
  const send = async (): Promise<void> => {
    if (settle(await tell({ body: form }))) onClose();
  };
  return (
    <Dialog title="Wasted cost" onClose={onClose}>
      <p>An amount below zero takes back what was told before.</p>
      <FieldGrid>
        <Field label="Project" autoFocus {...field('project')} />
        <DayField near={today} label="Counts from" {...field('on')} />
        <Field label="Amount" figures {...field('amount')} />
        <Field label="Why" {...field('reason')} />
      </FieldGrid>
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy} onPress={() => void send()}>
          Tell it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
