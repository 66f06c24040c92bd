import styled from 'styled-components';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { COST_TYPE_MARKS } from '@lowtide/core/ledger/cost-type.ts';
import type { Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { DataTable, type Column } from '../ui/DataTable.tsx';
import { Mark } from '../ui/Facts.tsx';
import { Amount, Money } from '../ui/Figure.tsx';
import { color } from '../theme/tokens.ts';

type Project = Answer<'project'>;
type Row = Project['budget'][number];

/** Budget against actual, line by line; what has cost and no budget comes marked. */
export function BudgetTable({ project }: { readonly project: Project }) {
  const { budget, budgetTotals: totals } = project;
  const sort = useTableSort();
  const money = (id: 'actual' | 'estimate' | 'remaining' | 'variance', head: string, total: string): Column<Row> => ({
    id,
    head,
    figures: true,
    sortBy: (row) => row[id].amountCents,
    cell: (row) => <Money label={`${head}, ${row.code}`} money={row[id]} />,
    total,
  });
  const columns: readonly Column<Row>[] = [
    {
      id: 'code',
      head: 'Code',
      sortBy: (row) => `${row.phase ?? ''}/${row.code}`,
      cell: ({ phase, code }) => (phase === null ? code : `${phase}/${code}`),
    },
    {
      id: 'name',
      gives: true,
      head: 'Cost code',
      sortBy: ({ name }) => name,
      cell: ({ name }) => name,
      total: 'Total',
    },
    {
      id: 'type',
      head: 'Type',
      sortBy: ({ costType }) => costType,
      cell: ({ costType }) => <Mark>{COST_TYPE_MARKS[costType]}</Mark>,
    },
    {
      id: 'budget',
      head: 'Budget',
      figures: true,
      sortBy: (row) => row.original.amountCents,
      cell: (row) =>
        row.budgeted ? (
          <Money label={`Budget, ${row.code}`} money={row.original} />
        ) : (
          <Amount cents={row.original.amountCents} />
        ),
      total: dollars((totals.originalCents + totals.changesCents) as typeof totals.originalCents),
    },
    {
      id: 'changes',
      head: 'of it changes',
      figures: true,
      sortBy: (row) => row.changesCents,
      cell: (row) => <Amount cents={row.changesCents} />,
      total: dollars(totals.changesCents),
    },
    money('actual', 'Actual', dollars(totals.actualCents)),
    money('remaining', 'Left', dollars(totals.remainingCents)),
    money('estimate', 'At completion', dollars(totals.estimateCents)),
    money('variance', 'Variance', dollars(totals.varianceCents)),
    {
      id: 'used',
      head: 'Used',
      width: '104px',
      sortBy: ({ used }) => (used === null ? 9 : used.numerator / used.denominator),
      cell: (row) => <Used used={row.used} budgeted={row.budgeted} />,
    },
  ];
  return (
    <DataTable
      label="Budget against actual"
      rows={budget}
      columns={columns}
      rowKey={(row) => `${row.phase ?? ''}/${row.code}/${row.costType}`}
      rowTone={(row) => (row.budgeted ? undefined : 'unbudgeted')}
      sort={sort}
      empty="No budget and no cost yet. Budget lines are added under Contract & record."
    />
  );
}

function Used({ used, budgeted }: { readonly used: Ratio | null; readonly budgeted: boolean }) {
  if (!budgeted) return <strong style={{ color: color.unbudgeted }}>unbudgeted</strong>;
  if (used === null) return null;
  const share = used.numerator / used.denominator;
  return (
    <Bar>
      <span>
        <i
          style={{
            width: `${Math.min(100, Math.max(0, share * 100))}%`,
            background: share >= 1 ? color.trouble : color.cost,
          }}
        />
      </span>
      {percent(used, 0)}
    </Bar>
  );
}

const Bar = styled.span`
  display: flex;
  align-items: center;
  gap: 6px;
  font-variant-numeric: tabular-nums;
  span {
    width: 52px;
    height: 7px;
    background: ${color.paperDeep};
  }
  i {
    display: block;
    height: 100%;
  }
`;
