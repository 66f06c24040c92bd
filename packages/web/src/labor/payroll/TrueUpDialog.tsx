import { monthOf } from '@lowtide/core/calendar/month.ts';
import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { useGo, useShownBooks } from '../../api/as-of.tsx';
import { useRecognizedNote } from '../../api/use-recognized-note.ts';
import type { Trouble } from '../../api/trouble.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';

type Row = Answer<'trueUpPreview'>['rows'][number];

const METHODS = [
  { value: 'spread', text: 'to the cost of the hours it belongs to' },
  { value: 'variance', text: 'to labor variance; projects stay as they are' },
];

export interface TrueUpDialogProps {
  readonly payroll: number;
  readonly onClose: () => void;
}

/** Where the difference of a payroll goes, seen before it is posted. */
export function TrueUpDialog({ payroll, onClose }: TrueUpDialogProps) {
  const go = useGo();
  const isStandard = useShownBooks().frame.company?.laborCost === 'standard';
  const [method, setMethod] = useState<'spread' | 'variance'>(isStandard ? 'variance' : 'spread');
  const [refused, setRefused] = useState<Trouble | null>(null);
  const body = { payrollId: payroll, method };
  const { answer, trouble } = useRead('trueUpPreview', { body });
  const [send, { busy }] = useWrite('trueUp');
  const post = async (): Promise<void> => {
    const written = await send({ body });
    if (!written.ok) return setRefused(written.trouble);
    onClose();
    go(`/documents/${written.answer.id}`);
  };
  // The earliest of the months it posts in.
  const first = (answer?.rows ?? []).map(({ postedOn }) => postedOn).toSorted()[0];
  const note = useRecognizedNote(first === undefined ? null : monthOf(isoDate(first)));
  const why = refused?.detail ?? trouble?.detail ?? answer?.problems[0]?.message;
  return (
    <Dialog title="True up labor clearing" onClose={onClose} width={720}>
      <Choice
        label="The difference goes"
        options={isStandard ? METHODS.filter(({ value }) => value === 'variance') : METHODS}
        value={method}
        onChange={(next) => setMethod(next === 'variance' ? 'variance' : 'spread')}
      />
      {why === undefined ? null : <Note $tone="trouble">{why}</Note>}
      {note === null ? null : <Note>{note}</Note>}
      {answer ? (
        <div style={{ display: 'flex', maxHeight: 400 }}>
          <DataTable
            label="What the true-up posts"
            rows={answer.rows}
            columns={columnsOf(answer)}
            rowKey={({ postedOn, account, project }) => `${postedOn} ${account} ${project}`}
          />
        </div>
      ) : (
        <Loading />
      )}
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button
          $look="primary"
          isDisabled={busy || answer === undefined || answer.rows.length === 0}
          onPress={() => void post()}
        >
          Post the true-up
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function columnsOf({ totalCents }: Answer<'trueUpPreview'>): readonly Column<Row>[] {
  return [
    {
      id: 'project',
      head: 'Project',
      gives: true,
      cell: ({ project }) => project || 'without a project',
      total: 'In all',
    },
    { id: 'account', head: 'Debit', gives: true, cell: ({ account }) => account },
    { id: 'on', head: 'Posted on', cell: ({ postedOn }) => dayText(postedOn) },
    amountColumn({ id: 'amount', head: 'Amount', of: (row: Row) => row.amountCents, total: totalCents }),
  ];
}
