import { useTableLayout } from '../api/use-table-layout.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { useOpenMonth, useShownBooks } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { MonthChart } from '../charts/MonthChart.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Amount } from '../ui/Figure.tsx';
import { color } from '../theme/tokens.ts';

type Month = Answer<'project'>['months'][number];
interface Running extends Month {
  readonly toDate: { readonly cost: Cents; readonly earned: Cents; readonly billed: Cents };
}

/** Months newest first, each with what it brought and what has come together by then. */
function running(months: readonly Month[]): readonly Running[] {
  let [cost, earned, billed] = [0, 0, 0];
  return months.map((month) => {
    cost += month.costCents;
    earned += month.earnedCents;
    billed += month.billedCents;
    return { ...month, toDate: { cost: cents(cost), earned: cents(earned), billed: cents(billed) } };
  });
}

const CURVES = [['cost'], ['earned'], ['billed', '6 4']] as const;

/** Cost, earned and billed by month: the curve to date, and the figures behind it. */
export function ProjectMonths({ months }: { readonly months: readonly Month[] }) {
  const { through } = useShownBooks();
  const openMonth = useOpenMonth();
  const rows = running(months);
  const columns: readonly Column<Running>[] = [
    { id: 'month', head: 'Month', cell: ({ month }) => monthText(month) },
    { id: 'cost', head: 'Cost', figures: true, cell: ({ costCents }) => <Amount cents={costCents} /> },
    {
      id: 'earned',
      head: 'Earned',
      figures: true,
      cell: ({ earnedCents }) => <Amount cents={earnedCents} tone="earned" />,
    },
    {
      id: 'billed',
      head: 'Billed',
      figures: true,
      cell: ({ billedCents }) => <Amount cents={billedCents} tone="billed" />,
    },
    { id: 'costToDate', head: 'Cost to date', figures: true, cell: ({ toDate }) => <Amount cents={toDate.cost} /> },
    {
      id: 'earnedToDate',
      head: 'Earned to date',
      figures: true,
      cell: ({ toDate }) => <Amount cents={toDate.earned} tone="earned" />,
    },
    {
      id: 'billedToDate',
      head: 'Billed to date',
      figures: true,
      cell: ({ toDate }) => <Amount cents={toDate.billed} tone="billed" />,
    },
  ];
  return (
    <>
      {rows.length > 1 ? (
        <MonthChart
          label="Cost, earned and billed to date, by month"
          months={rows.map(({ month }) => month)}
          series={CURVES.map(([of, dash]) => ({
            name: `${of} to date`,
            color: of === 'billed' ? color.billedBright : color[of],
            ...(dash === undefined ? {} : { dash }),
            values: rows.map(({ toDate }) => toDate[of]),
          }))}
          at={through}
          onMonth={openMonth}
        />
      ) : null}
      <DataTable
        label="Months"
        arranged={useTableLayout('project-months')}
        rows={rows.toReversed()}
        columns={columns}
        rowKey={({ month }) => month}
        empty="Nothing is posted to this project yet."
      />
    </>
  );
}
