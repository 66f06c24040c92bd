import type { Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { EAC } from '@lowtide/core/reports/table.ts';
import { AsOfLink } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import type { RowsInView } from '../api/table-view.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { Button } from '../ui/Button.tsx';
import { amountColumn, moneyColumn, percentColumn, textColumn } from '../ui/columns.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Money, PressedAmount } from '../ui/Figure.tsx';
import type { Column, TableSort } from '../ui/table-column.ts';

type Run = Answer<'recognition'>;
type Row = Run['rows'][number];
type PostedRow = NonNullable<Run['posted']>[number];
type PostedAmount = Exclude<keyof NonNullable<Run['postedTotals']>, 'count' | 'causes'>;

interface PostedTableProps {
  readonly run: Run;
  readonly drawn: ReturnType<RowsInView['drawn']>;
  readonly title: string;
  readonly onWhy: (row: PostedRow) => void;
}

/** What the latest run posted, project by project. */
export function PostedTable({ run: { posted, postedTotals }, drawn, title, onWhy }: PostedTableProps) {
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
        whyColumn<PostedRow>(postedTotals.earnedMonthCents, onWhy),
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
  readonly onWhy: (row: Row) => void;
}

/** What a run of the month would post, project by project. */
export function RunTable({ run, sort, drawn, onEstimate, onWhy }: RunTableProps) {
  const arranged = useTableLayout('recognition-run');
  return (
    <DataTable
      label="Recognition run"
      rows={run.rows}
      columns={columns(run.totals, { onEstimate, onWhy })}
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

function columns(
  totals: Run['totals'],
  { onEstimate, onWhy }: Pick<RunTableProps, 'onEstimate' | 'onWhy'>,
): readonly Column<Row>[] {
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
    whyColumn<Row>(totals.earnedMonthCents, onWhy),
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

interface Earned {
  readonly code: string;
  readonly earnedMonthCents: Cents;
}

/** What the run earns; pressed, it says why. */
function whyColumn<R extends Earned>(total: Cents, onWhy: (row: R) => void): Column<R> {
  return {
    ...{ id: 'month', head: 'This run', figures: true },
    sortBy: ({ earnedMonthCents }) => earnedMonthCents,
    cell: (row) => (
      <PressedAmount
        label={`Why ${row.code} earns ${dollars(row.earnedMonthCents)}`}
        cents={row.earnedMonthCents}
        tone="earned"
        onPress={() => onWhy(row)}
      />
    ),
    total: dollars(total),
  };
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
