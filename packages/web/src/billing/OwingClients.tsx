import { nextText, promisedText, remindedText } from '@lowtide/core/reports/owing/report.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import type { Column } from '../ui/table-column.ts';

type Row = Answer<'owing'>['rows'][number];

/** What clients owe, those most overdue first; each leads to its account, where it is reminded. */
export function OwingClients() {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('owing', { query: asOf });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <DataTable
      label="Clients who owe"
      rows={answer.rows}
      columns={columns(answer)}
      rowKey={({ id }) => id}
      empty="No client owes anything."
    />
  );
}

function columns({ totals }: Answer<'owing'>): readonly Column<Row>[] {
  return [
    { id: 'code', head: 'Client', cell: ({ id, code }) => <AsOfLink to={`/clients/${id}`}>{code}</AsOfLink> },
    textColumn({ id: 'name', head: 'Name', gives: true, of: ({ name }) => name, total: 'Total' }),
    amountColumn({ id: 'open', head: 'Open', of: ({ openCents }) => openCents, total: totals.openCents }),
    amountColumn({
      id: 'overdue',
      head: 'Overdue',
      of: ({ overdueCents }) => overdueCents,
      total: totals.overdueCents,
    }),
    { id: 'days', head: 'Days late', figures: true, cell: ({ daysLate }) => daysLate },
    textColumn({ id: 'reminded', head: 'Last reminder', of: remindedText }),
    textColumn({ id: 'promised', head: 'Promised', of: promisedText }),
    textColumn({ id: 'next', head: 'Due to be sent', of: nextText }),
  ];
}
