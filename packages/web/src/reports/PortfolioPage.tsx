import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ColumnsDialog } from './portfolio/ColumnsDialog.tsx';
import { PortfolioCharts } from './portfolio/PortfolioCharts.tsx';
import { FIRST_CHOICE, portfolioColumns, togetherRow, type PortfolioRow } from './portfolio/portfolio-columns.tsx';
import { ViewsBar } from './portfolio/ViewsBar.tsx';
import { ReportTabs } from './ReportTabs.tsx';

const GROUPINGS = [
  { value: 'none', text: 'one by one' },
  { value: 'client', text: 'by client' },
  { value: 'manager', text: 'by manager' },
  { value: 'status', text: 'by status' },
];

/** All projects with what one wants to see of them, grouped, and as charts. */
export function PortfolioPage() {
  const { asOf, through } = useShownBooks();
  const [chosen, setChosen] = useViewState('cols', FIRST_CHOICE);
  const [by, setBy] = useViewState('by', 'none');
  const [choosing, setChoosing] = useState(false);
  const { answer, trouble } = useRead('portfolio', { query: asOf });
  return (
    <Page
      title="Portfolio"
      facts="Every project: planned and actual, side by side"
      actions={<Button onPress={() => setChoosing(true)}>Columns</Button>}
    >
      <ReportTabs chosen="portfolio" />
      <Sentence>
        Projects
        <Choice inline label="Grouped" value={by} onChange={setBy} options={GROUPINGS} />
        through <strong>{monthText(through)}</strong>, in the
        <ViewsBar page="portfolio" />
        <a href={csvAddress('portfolio', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <>
          {answer.rows.length === 0 ? null : <PortfolioCharts portfolio={answer} />}
          <Projects rows={answer.rows} chosen={chosen.split(',')} by={by} />
        </>
      ) : (
        <Loading />
      )}
      {choosing ? (
        <ColumnsDialog
          chosen={chosen.split(',')}
          onChange={(columns) => setChosen(columns.join(','))}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </Page>
  );
}

interface ProjectsProps {
  readonly rows: Answer<'portfolio'>['rows'];
  readonly chosen: readonly string[];
  readonly by: string;
}

function Projects({ rows, chosen, by }: ProjectsProps) {
  const { through } = useShownBooks();
  const sort = useTableSort();
  const grouped = by === 'client' || by === 'manager' || by === 'status';
  const shown: readonly PortfolioRow[] = grouped
    ? [...groupedBy(rows, (row) => row[by])].flatMap(([name, group]) => [
        togetherRow(name || 'internal', group),
        ...group,
      ])
    : rows;
  return (
    <DataTable
      label="Portfolio"
      rows={shown}
      columns={[NAME, ...portfolioColumns(chosen, togetherRow('All', rows), through)]}
      rowKey={({ id, name }) => id ?? `all of ${name}`}
      rowTone={({ id }) => (id === null ? 'strong' : undefined)}
      {...(grouped ? {} : { sort })}
      empty="No project yet."
    />
  );
}

const NAME: Column<PortfolioRow> = {
  id: 'code',
  head: 'Project',
  sortBy: ({ code }) => code,
  cell: ({ id, code, name }) =>
    id === null ? (
      name
    ) : (
      <AsOfLink to={`/projects/${id}`} title={name}>
        {code}
      </AsOfLink>
    ),
  total: 'All',
};
