import { monthText } from '@lowtide/core/calendar/month.ts';
import { difference } from '@lowtide/core/money/cents.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Choice } from '../ui/Choice.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReportTabs } from './ReportTabs.tsx';

type Schedule = Answer<'wipSchedule'>;
type Row = Schedule['rows'][number];

const VIEWS = [
  { value: 'to-date', text: 'where it stands to date' },
  { value: 'year', text: 'this year, earlier, and what is ahead' },
];

/** One row per contract: what it is worth, what it cost, earned and billed, who is ahead. */
export function WipPage() {
  const { asOf, through } = useShownBooks();
  const sort = useTableSort('code');
  const [view, setView] = useViewState('view', 'to-date');
  const { answer, trouble } = useRead('wipSchedule', { query: asOf });
  return (
    <Page title="WIP schedule" facts="Over- and underbillings add up to the contract balances of the balance sheet">
      <ReportTabs chosen="wip" />
      <Sentence>
        Every contract through <strong>{monthText(through)}</strong>, as posted:
        <Choice inline label="Columns" value={view} onChange={setView} options={VIEWS} />
        <a href={csvAddress('wip-schedule', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="WIP schedule"
          rows={answer.rows}
          columns={columns(answer.totals, view)}
          rowKey={({ id }) => id}
          sort={sort}
          empty="No contract yet through this month."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

type Money =
  | 'contract'
  | 'estimate'
  | 'profit'
  | 'cost'
  | 'earned'
  | 'profitToDate'
  | 'billed'
  | 'earnedThisYear'
  | 'backlog'
  | 'costToComplete';
const named = ({ code }: Row): string => code;

function columns(totals: Schedule['totals'], view: string): readonly Column<Row>[] {
  const money = (id: Money, head: string, tone?: 'earned' | 'billed'): Column<Row> =>
    moneyColumn({ id, head, named, tone, of: (row) => row[id], total: totals[`${id}Cents`] });
  const code: Column<Row> = {
    id: 'code',
    head: 'Code',
    sortBy: named,
    cell: (row) => (
      <AsOfLink to={`/projects/${row.id}`} title={row.name}>
        {row.code}
      </AsOfLink>
    ),
    total: 'Total',
  };
  return view === 'year' ? [code, ...yearColumns(totals, money)] : [code, ...toDateColumns(totals, money)];
}

type MoneyOf = (id: Money, head: string, tone?: 'earned' | 'billed') => Column<Row>;

function toDateColumns(totals: Schedule['totals'], money: MoneyOf): readonly Column<Row>[] {
  const side = (id: 'overbilledCents' | 'underbilledCents', head: string): Column<Row> =>
    moneyColumn({
      id,
      head,
      named,
      tone: 'gap',
      of: (row) => ({ amountCents: row[id], ...(row[id] === 0 ? {} : { figure: row.netFigure }) }),
      total: totals[id],
    });
  return [
    money('contract', 'Contract'),
    money('estimate', 'At completion'),
    money('profit', 'Profit then'),
    percentColumn({ id: 'margin', head: 'Margin', named, of: ({ margin }) => margin }),
    money('cost', 'Cost'),
    percentColumn({ id: 'complete', head: 'Complete', named, of: ({ complete }) => complete }),
    money('earned', 'Earned', 'earned'),
    money('profitToDate', 'Profit to date'),
    money('billed', 'Billed', 'billed'),
    side('overbilledCents', 'Overbilled'),
    side('underbilledCents', 'Underbilled'),
  ];
}

function yearColumns(totals: Schedule['totals'], money: MoneyOf): readonly Column<Row>[] {
  return [
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
    textColumn({ id: 'client', head: 'Client', gives: true, of: ({ client }) => client }),
    money('earned', 'Earned', 'earned'),
    money('earnedThisYear', 'of it this year'),
    moneyColumn({
      id: 'before',
      head: 'before this year',
      named,
      of: ({ earnedBeforeYear }) => earnedBeforeYear,
      total: difference(totals.earnedCents, totals.earnedThisYearCents),
    }),
    money('backlog', 'Backlog'),
    money('costToComplete', 'Cost to complete'),
    amountColumn({
      id: 'ahead',
      head: 'Profit in backlog',
      of: ({ backlog, costToComplete }) => difference(backlog.amountCents, costToComplete.amountCents),
      total: difference(totals.backlogCents, totals.costToCompleteCents),
    }),
  ];
}
