import { monthText } from '@lowtide/core/calendar/month.ts';
import { difference, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Choice } from '../ui/Choice.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Amount, Figure, Money, Percent } from '../ui/Figure.tsx';
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

type MoneyColumn =
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

function columns(totals: Schedule['totals'], view: string): readonly Column<Row>[] {
  const money = (id: MoneyColumn, head: string, tone?: 'earned' | 'billed'): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id].amountCents,
    cell: (row) => <Money label={`${head} of ${row.code}`} money={row[id]} tone={tone} />,
    total: dollars(totals[`${id}Cents`]),
  });
  const side = (id: 'overbilledCents' | 'underbilledCents', head: string): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id],
    cell: (row) => (
      <Figure
        label={`${head}, ${row.code}`}
        text={dollars(row[id] as Cents)}
        figure={row[id] === 0 ? undefined : row.netFigure}
        tone="gap"
      />
    ),
    total: dollars(totals[id]),
  });
  const code: Column<Row> = {
    id: 'code',
    head: 'Code',
    sortBy: (row) => row.code,
    cell: ({ id, code, name }) => (
      <AsOfLink to={`/projects/${id}`} title={name}>
        {code}
      </AsOfLink>
    ),
    total: 'Total',
  };
  if (view === 'year') {
    return [
      code,
      { id: 'name', gives: true, head: 'Project', sortBy: ({ name }) => name, cell: ({ name }) => name },
      { id: 'client', gives: true, head: 'Client', sortBy: ({ client }) => client, cell: ({ client }) => client },
      money('earned', 'Earned', 'earned'),
      money('earnedThisYear', 'of it this year'),
      {
        id: 'before',
        head: 'before this year',
        figures: true,
        sortBy: ({ earnedBeforeYear }) => earnedBeforeYear.amountCents,
        cell: (row) => <Money label={`Earned before this year, ${row.code}`} money={row.earnedBeforeYear} />,
        total: dollars(difference(totals.earnedCents, totals.earnedThisYearCents)),
      },
      money('backlog', 'Backlog'),
      money('costToComplete', 'Cost to complete'),
      {
        id: 'ahead',
        head: 'Profit in backlog',
        figures: true,
        cell: (row) => <Amount cents={difference(row.backlog.amountCents, row.costToComplete.amountCents)} />,
        total: dollars(difference(totals.backlogCents, totals.costToCompleteCents)),
      },
    ];
  }
  return [
    code,
    money('contract', 'Contract'),
    money('estimate', 'At completion'),
    money('profit', 'Profit then'),
    {
      id: 'margin',
      head: 'Margin',
      figures: true,
      sortBy: ({ margin }) => (margin === null ? -9 : margin.numerator / margin.denominator),
      cell: (row) => <Percent label={`Margin of ${row.code}`} ratio={row.margin} decimals={1} />,
    },
    money('cost', 'Cost'),
    {
      id: 'complete',
      head: 'Complete',
      figures: true,
      sortBy: ({ complete }) => complete.numerator / complete.denominator,
      cell: (row) => <Percent label={`Complete, ${row.code}`} ratio={row.complete} decimals={1} />,
    },
    money('earned', 'Earned', 'earned'),
    money('profitToDate', 'Profit to date'),
    money('billed', 'Billed', 'billed'),
    side('overbilledCents', 'Overbilled'),
    side('underbilledCents', 'Underbilled'),
  ];
}
