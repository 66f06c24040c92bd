import { useState } from 'react';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import {
  FIRST_PORTFOLIO_COLUMNS,
  portfolioTable,
  togetherRow,
  type PortfolioRow,
} from '@lowtide/core/reports/portfolio/report.ts';
import { reportOf } from '@lowtide/core/reports/reports.ts';
import { useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer, type Asked } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Button } from '../ui/Button.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page } from '../ui/Page.tsx';
import { ColumnsDialog } from './portfolio/ColumnsDialog.tsx';
import { PortfolioCharts } from './portfolio/PortfolioCharts.tsx';
import { ViewsBar } from './portfolio/ViewsBar.tsx';
import { RecognitionNote } from './RecognitionNote.tsx';
import { ReportSentence } from './ReportSentence.tsx';
import { ReportTable } from './ReportTable.tsx';
import { ReportTabs } from './ReportTabs.tsx';

/** All projects with what one wants to see of them, grouped, and as charts. */
export function PortfolioPage() {
  const { asOf } = useShownBooks();
  const [columns, setColumns] = useViewState('cols', FIRST_PORTFOLIO_COLUMNS.join(','));
  const [by, setBy] = useViewState('by', 'none');
  const [basis, setBasis] = useViewState('basis', 'posted');
  const [choosing, setChoosing] = useState(false);
  const query = { ...asOf, basis } as Asked<'portfolio'>['query'];
  const { answer, trouble } = useRead('portfolio', { query });
  const { title, facts } = reportOf('portfolio');
  return (
    <Page
      title={title}
      facts={facts}
      actions={
        <>
          <ViewsBar page="portfolio" />
          <Button onPress={() => setChoosing(true)}>Columns</Button>
        </>
      }
    >
      <ReportTabs chosen="portfolio" />
      <ReportSentence
        name="portfolio"
        chosen={{ by, basis }}
        onChoose={(word, value) => (word === 'basis' ? setBasis(value) : setBy(value))}
      />
      <RecognitionNote basis={basis} onChange={setBasis} />
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <>
          {answer.rows.length === 0 ? null : <PortfolioCharts portfolio={answer} />}
          <Projects rows={answer.rows} columns={columns.split(',')} by={by} />
        </>
      ) : (
        <Loading />
      )}
      {choosing ? (
        <ColumnsDialog
          chosen={columns.split(',')}
          onChange={(chosen) => setColumns(chosen.join(','))}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </Page>
  );
}

interface ProjectsProps {
  readonly rows: Answer<'portfolio'>['rows'];
  readonly columns: readonly string[];
  readonly by: string;
}

/** The projects; in groups, each below its sum, and the totals of all. */
function Projects({ rows, columns, by }: ProjectsProps) {
  const { through } = useShownBooks();
  const sort = useTableSort();
  const grouped = by === 'client' || by === 'manager' || by === 'status';
  const shown: readonly PortfolioRow[] = grouped
    ? [...groupedBy(rows, (row) => row[by])].flatMap(([name, group]) => [
        togetherRow(name || 'internal', group),
        ...group,
      ])
    : rows;
  const table = { ...portfolioTable(shown, through), totals: portfolioTable(rows, through).totals };
  return (
    <ReportTable
      label="Portfolio"
      table={table}
      chosen={columns}
      sort={grouped ? { by: '', onChange: () => undefined } : sort}
      isOrdered={grouped}
      empty="No project yet."
    />
  );
}
