import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { fiscalYearStart, monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Choice } from '../ui/Choice.tsx';
import { hoursColumn } from '../ui/columns.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Money, Percent } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { MonthField } from './MonthField.tsx';
import { ReportTabs } from './ReportTabs.tsx';

type Report = Answer<'profitability'>;
type Row = Report['rows'][number];

const BY = [
  { value: 'project', text: 'project' },
  { value: 'client', text: 'client' },
];

/** Profit per project or client; what belongs to none stands beside them, so that the sum is the company's result. */
export function ProfitabilityPage() {
  const { asOf, through, frame } = useShownBooks();
  const [by, setBy] = useViewState('by', 'project');
  const [from, setFrom] = useViewState('from', fiscalYearStart(through, frame.company?.fiscalYearStartMonth ?? 1));
  const sort = useTableSort();
  const span = { ...asOf, from, by: by as 'project' | 'client' };
  const { answer, trouble } = useRead('profitability', { query: span });
  return (
    <Page
      title="Profitability"
      facts="Revenue as recognized, cost as recognized or expensed; the unassigned row makes the sum the company's result"
    >
      <ReportTabs chosen="profitability" />
      <Sentence>
        Profit per
        <Choice inline label="Profit per" value={by} onChange={setBy} options={BY} />
        from <MonthField label="From month" value={from} onChange={setFrom} /> through{' '}
        <strong>{monthText(through)}</strong>.<a href={csvAddress('profitability', asOf, { from, by })}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Profitability"
          rows={[...answer.rows, answer.unassigned]}
          columns={columns(answer.total, by)}
          rowKey={({ id, code }) => `${id ?? 'none'} ${code}`}
          rowTone={({ id }) => (id === null ? 'unbudgeted' : undefined)}
          sort={sort}
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

function columns(total: Row, by: string): readonly Column<Row>[] {
  const money = (
    id: 'revenue' | 'otherCost' | 'expectedLoss' | 'profit',
    head: string,
    tone?: 'earned',
  ): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id].amountCents,
    cell: (row) => <Money label={`${head}, ${row.code || row.name}`} money={row[id]} tone={tone} />,
    total: <Money label={`${head}, company`} money={total[id]} tone={tone} />,
  });
  return [
    {
      id: 'name',
      gives: true,
      head: by === 'client' ? 'Client or internal project' : 'Project',
      sortBy: ({ code, name }) => code || name,
      cell: (row) => <RowName row={row} by={by} />,
      total: 'Company',
    },
    money('revenue', 'Revenue', 'earned'),
    ...COST_TYPES.map((type, index): Column<Row> => ({
      id: type,
      head: type.charAt(0).toUpperCase() + type.slice(1),
      figures: true,
      sortBy: (row) => row.costByType[index]?.amountCents ?? 0,
      cell: (row) =>
        row.costByType[index] ? (
          <Money label={`${type} cost, ${row.code || row.name}`} money={row.costByType[index]} />
        ) : null,
      total: total.costByType[index] ? <Money label={`${type} cost, company`} money={total.costByType[index]} /> : null,
    })),
    money('expectedLoss', 'Expected loss'),
    money('otherCost', 'No cost type'),
    money('profit', 'Profit'),
    {
      id: 'margin',
      head: 'Margin',
      figures: true,
      sortBy: ({ margin }) => (margin === null ? -9 : margin.numerator / margin.denominator),
      cell: (row) => <Percent label={`Margin, ${row.code}`} ratio={row.margin} decimals={1} />,
      total: <Percent label="Margin, company" ratio={total.margin} decimals={1} />,
    },
    hoursColumn({ of: ({ hours }) => hours, total: total.hours }),
  ];
}

function RowName({ row, by }: { readonly row: Row; readonly by: string }) {
  if (row.id === null) return <strong>{row.name}</strong>;
  const text = [row.code, row.name].filter(Boolean).join(' ');
  return by === 'project' || row.code !== '' ? <AsOfLink to={`/projects/${row.id}`}>{text}</AsOfLink> : text;
}
