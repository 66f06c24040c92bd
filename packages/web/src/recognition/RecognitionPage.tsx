import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { EAC } from '@lowtide/core/reports/table.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May } from '../api/session.tsx';
import { useRowsInView, useTableSort, type RowsInView } from '../api/table-view.ts';
import type { Trouble } from '../api/trouble.ts';
import { RecordDialog } from '../entry/RecordDialog.tsx';
import { Button } from '../ui/Button.tsx';
import { plural } from '../ui/plural.ts';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column, TableSort } from '../ui/table-column.ts';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { Money } from '../ui/Figure.tsx';
import { Loading, Note, Refused, Remarks } from '../ui/notes.tsx';
import { Page, Sentence } from '../ui/Page.tsx';
import { ReverseRunDialog } from './ReverseRunDialog.tsx';
import { RunPanels } from './RunPanels.tsx';

type Run = Answer<'recognition'>;
type Row = Run['rows'][number];

/** The recognition run of a month: what it would post, and the one posting. */
export function RecognitionPage() {
  const { through } = useShownBooks();
  const sort = useTableSort('code');
  const { part, isMore, drawn } = useRowsInView(sort);
  const { answer: run, trouble } = useRead('recognition', { query: { month: through, ...part } }, { keepLast: isMore });
  const { answer: state } = useRead('recognitionState', { query: { through } });
  const [recognize, { busy }] = useWrite('recognize');
  const [refused, setRefused] = useState<Trouble | null>(null);
  const [open, setOpen] = useState<'reverse' | Row | null>(null);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!run) return <Loading />;
  const post = async (): Promise<void> => {
    const written = await recognize({ body: { month: run.month, stamp: run.stamp } });
    setRefused(written.ok ? null : written.trouble);
  };
  const { latest, problems } = run;
  const isRun = latest?.month === run.month;
  const since = sinceRun(state);
  return (
    <Page
      title={`Recognition, ${monthText(run.month)}`}
      facts={
        latest === null
          ? 'No month is recognized yet'
          : `Recognized through ${monthText(latest.month)}, by ${latest.recordedBy}`
      }
      actions={
        <May do="keep-books">
          <AsOfLink to="/recognition/progress">Progress of the sites</AsOfLink>
          {latest === null ? null : (
            <Button onPress={() => setOpen('reverse')}>Reverse {monthText(latest.month)}</Button>
          )}
          <Button $look="primary" isDisabled={busy || problems.length > 0} onPress={() => void post()}>
            Recognize {dollars(run.totals.earnedMonthCents)}
          </Button>
        </May>
      }
    >
      <Sentence>
        What each contract has earned with cost and billing through <strong>{monthText(run.month)}</strong>, less what
        was recognized before. One posting for all, or none.
      </Sentence>
      <Refused why={refused?.detail ?? null} />
      <Remarks
        tone={isRun ? 'plain' : 'trouble'}
        title={isRun ? `${monthText(run.month)} is recognized` : 'This month cannot be run now'}
        remarks={isRun ? [...problems, ...since] : problems}
      />
      <PostedTable
        run={run}
        drawn={drawn(run.postedTotals?.count)}
        title={`${monthText(run.month)} as it was posted`}
      />
      <RunTable run={run} sort={sort} drawn={drawn(run.count)} onEstimate={setOpen} />
      <RunPanels run={run} />
      {open === null ? null : <RunDialog run={run} open={open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

interface RunDialogProps {
  readonly run: Run;
  readonly open: 'reverse' | Row;
  readonly onClose: () => void;
}

/** Reverses the latest run, or changes an estimate set by hand. */
function RunDialog({ run: { latest, month }, open, onClose }: RunDialogProps) {
  if (open === 'reverse') return latest === null ? null : <ReverseRunDialog run={latest} onClose={onClose} />;
  const fields = { project: open.code, month };
  return <RecordDialog kind="estimate-override" fields={fields} onClose={onClose} onDone={onClose} />;
}

type PostedRow = NonNullable<Run['posted']>[number];
type PostedAmount = Exclude<keyof NonNullable<Run['postedTotals']>, 'count'>;

interface PostedTableProps {
  readonly run: Run;
  readonly drawn: ReturnType<RowsInView['drawn']>;
  readonly title: string;
}

/** What the latest run posted, project by project. */
function PostedTable({ run: { posted, postedTotals }, drawn, title }: PostedTableProps) {
  if (posted === null || postedTotals === null || postedTotals.count === 0) return null;
  const amount = (id: string, head: string, of: PostedAmount, tone?: 'earned'): Column<PostedRow> =>
    amountColumn({
      ...{ id, head, of: (row: PostedRow) => row[of], total: postedTotals[of] },
      ...(tone === undefined ? {} : { tone }),
    });
  return (
    <DataTable
      label={title}
      rows={posted}
      rowKey={({ id }) => id}
      {...drawn}
      columns={[
        { id: 'code', head: 'Code', cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink> },
        textColumn<PostedRow>({ id: 'name', head: title, gives: true, of: ({ name }) => name, total: 'Total' }),
        percentColumn<PostedRow>({
          id: 'complete',
          head: 'Complete',
          named: ({ code }) => code,
          decimals: 2,
          of: ({ complete }) => complete,
        }),
        amount('before', 'Earned before', 'earnedBeforeCents'),
        amount('month', 'This run', 'earnedMonthCents', 'earned'),
        amount('toDate', 'Earned to date', 'earnedToDateCents'),
        amount('released', 'Cost of revenue', 'releasedCents'),
        amount('provision', 'Loss provision ±', 'provisionChangeCents'),
      ]}
    />
  );
}

interface RunTableProps {
  readonly run: Run;
  readonly sort: TableSort;
  readonly drawn: ReturnType<RowsInView['drawn']>;
  readonly onEstimate: (row: Row) => void;
}

function RunTable({ run, sort, drawn, onEstimate }: RunTableProps) {
  const arranged = useTableLayout('recognition-run');
  return (
    <DataTable
      label="Recognition run"
      rows={run.rows}
      columns={columns(run.totals, onEstimate)}
      rowKey={({ id }) => id}
      sort={sort}
      arranged={arranged}
      {...drawn}
      rowTone={({ warnings }) => (warnings.length > 0 ? 'unbudgeted' : undefined)}
      empty="No project is measured yet: none with cost or contract through this month."
    />
  );
}

const named = ({ code }: Row): string => code;

function columns(totals: Run['totals'], onEstimate: RunTableProps['onEstimate']): readonly Column<Row>[] {
  return [
    {
      id: 'code',
      head: 'Code',
      sortBy: named,
      cell: ({ id, code }) => <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink>,
    },
    textColumn({ id: 'name', head: 'Project', gives: true, of: ({ name }) => name, total: 'Total' }),
    moneyColumn({
      id: 'contract',
      head: 'Contract',
      named,
      of: ({ contract }) => contract,
      total: totals.contractCents,
    }),
    estimateColumn(totals.estimateCents, onEstimate),
    moneyColumn({ id: 'cost', head: 'Cost to date', named, of: ({ cost }) => cost, total: totals.costCents }),
    percentColumn({
      ...{ id: 'complete', head: 'Complete', named, decimals: 2 },
      // Of what earns as billed without a price nobody knows how much is done.
      of: ({ complete, progress, contract }) =>
        progress === 'as-billed' && contract.amountCents === 0 ? null : complete,
    }),
    amountColumn({
      id: 'before',
      head: 'Earned before',
      of: ({ earnedBeforeCents }) => earnedBeforeCents,
      total: totals.earnedBeforeCents,
    }),
    amountColumn({
      id: 'month',
      head: 'This run',
      tone: 'earned',
      of: ({ earnedMonthCents }) => earnedMonthCents,
      total: totals.earnedMonthCents,
    }),
    amountColumn({
      id: 'toDate',
      head: 'Earned to date',
      of: ({ earnedToDateCents }) => earnedToDateCents,
      total: totals.earnedToDateCents,
    }),
    amountColumn({
      id: 'released',
      head: 'Cost of revenue',
      of: ({ releasedCents }) => releasedCents,
      total: totals.releasedCents,
    }),
    amountColumn({
      id: 'provision',
      head: 'Loss provision ±',
      of: ({ provisionChangeCents }) => provisionChangeCents,
      total: totals.provisionChangeCents,
    }),
  ];
}

/** The estimate, and beside it the way to where it comes from. */
function estimateColumn(total: Run['totals']['estimateCents'], onEstimate: RunTableProps['onEstimate']): Column<Row> {
  return {
    id: 'estimate',
    head: 'EAC',
    long: EAC,
    figures: true,
    sortBy: ({ estimate }) => estimate.amountCents,
    cell: (row) => (
      <>
        <Money label={`Estimated cost at completion, ${row.code}`} money={row.estimate} />{' '}
        {row.override === null ? (
          <AsOfLink to={`/projects/${row.id}/forecast`} aria-label={`Forecast of ${row.code}`}>
            forecast
          </AsOfLink>
        ) : (
          <Button
            $look="quiet"
            aria-label={`Change the estimate of ${row.code} set by hand`}
            onPress={() => onEstimate(row)}
          >
            by hand
          </Button>
        )}
      </>
    ),
    total: dollars(total),
  };
}

/** What came since the month was recognized, and what to do about it. */
function sinceRun(state: Answer<'recognitionState'> | undefined): readonly { at: string; message: string }[] {
  if (state === undefined || !state.changesAnything) return [];
  const documents =
    state.documentsSince === 0 ? 'What was agreed or forecast since' : plural(state.documentsSince, 'document');
  const message = `The run is out of date: ${documents}${state.documentsSince === 0 ? '' : ' came since,'} would change what is earned by ${dollars(state.toRecognizeCents)}. Reverse it and recognize again, or let the next month catch up.`;
  return [{ at: '', message }];
}
