import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, csvAddress, useShownBooks, useViewState } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { Choice } from '../ui/Choice.tsx';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReportTabs } from './ReportTabs.tsx';

type Against = Answer<'against'>;
type Line = Against['rows'][number];
type Section = Against['sections'][number];
type Totals = Against['totals'];

const PER = [
  { value: 'line', text: 'line' },
  { value: 'section', text: 'section' },
];

/** What it was to cost and what it costs, line by line or by section; over target first, what nobody estimated marked. */
export function AgainstPage() {
  const { asOf, through } = useShownBooks();
  const [per, setPer] = useViewState('per', 'line');
  const [project, setProject] = useViewState('project', '');
  const sort = useTableSort();
  const { answer: reference } = useRead('reference', {});
  const { answer, trouble } = useRead('against', { query: project === '' ? asOf : { ...asOf, project } });
  const projects = (reference?.projects ?? []).map(({ id, code, name }) => ({
    value: String(id),
    text: `${code} ${name}`,
  }));
  return (
    <Page title="Estimate against actual" facts="As approved, with what change orders added; over target first">
      <ReportTabs chosen="against" />
      <Sentence>
        Per
        <Choice inline label="Per" value={per} onChange={setPer} options={PER} />
        of
        <Choice
          inline
          label="Of project"
          value={project}
          onChange={setProject}
          options={[{ value: '', text: 'all projects' }, ...projects]}
        />
        through <strong>{monthText(through)}</strong>.
        {answer ? ` Earned ${dollars(answer.earnedCents)}, billed ${dollars(answer.billedCents)}.` : ''}
        <a href={csvAddress('estimate-against-actual', asOf, project === '' ? {} : { project })}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        per === 'line' ? (
          <Lines answer={answer} sort={sort} />
        ) : (
          <Sections answer={answer} sort={sort} />
        )
      ) : (
        <Loading />
      )}
    </Page>
  );
}

interface TableProps {
  readonly answer: Against;
  readonly sort: ReturnType<typeof useTableSort>;
}

function Lines({ answer: { rows, totals }, sort }: TableProps) {
  return (
    <DataTable
      label="Estimate against actual"
      rows={rows}
      columns={[
        projectColumn<Line>(),
        textColumn<Line>({ id: 'section', head: 'Section', gives: true, of: ({ section }) => section, total: 'Total' }),
        textColumn<Line>({ id: 'code', head: 'Code', of: ({ code }) => code }),
        textColumn<Line>({ id: 'name', head: 'Cost code', gives: true, of: ({ name }) => name }),
        ...sides<Line>(
          totals,
          (row) => `${row.project} ${row.code}`,
          ({ actualFigure }) => actualFigure,
        ),
      ]}
      rowKey={(row) => `${row.project} ${row.section} ${row.code} ${row.costType}`}
      rowTone={({ estimated }) => (estimated ? undefined : 'unbudgeted')}
      sort={sort}
      empty="No estimate and no cost through this month."
    />
  );
}

function Sections({ answer: { sections, totals }, sort }: TableProps) {
  return (
    <DataTable
      label="Estimate against actual"
      rows={sections}
      columns={[
        projectColumn<Section>(),
        textColumn<Section>({
          id: 'section',
          head: 'Section',
          gives: true,
          of: ({ section }) => section || 'Not in the estimate',
          total: 'Total',
        }),
        ...sides<Section>(totals, (row) => `${row.project} ${row.section}`),
      ]}
      rowKey={(row) => `${row.project} ${row.section}`}
      sort={sort}
      empty="No estimate and no cost through this month."
    />
  );
}

function projectColumn<Row extends Section>(): Column<Row> {
  return {
    id: 'project',
    head: 'Project',
    sortBy: ({ project }) => project,
    cell: ({ projectId, project }) => <AsOfLink to={`/projects/${projectId}`}>{project}</AsOfLink>,
  };
}

function sides<Row extends Totals>(
  totals: Totals,
  named: (row: Row) => string,
  figure?: (row: Row) => string | undefined,
): readonly Column<Row>[] {
  const amount = (id: keyof Omit<Totals, 'over'>, head: string): Column<Row> =>
    amountColumn<Row>({ id, head, of: (row) => row[id], total: totals[id] });
  return [
    amount('estimatedCents', 'Estimated'),
    amount('changesCents', 'Changes'),
    moneyColumn<Row>({
      id: 'actualCents',
      head: 'Actual',
      named,
      of: (row) => ({ amountCents: row.actualCents, figure: figure?.(row) }),
      total: totals.actualCents,
    }),
    amountColumn<Row>({
      id: 'overCents',
      head: 'Over ±',
      of: ({ overCents }) => overCents,
      total: totals.overCents,
      tone: 'plain',
    }),
    percentColumn<Row>({ id: 'over', head: '%', named, of: ({ over }) => over }),
    amount('completionCents', 'At completion'),
    amount('priceCents', 'Price'),
    amount('priceChangesCents', 'Price changes'),
  ];
}
