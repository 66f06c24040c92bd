import { monthText, plusMonths } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { MonthField } from './MonthField.tsx';
import { ReportTabs } from './ReportTabs.tsx';

type Fade = Answer<'fade'>;
type Row = Fade['rows'][number];

/** How the profit expected at the end moved between two months, and what moved it. */
export function FadePage() {
  const { asOf, through } = useShownBooks();
  const [from, setFrom] = useViewState('from', plusMonths(through, -3));
  const sort = useTableSort();
  const { answer, trouble } = useRead('fade', { query: { ...asOf, from: from as typeof through } });
  return (
    <Page title="Fade" facts="Expected profit lost or gained: by price, by agreed cost, by forecast; the three add up">
      <ReportTabs chosen="fade" />
      <Sentence>
        Profit expected at completion, from the end of{' '}
        <MonthField label="From the end of" value={from} onChange={setFrom} /> to the end of{' '}
        <strong>{monthText(through)}</strong>.<a href={csvAddress('fade', asOf, { from })}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Fade"
          rows={answer.rows}
          columns={columns(answer.totals)}
          rowKey={({ id }) => id}
          sort={sort}
          empty="No contract in both months."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

const named = ({ code }: Row): string => code;

function columns(totals: Fade['totals']): readonly Column<Row>[] {
  const amount = (id: 'fade' | 'byPrice' | 'byApproved' | 'byForecast', head: string): Column<Row> =>
    amountColumn<Row>({ id, head, of: (row) => row[id], total: totals[id] });
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: named,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}/forecast`}>{code}</AsOfLink>,
      total: 'Total',
    },
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
    moneyColumn({
      id: 'before',
      head: 'Profit then',
      named,
      of: ({ before, beforeFigure }) => ({ amountCents: before, figure: beforeFigure }),
      total: totals.before,
    }),
    amount('byPrice', 'by price'),
    amount('byApproved', 'by agreed cost'),
    amount('byForecast', 'by forecast'),
    moneyColumn({
      id: 'after',
      head: 'Profit now',
      named,
      of: ({ after, afterFigure }) => ({ amountCents: after, figure: afterFigure }),
      total: totals.after,
    }),
    amount('fade', 'Moved by'),
    percentColumn({ id: 'marginBefore', head: 'Margin then', named, of: ({ marginBefore }) => marginBefore }),
    percentColumn({ id: 'marginAfter', head: 'Margin now', named, of: ({ marginAfter }) => marginAfter }),
  ];
}
