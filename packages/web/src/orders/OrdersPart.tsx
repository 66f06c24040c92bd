import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { AsOfLink, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { amountColumn, textColumn } from '../ui/columns.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Answered = Answer<'orders'>;
type Row = Answered['rows'][number];

/** Orders and subcontracts with what became of them. */
export function OrdersPart() {
  const { asOf } = useShownBooks();
  const [show, setShow] = useViewState('show', 'open');
  const sort = useTableSort();
  const { answer, trouble } = useRead('orders', { query: { ...asOf, show: show === 'all' ? 'all' : 'open' } });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        <Choice inline label="Which orders" value={show} options={SHOWS} onChange={setShow} /> orders and subcontracts,
        before tax; committed is what they still add to the cost of projects.{' '}
        <a href={`/api/sheet-files/orders.csv?through=${lastDay(asOf.through)}`}>Orders as CSV</a>{' '}
        <a href={`/api/sheet-files/subcontracts.csv?through=${lastDay(asOf.through)}`}>Subcontracts as CSV</a>
      </Sentence>
      <DataTable
        label="Orders"
        rows={answer.rows}
        columns={columns(answer.totals)}
        rowKey={({ id }) => id}
        sort={sort}
        empty="No order yet. Begin one with Purchase orders."
      />
    </>
  );
}

const SHOWS = [
  { value: 'open', text: 'Open' },
  { value: 'all', text: 'All' },
];

function columns(totals: Answered['totals']): readonly Column<Row>[] {
  return [
    {
      id: 'number',
      head: 'Number',
      sortBy: ({ number }) => number,
      cell: ({ id, number, version }) => (
        <>
          <AsOfLink to={`/orders/${id}`}>{number}</AsOfLink>
          {version > 1 ? ` v${version}` : ''}
        </>
      ),
      total: 'Total',
    },
    textColumn({ id: 'kind', head: 'Kind', of: ({ kind }) => kindOf(kind).one }),
    textColumn({ id: 'supplier', head: 'Supplier', gives: true, of: ({ supplier }) => supplier }),
    textColumn({ id: 'projects', head: 'Projects', of: ({ projects }) => projects.join(', ') }),
    textColumn({ id: 'memo', head: 'Text', gives: true, of: ({ memo }) => memo }),
    { id: 'dated', head: 'Dated', sortBy: ({ datedOn }) => datedOn, cell: ({ datedOn }) => dayText(datedOn) },
    {
      id: 'wanted',
      head: 'Wanted',
      sortBy: ({ wantedOn }) => wantedOn ?? '',
      cell: ({ wantedOn }) => (wantedOn === null ? '' : dayText(wantedOn)),
    },
    amountColumn({ id: 'net', head: 'Ordered', of: ({ netCents }) => netCents, total: totals.netCents }),
    amountColumn({
      id: 'received',
      head: 'Received',
      of: ({ receivedCents }) => receivedCents,
      total: totals.receivedCents,
    }),
    amountColumn({ id: 'billed', head: 'Billed', of: ({ billedCents }) => billedCents, total: totals.billedCents }),
    amountColumn({
      id: 'committed',
      head: 'Committed',
      of: ({ committedCents }) => committedCents,
      total: totals.committedCents,
    }),
  ];
}
