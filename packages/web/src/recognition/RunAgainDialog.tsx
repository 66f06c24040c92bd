import { monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { useTypedForm } from '../api/use-typed-form.ts';
import { Button } from '../ui/Button.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Dialog, DialogActions } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { Loading, Refused } from '../ui/notes.tsx';

type Run = Answer<'recognition'>;
type Row = Run['rows'][number];

/** Differences that are shown, those that earn most first. */
const SHOWN = 200;

interface RunAgainDialogProps {
  readonly latest: NonNullable<Run['latest']>;
  readonly onClose: () => void;
}

/** Takes the latest run back and posts it anew: first the difference, project by project. */
export function RunAgainDialog({ latest, onClose }: RunAgainDialogProps) {
  const month: Month = latest.month;
  const { answer: run } = useRead('recognition', { query: { month, order: '-month', limit: String(SHOWN) } });
  const { form, field, general, settle } = useTypedForm({ reason: '' });
  const [again, { busy }] = useWrite('recognizeAgain');
  const order = async (stamp: string): Promise<void> => {
    const body = { documentId: latest.documentId, reason: form.reason, stamp };
    if (settle(await again({ body }))) onClose();
  };
  return (
    <Dialog title={`Run ${monthText(month)} again`} onClose={onClose} width={760}>
      <p>What came since the run was posted changes this. The run is taken back and posted anew in one step.</p>
      {run ? <Differences run={run} /> : <Loading />}
      <Field label="Reason" autoFocus {...field('reason')} />
      <Refused why={general} />
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button $look="primary" isDisabled={busy || !run} onPress={() => void order(run?.stamp ?? '')}>
          Take back and run again
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function Differences({ run: { rows, totals } }: { readonly run: Run }) {
  const changed = rows.filter(
    ({ earnedMonthCents, releasedCents, provisionChangeCents }) =>
      earnedMonthCents !== 0 || releasedCents !== 0 || provisionChangeCents !== 0,
  );
  return (
    <DataTable
      label="What the new run changes"
      rows={changed}
      rowKey={({ id }) => id}
      columns={[
        textColumn<Row>({ id: 'code', head: 'Code', of: ({ code }) => code, total: 'Total' }),
        textColumn<Row>({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
        amountColumn<Row>({
          ...{ id: 'earned', head: 'Earned', tone: 'earned', of: ({ earnedMonthCents }) => earnedMonthCents },
          total: totals.earnedMonthCents,
        }),
        amountColumn<Row>({
          ...{ id: 'released', head: 'Cost of revenue', of: ({ releasedCents }) => releasedCents },
          total: totals.releasedCents,
        }),
        amountColumn<Row>({
          ...{ id: 'provision', head: 'Loss provision ±', of: ({ provisionChangeCents }) => provisionChangeCents },
          total: totals.provisionChangeCents,
        }),
      ]}
      empty="Nothing changes any more."
    />
  );
}
