import { useState } from 'react';
import { dayText, isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { useGo } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import type { Trouble } from '../../api/trouble.ts';
import { useRecognizedNote } from '../../api/use-recognized-note.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';

/** What is to be posted: overhead of a month, or the difference of a pool. */
export type OverheadOrder =
  | { readonly kind: 'run'; readonly month: Month }
  | { readonly kind: 'difference'; readonly pool: number; readonly name: string; readonly through: Month };

export interface OverheadDialogProps {
  readonly order: OverheadOrder;
  readonly onClose: () => void;
}

export function OverheadDialog({ order, onClose }: OverheadDialogProps) {
  return order.kind === 'run' ? (
    <RunDialog month={order.month} onClose={onClose} />
  ) : (
    <DifferenceDialog order={order} onClose={onClose} />
  );
}

function RunDialog({ month, onClose }: { readonly month: Month; readonly onClose: () => void }) {
  const body = { month };
  const { answer, trouble } = useRead('overheadPreview', { body });
  const [send, { busy }] = useWrite('applyOverhead');
  const posting = usePosting(() => send({ body }), onClose);
  return (
    <Dialog title={`Apply overhead of ${monthText(month)}`} onClose={onClose} width={720}>
      <Preview answer={answer} why={posting.refused?.detail ?? trouble?.detail} />
      <Actions label="Post the overhead" busy={busy} answer={answer} onPost={posting.post} onClose={onClose} />
    </Dialog>
  );
}

const METHODS = [
  { value: 'spread', text: 'to the projects, by what was applied to each' },
  { value: 'result', text: 'to the result; projects stay as they are' },
];

interface DifferenceDialogProps {
  readonly order: Extract<OverheadOrder, { kind: 'difference' }>;
  readonly onClose: () => void;
}

function DifferenceDialog({ order: { pool, name, through }, onClose }: DifferenceDialogProps) {
  const [method, setMethod] = useState<'spread' | 'result'>('spread');
  const body = { poolId: pool, through, method };
  const { answer, trouble } = useRead('differencePreview', { body });
  const [send, { busy }] = useWrite('settleDifference');
  const posting = usePosting(() => send({ body }), onClose);
  return (
    <Dialog title={`Settle the difference of ${name}`} onClose={onClose} width={720}>
      <Choice
        label={`Spent less applied through ${monthText(through)} goes`}
        options={METHODS}
        value={method}
        onChange={(next) => setMethod(next === 'result' ? 'result' : 'spread')}
      />
      <Preview answer={answer} why={posting.refused?.detail ?? trouble?.detail} />
      <Actions label="Post the difference" busy={busy} answer={answer} onPost={posting.post} onClose={onClose} />
    </Dialog>
  );
}

type Sent =
  { readonly ok: true; readonly answer: { readonly id: number } } | { readonly ok: false; readonly trouble: Trouble };

/** Posts, and goes to what was posted; a refusal stays in the dialog. */
function usePosting(send: () => Promise<Sent>, onClose: () => void) {
  const go = useGo();
  const [refused, setRefused] = useState<Trouble | null>(null);
  const post = async (): Promise<void> => {
    const written = await send();
    if (!written.ok) return setRefused(written.trouble);
    onClose();
    go(`/documents/${written.answer.id}`);
  };
  return { refused, post };
}

type Planned = Answer<'overheadPreview'>;

function Preview({ answer, why }: { readonly answer: Planned | undefined; readonly why: string | undefined }) {
  const problem = why ?? answer?.problems[0]?.message;
  const note = useRecognizedNote(answer === undefined ? null : monthOf(isoDate(answer.postedOn)));
  return (
    <>
      {problem === undefined ? null : <Note $tone="trouble">{problem}</Note>}
      {note === null ? null : <Note>{note}</Note>}
      {answer ? (
        <div style={{ display: 'flex', maxHeight: 400 }}>
          <DataTable
            label="What it posts"
            rows={answer.rows}
            columns={columnsOf(answer)}
            rowKey={({ pool, project, coding }) => `${pool} ${project} ${coding}`}
          />
        </div>
      ) : (
        <Loading />
      )}
    </>
  );
}

interface ActionsProps {
  readonly label: string;
  readonly busy: boolean;
  readonly answer: Planned | undefined;
  readonly onPost: () => Promise<void>;
  readonly onClose: () => void;
}

function Actions({ label, busy, answer, onPost, onClose }: ActionsProps) {
  const isReady = answer !== undefined && answer.rows.length > 0 && answer.problems.length === 0;
  return (
    <DialogActions>
      <Button onPress={onClose}>Cancel</Button>
      <Button $look="primary" isDisabled={busy || !isReady} onPress={() => void onPost()}>
        {label}
      </Button>
    </DialogActions>
  );
}

function columnsOf({ postedOn, totalCents }: Planned): readonly Column<Planned['rows'][number]>[] {
  return [
    { id: 'pool', head: 'Pool', gives: true, cell: ({ pool }) => pool, total: `Posts on ${dayText(postedOn)}` },
    { id: 'project', head: 'Project', gives: true, cell: ({ project }) => project || 'overhead variance' },
    { id: 'coding', head: 'Code', cell: ({ coding }) => coding },
    amountColumn({
      id: 'amount',
      head: 'Amount',
      of: (row: Planned['rows'][number]) => row.amountCents,
      total: totalCents,
    }),
  ];
}
