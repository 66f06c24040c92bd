import { useState } from 'react';
import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { typedDate } from '@lowtide/core/calendar/typed-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { useGo, useShownBooks } from '../../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../../api/books-api.ts';
import { Button } from '../../ui/Button.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { useDayOrder } from '../../ui/day-order.ts';
import { DayField } from '../../ui/DayField.tsx';
import { Dialog, DialogActions } from '../../ui/Dialog.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import type { Column } from '../../ui/table-column.ts';

type ReRated = Answer<'reRatingPreview'>;
type Row = ReRated['rows'][number];

/** Posted hours at the rates of now: what is taken back and posted once more is seen first. */
export function ReRateDialog({ onClose }: { readonly onClose: () => void }) {
  const { today, through: month } = useShownBooks();
  const order = useDayOrder();
  const [typed, setTyped] = useState<{ from: string; through: string }>({ from: firstDay(month), through: today });
  const [from, through] = [typedDate(typed.from, today, order), typedDate(typed.through, today, order)];
  const isSpan = from !== undefined && through !== undefined && from <= through;
  return (
    <Dialog title="Re-rate posted hours" onClose={onClose} width={820}>
      <p>
        Posted hours keep their rate. Where another rate holds now, they are taken back with what they cost and posted
        once more, by a new document for each week; both stay to be read.
      </p>
      <div style={{ display: 'flex', gap: 12 }}>
        <DayField
          label="Worked from"
          near={today}
          value={typed.from}
          onChange={(value) => setTyped({ ...typed, from: value })}
        />
        <DayField
          label="Through"
          near={today}
          value={typed.through}
          onChange={(value) => setTyped({ ...typed, through: value })}
        />
      </div>
      {isSpan ? <Planned from={from} through={through} onClose={onClose} /> : null}
    </Dialog>
  );
}

interface PlannedProps {
  readonly from: IsoDate;
  readonly through: IsoDate;
  readonly onClose: () => void;
}

function Planned({ from, through, onClose }: PlannedProps) {
  const go = useGo();
  const [why, setWhy] = useState<string | null>(null);
  const body = { from, through };
  const { answer, trouble } = useRead('reRatingPreview', { body });
  const [send, { busy }] = useWrite('reRate');
  const post = async (): Promise<void> => {
    const written = await send({ body: { ...body, acceptWarnings: true } });
    if (!written.ok) return setWhy(written.trouble.detail);
    onClose();
    const [first] = written.answer.documents;
    if (first !== undefined) go(`/documents/${first.id}`);
  };
  const wrong = why ?? trouble?.detail ?? answer?.problems[0]?.message;
  const warnings = [...new Set((answer?.warnings ?? []).map(({ message }) => message))];
  return (
    <>
      {wrong === undefined ? null : <Note>{wrong}</Note>}
      {warnings.length === 0 ? null : (
        <div role="group" aria-label="Warnings" tabIndex={0} style={{ maxHeight: 132, overflowY: 'auto' }}>
          {warnings.map((message) => (
            <Note key={message} $tone="warning">
              {message}
            </Note>
          ))}
        </div>
      )}
      {answer === undefined ? <Loading /> : null}
      {answer === undefined || answer.rows.length === 0 ? null : (
        <div style={{ display: 'flex', maxHeight: 320 }}>
          <DataTable
            label="Hours at the rates of now"
            rows={answer.rows}
            columns={columnsOf(answer)}
            rowKey={(row) => JSON.stringify(row)}
          />
        </div>
      )}
      <DialogActions>
        <Button onPress={onClose}>Cancel</Button>
        <Button
          $look="primary"
          isDisabled={busy || answer === undefined || answer.problems.length > 0}
          onPress={() => void post()}
        >
          {warnings.length === 0
            ? ''
            : warnings.length === 1
              ? 'Accept the warning, '
              : `Accept ${warnings.length} warnings, `}
          {warnings.length === 0 ? 'Re-rate' : 're-rate'} {tenThousandths(answer?.hours ?? ZERO_HOURS)} hours
        </Button>
      </DialogActions>
    </>
  );
}

const ZERO_HOURS = 0 as ReRated['hours'];

function columnsOf({ beforeCents, afterCents }: ReRated): readonly Column<Row>[] {
  return [
    { id: 'day', head: 'Day', cell: ({ weekOn }) => dayText(weekOn), total: 'In all' },
    { id: 'employee', head: 'Employee', cell: ({ employee }) => employee },
    { id: 'project', head: 'Project', cell: ({ project }) => project || 'no project' },
    { id: 'code', head: 'Code', cell: ({ coding }) => coding },
    { id: 'pay', head: 'Paid', cell: ({ pay }) => pay },
    { id: 'hours', head: 'Hours', figures: true, cell: ({ hours }) => tenThousandths(hours) },
    amountColumn({ id: 'before', head: 'Cost so far', of: (row: Row) => row.beforeCents, total: beforeCents }),
    amountColumn({ id: 'after', head: 'At the rates of now', of: (row: Row) => row.afterCents, total: afterCents }),
  ];
}
