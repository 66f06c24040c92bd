import { useState } from 'react';
import { useParams } from 'react-router';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { tenThousandths } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../../api/as-of.tsx';
import { useRead, type Answer } from '../../api/books-api.ts';
import { May } from '../../api/session.tsx';
import { Button } from '../../ui/Button.tsx';
import { amountColumn } from '../../ui/columns.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Loading, Note } from '../../ui/notes.tsx';
import { Page } from '../../ui/Page.tsx';
import type { Column } from '../../ui/table-column.ts';
import { percentText, perHourText } from './ClearingPart.tsx';
import { TrueUpDialog } from './TrueUpDialog.tsx';

type Clearing = Answer<'clearingOf'>;
type Row = Clearing['rows'][number];

/** One pay period, person by person: what their hours applied, what they were paid, and what is apart. */
export function ClearingPage() {
  const { id = '' } = useParams();
  const [isOpen, setOpen] = useState(false);
  const { answer, trouble } = useRead('clearingOf', { params: { id } });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const { period, rows, sums } = answer;
  const mistakes = rows.filter(({ is }) => is === 'paid and never entered' || is === 'entered and never paid');
  return (
    <Page
      title={`Labor clearing, ${dayText(period.from)} to ${dayText(period.through)}`}
      facts="Paid less what hours applied at rates, by person"
      actions={
        <>
          <AsOfLink to="/labor?part=clearing">All pay periods</AsOfLink>
          <AsOfLink to={`/documents/${period.id}`}>{period.number}</AsOfLink>
          {period.trueUpId === null ? null : <AsOfLink to={`/documents/${period.trueUpId}`}>{period.trueUp}</AsOfLink>}
          <May do="keep-books">
            <Button $look="primary" isDisabled={sums.differenceCents === 0} onPress={() => setOpen(true)}>
              True up
            </Button>
          </May>
        </>
      }
    >
      {mistakes.length === 0 ? null : (
        <Note $tone="warning" role="status">
          {mistakes.map(({ employee, is }) => `${employee}: ${is}`).join('. ')}. These are mistakes to be put right, by
          hours or by the next payroll; a true-up leaves them out.
        </Note>
      )}
      <DataTable label="By person" rows={rows} columns={columnsOf(answer)} rowKey={({ employee }) => employee} />
      {isOpen ? <TrueUpDialog payroll={period.id} onClose={() => setOpen(false)} /> : null}
    </Page>
  );
}

function columnsOf({ sums }: Clearing): readonly Column<Row>[] {
  return [
    { id: 'employee', head: 'Employee', gives: true, cell: whoText, total: 'In all' },
    {
      ...{ id: 'entered', head: 'Hours entered', figures: true },
      cell: ({ entered }) => tenThousandths(entered),
      total: tenThousandths(sums.entered),
    },
    {
      ...{ id: 'hoursPaid', head: 'Hours paid', figures: true },
      cell: ({ hoursPaid }) => tenThousandths(hoursPaid),
      total: tenThousandths(sums.hoursPaid),
    },
    amountColumn({ id: 'applied', head: 'Applied', of: (row: Row) => row.appliedCents, total: sums.appliedCents }),
    amountColumn({ id: 'paid', head: 'Paid', of: (row: Row) => row.paidCents, total: sums.paidCents }),
    amountColumn({ id: 'apart', head: 'Paid − applied', of: (row: Row) => row.apartCents, total: sums.apartCents }),
    { id: 'percent', head: '%', figures: true, cell: percentText, total: percentText(sums) },
    { id: 'hour', head: 'Per hour', figures: true, cell: perHourText, total: perHourText(sums) },
    amountColumn({ id: 'settled', head: 'Trued up', of: (row: Row) => row.settledCents, total: sums.settledCents }),
    amountColumn({ id: 'left', head: 'Left', of: (row: Row) => row.differenceCents, total: sums.differenceCents }),
    { id: 'is', head: 'Status', cell: ({ is }) => (is === 'both' || is === 'in common' ? '' : is) },
  ];
}

function whoText({ employee, is }: Row): string {
  return employee === '' || is === 'in common' ? employee || 'In common: the fee, or pay known in one sum' : employee;
}
