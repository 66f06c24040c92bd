import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { useState } from 'react';
import { AsOfLink, csvAddress, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Money, Percent } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { TideGauge } from '../ui/TideGauge.tsx';

type Row = Answer<'projects'>['rows'][number];

const SHOWN = [
  { value: 'under-way', text: 'under way' },
  { value: 'all', text: 'of every status' },
  { value: 'finished', text: 'finished or closed' },
];

function belongs({ status }: Row, shown: string): boolean {
  if (shown === 'all') return true;
  const over = status === 'finished' || status === 'closed' || status === 'cancelled';
  return shown === 'finished' ? over : !over;
}

/** All projects where they stand. */
export function ProjectsPage() {
  const { asOf, through } = useShownBooks();
  const go = useGo();
  const { answer, trouble } = useRead('projects', { query: asOf });
  const [shown, setShown] = useViewState('show', 'under-way');
  const [adding, setAdding] = useState(false);
  const sort = useTableSort('code');
  const rows = answer?.rows.filter((row) => belongs(row, shown)) ?? [];
  return (
    <Page
      title="Projects"
      facts={answer ? `${rows.length} of ${answer.rows.length} projects` : ''}
      actions={
        <Button $look="primary" onPress={() => setAdding(true)}>
          Add project
        </Button>
      }
    >
      <Sentence>
        Projects
        <Choice inline label="Which projects" value={shown} onChange={setShown} options={SHOWN} />
        where they stand at the end of <strong>{monthText(through)}</strong>.
        <a href={csvAddress('projects', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Projects"
          rows={rows}
          columns={columns(rows)}
          rowKey={({ id }) => id}
          sort={sort}
          empty="No project yet. Add one, or take them in from a file in Settings."
        />
      ) : (
        <Loading />
      )}
      {adding ? (
        <RecordDialog
          kind="project"
          fields={{ kind: 'client', status: 'active', method: 'cost-to-cost', costTreatment: 'hold' }}
          onClose={() => setAdding(false)}
          onDone={() => {
            setAdding(false);
            go('/projects');
          }}
        />
      ) : null}
    </Page>
  );
}

function columns(rows: readonly Row[]): readonly Column<Row>[] {
  const total = (of: (row: Row) => Row['cost']): string => dollars(sum(rows.map((row) => of(row).amountCents)));
  const money = (id: 'contract' | 'cost' | 'earned' | 'billed', head: string): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id].amountCents,
    cell: (row) => (
      <Money
        label={`${head} of ${row.code}`}
        money={row[id]}
        tone={id === 'earned' ? 'earned' : id === 'billed' ? 'billed' : undefined}
      />
    ),
    total: total((row) => row[id]),
  });
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: ({ code }) => code,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    { id: 'name', gives: true, head: 'Project', sortBy: ({ name }) => name, cell: ({ name }) => name, total: 'Total' },
    { id: 'tide', head: 'Cost, earned, billed', width: '150px', cell: (row) => <TideGauge small tide={tideOf(row)} /> },
    money('contract', 'Contract'),
    money('cost', 'Cost'),
    {
      id: 'complete',
      head: 'Complete',
      figures: true,
      sortBy: ({ complete }) => complete.numerator / complete.denominator,
      cell: (row) => (
        <Percent label={`Complete, ${row.code}`} ratio={row.complete} figure={row.completeFigure} decimals={1} />
      ),
    },
    money('earned', 'Earned'),
    money('billed', 'Billed'),
    {
      id: 'overbilled',
      head: 'Over- / underbilled',
      figures: true,
      sortBy: ({ overbilled }) => overbilled.amountCents,
      cell: (row) => <Money label={`Billed less earned of ${row.code}`} money={row.overbilled} tone="gap" />,
      total: total((row) => row.overbilled),
    },
    {
      id: 'margin',
      head: 'Margin',
      figures: true,
      sortBy: ({ margin }) => (margin === null ? -9 : margin.numerator / margin.denominator),
      cell: (row) => (
        <Percent label={`Margin of ${row.code}`} ratio={row.margin} figure={row.marginFigure} decimals={1} />
      ),
    },
  ];
}

export function tideOf(row: Row) {
  return {
    contract: row.contract.amountCents,
    cost: row.cost.amountCents,
    estimate: row.estimate.amountCents,
    earned: row.earned.amountCents,
    billed: row.billed.amountCents,
  };
}
