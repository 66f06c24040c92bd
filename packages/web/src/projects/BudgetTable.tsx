import { EAC } from '@lowtide/core/reports/table.ts';
import styled from 'styled-components';
import { cents } from '@lowtide/core/money/cents.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { COST_TYPE_MARKS } from '@lowtide/core/ledger/cost-type.ts';
import type { Answer } from '../api/books-api.ts';
import { useTableSort } from '../api/table-view.ts';
import { useTableLayout } from '../api/use-table-layout.ts';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/table-column.ts';
import { Mark } from '../ui/Facts.tsx';
import { amountColumn, moneyColumn, textColumn } from '../ui/columns.tsx';
import { color } from '../theme/tokens.ts';

type Project = Answer<'project'>;
type Row = Project['budget'][number];

/** Budget against actual, line by line; what has cost and no budget comes marked. */
export function BudgetTable({ project }: { readonly project: Project }) {
  const sort = useTableSort();
  const arranged = useTableLayout('budget');
  return (
    <DataTable
      label="Budget against actual"
      rows={project.budget}
      columns={columns(project.budgetTotals)}
      rowKey={(row) => `${coded(row)}/${row.costType}`}
      rowTone={(row) => (row.budgeted ? undefined : 'unbudgeted')}
      sort={sort}
      arranged={arranged}
      empty="No budget and no cost yet. Budget lines are added under Contract & record."
    />
  );
}

function coded({ phase, code }: Row): string {
  return phase === null ? code : `${phase}/${code}`;
}

function columns(totals: Project['budgetTotals']): readonly Column<Row>[] {
  const money = (id: 'actual' | 'committed' | 'estimate' | 'remaining' | 'variance', head: string): Column<Row> =>
    moneyColumn({ id, head, named: coded, of: (row) => row[id], total: totals[`${id}Cents`] });
  return [
    textColumn({ id: 'code', head: 'Code', of: coded }),
    textColumn({ id: 'name', head: 'Cost code', gives: true, of: ({ name }) => name, total: 'Total' }),
    {
      id: 'type',
      head: 'Type',
      sortBy: ({ costType }) => costType,
      cell: ({ costType }) => <Mark>{COST_TYPE_MARKS[costType]}</Mark>,
    },
    amountColumn({
      id: 'original',
      head: 'Original',
      of: ({ original }) => original.amountCents,
      total: totals.originalCents,
    }),
    amountColumn({
      id: 'changes',
      head: 'Changes',
      of: ({ changesCents }) => changesCents,
      total: totals.changesCents,
    }),
    moneyColumn({
      id: 'budget',
      head: 'Revised',
      named: coded,
      of: ({ revised, budgeted }) => (budgeted ? revised : { amountCents: revised.amountCents }),
      total: cents(totals.originalCents + totals.changesCents),
    }),
    money('actual', 'Actual'),
    money('committed', 'Committed'),
    money('remaining', 'Remaining'),
    { ...money('estimate', 'EAC'), long: EAC },
    money('variance', 'Variance'),
    {
      id: 'used',
      head: '% used',
      width: '104px',
      sortBy: ({ used }) => (used === null ? Number.POSITIVE_INFINITY : used.numerator / used.denominator),
      cell: (row) => <Used used={row.used} budgeted={row.budgeted} />,
    },
  ];
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
