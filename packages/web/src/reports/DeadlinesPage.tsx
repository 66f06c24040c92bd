import styled from 'styled-components';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { AsOfLink, csvAddress, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { color } from '../theme/tokens.ts';
import { ReportTabs } from './ReportTabs.tsx';

type Row = Answer<'deadlines'>['rows'][number];

/** Projects by their target end, late ones first; how much of the time is gone, and how much of the work is done. */
export function DeadlinesPage() {
  const { asOf, through } = useShownBooks();
  const sort = useTableSort();
  const { answer, trouble } = useRead('deadlines', { query: asOf });
  return (
    <Page title="Deadlines" facts="Late first; behind is where more of the time is gone than of the work is done">
      <ReportTabs chosen="deadlines" />
      <Sentence>
        Projects not ended by the end of <strong>{monthText(through)}</strong>, by target end.
        <a href={csvAddress('deadlines', asOf)}>Save as CSV</a>
      </Sentence>
      {trouble ? <Note $tone="trouble">{trouble.detail}</Note> : null}
      {answer ? (
        <DataTable
          label="Deadlines"
          rows={answer.rows}
          columns={COLUMNS}
          rowKey={({ id }) => id}
          rowTone={({ kind }) => (kind === 'late' ? 'trouble' : undefined)}
          sort={sort}
          empty="No project is under way."
        />
      ) : (
        <Loading />
      )}
    </Page>
  );
}

const named = ({ code }: Row): string => code;

const COLUMNS: readonly Column<Row>[] = [
  {
    id: 'code',
    head: 'Code',
    sortBy: named,
    cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
  },
  textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name }),
  textColumn({ id: 'manager', head: 'Manager', of: ({ manager }) => manager }),
  { id: 'start', head: 'Start', sortBy: ({ startOn }) => startOn, cell: ({ startOn }) => dayText(startOn) },
  {
    id: 'target',
    head: 'Target end',
    sortBy: ({ targetEndOn }) => targetEndOn ?? '9999',
    cell: ({ targetEndOn }) => (targetEndOn === null ? 'open' : dayText(targetEndOn)),
  },
  {
    id: 'left',
    head: 'Days left',
    figures: true,
    sortBy: ({ daysLeft }) => daysLeft ?? 99_999,
    cell: ({ daysLeft }) => (daysLeft === null ? '' : daysLeft < 0 ? `${-daysLeft} late` : daysLeft),
  },
  {
    id: 'gone',
    head: 'Time gone',
    figures: true,
    sortBy: ({ timeGone }) => (timeGone === null ? -1 : timeGone.numerator / timeGone.denominator),
    cell: ({ timeGone }) => (timeGone === null ? '' : `${percent(timeGone, 0)} %`),
  },
  percentColumn({
    id: 'complete',
    head: 'Complete',
    named,
    decimals: 0,
    of: ({ complete }) => complete,
    figure: ({ completeFigure }) => completeFigure,
  }),
  {
    id: 'both',
    head: 'Time above, work below',
    width: '190px',
    cell: ({ timeGone, complete, kind }) =>
      timeGone === null ? null : <Bars time={timeGone} work={complete} kind={kind} />,
  },
  { id: 'kind', head: 'Stands', sortBy: ({ kind }) => kind, cell: ({ kind }) => <Kind $kind={kind}>{kind}</Kind> },
];

function Bars({ time, work, kind }: { readonly time: Ratio; readonly work: Ratio | null; readonly kind: Row['kind'] }) {
  const width = ({ numerator, denominator }: Ratio): string =>
    `${Math.min(100, Math.max(0, (100 * numerator) / denominator))}%`;
  return (
    <Track aria-hidden>
      <i style={{ width: width(time), background: kind === 'late' ? color.trouble : color.lineStrong }} />
      <i style={{ width: work === null ? 0 : width(work), background: color.earned }} />
    </Track>
  );
}

const Track = styled.span`
  display: grid;
  gap: 2px;
  background: ${color.paperDeep};
  i {
    height: 6px;
  }
`;

const TONES = { late: color.trouble, behind: color.unbudgeted, 'on time': color.earned, open: color.textQuiet };

const Kind = styled.strong<{ readonly $kind: Row['kind'] }>`
  font-weight: 600;
  color: ${({ $kind }) => TONES[$kind]};
`;
