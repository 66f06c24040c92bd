import { monthText } from '@lowtide/core/calendar/month.ts';
import { PROJECTS_SHOWN } from '@lowtide/core/reports/projects/report.ts';
import { useState } from 'react';
import { AsOfLink, fileAddress, useGo, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useRowsInView, useTableSort } from '../api/table-view.ts';
import { NEW_PROJECT, RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import type { Tone } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { TideGauge } from '../ui/TideGauge.tsx';

type Row = Answer<'projects'>['rows'][number];

/** All projects where they stand. */
export function ProjectsPage() {
  const { asOf, through } = useShownBooks();
  const go = useGo();
  const [typed, setShown] = useViewState('show', 'under-way');
  const shown = PROJECTS_SHOWN.find(({ value }) => value === typed)?.value ?? 'under-way';
  const [adding, setAdding] = useState(false);
  const sort = useTableSort('code');
  const { part, isMore, drawn } = useRowsInView(sort);
  const query = { ...asOf, show: shown, ...part };
  const { answer, trouble } = useRead('projects', { query }, { keepLast: isMore });
  return (
    <Page
      title="Projects"
      facts={answer ? `${answer.count ?? answer.rows.length} of ${answer.ofAll} projects` : ''}
      actions={
        <May do="keep-books">
          <Button $look="primary" onPress={() => setAdding(true)}>
            Add project
          </Button>
        </May>
      }
    >
      <Sentence>
        Projects
        <Choice inline label="Which projects" value={shown} onChange={setShown} options={[...PROJECTS_SHOWN]} />
        where they stand at the end of <strong>{monthText(through)}</strong>.
        <a href={fileAddress('projects', 'csv', { show: shown, ...asOf })}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Projects"
          rows={answer.rows}
          columns={columns(answer.totals)}
          {...drawn(answer.count)}
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
          fields={NEW_PROJECT}
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

const named = ({ code }: Row): string => code;

function columns(totals: Answer<'projects'>['totals']): readonly Column<Row>[] {
  const money = (
    id: 'contract' | 'cost' | 'earned' | 'billed' | 'overbilled',
    head: string,
    tone?: Tone,
  ): Column<Row> => moneyColumn({ id, head, named, tone, of: (row) => row[id], total: totals[`${id}Cents`] });
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: named,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name, total: 'Total' }),
    { id: 'tide', head: 'Cost, earned, billed', width: '120px', cell: (row) => <TideGauge small tide={tideOf(row)} /> },
    money('contract', 'Contract'),
    money('cost', 'Cost'),
    percentColumn({
      id: 'complete',
      head: 'Complete',
      named,
      of: ({ complete }) => complete,
      figure: (row) => row.completeFigure,
    }),
    money('earned', 'Earned', 'earned'),
    money('billed', 'Billed', 'billed'),
    money('overbilled', 'Over- / underbilled', 'gap'),
    percentColumn({
      id: 'margin',
      head: 'Margin',
      named,
      of: ({ margin }) => margin,
      figure: (row) => row.marginFigure,
    }),
  ];
}

/** The amounts of the tide gauge. */
export function tideOf(row: Row) {
  return {
    contract: row.contract.amountCents,
    cost: row.cost.amountCents,
    estimate: row.estimate.amountCents,
    earned: row.earned.amountCents,
    billed: row.billed.amountCents,
  };
}
