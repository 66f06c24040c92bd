import type { z } from 'zod';
import type { BudgetRow, BudgetTotals } from './shape.ts';
import { cents } from '../../money/cents.ts';
import { tableOf, traced, type ColumnOf, type Table } from '../table.ts';

type Row = z.output<typeof BudgetRow>;

interface Detail {
  readonly budget: readonly Row[];
  readonly budgetTotals: z.output<typeof BudgetTotals>;
}

/** A project's budget against actual, line by line. */
export function budgetTable({ budget, budgetTotals: totals }: Detail): Table {
  const columns: readonly ColumnOf<Row>[] = [
    { id: 'phase', head: 'Phase', file: 'phase', holds: 'text', of: ({ phase }) => phase ?? '' },
    { id: 'code', head: 'Code', file: 'cost_code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Cost code', file: 'name', holds: 'text', of: ({ name }) => name, total: 'Total' },
    { id: 'type', head: 'Type', file: 'cost_type', holds: 'text', of: ({ costType }) => costType },
    {
      id: 'budgeted',
      head: 'Budgeted',
      file: 'budgeted',
      holds: 'text',
      of: ({ budgeted }) => (budgeted ? 'yes' : 'no'),
    },
    money('original', 'Original', ({ original }) => traced(original), totals.originalCents),
    money('changes', 'Changes', ({ changesCents }) => changesCents, totals.changesCents),
    {
      ...money(
        'budget',
        'Revised',
        ({ revised }) => traced(revised),
        cents(totals.originalCents + totals.changesCents),
      ),
      madeOf: { plus: ['original', 'changes'] },
    },
    money('actual', 'Actual', ({ actual }) => traced(actual), totals.actualCents),
    money('committed', 'Committed', ({ committed }) => traced(committed), totals.committedCents),
    {
      ...money('left', 'Remaining', ({ remaining }) => traced(remaining), totals.remainingCents),
      madeOf: { plus: ['budget'], minus: ['actual', 'committed'] },
    },
    {
      ...{ id: 'used', head: '% used', file: 'used_percent', holds: 'percent' },
      formula: '(actual + committed) ÷ revised',
      madeOf: { plus: ['actual', 'committed'], over: ['budget'] },
      of: ({ used }) => used,
    },
    money('at_completion', 'EAC', ({ estimate }) => traced(estimate), totals.estimateCents),
    {
      ...money('variance', 'Variance', ({ variance }) => traced(variance), totals.varianceCents),
      madeOf: { plus: ['budget'], minus: ['at_completion'] },
    },
  ];
  return tableOf(columns, budget, {
    key: ({ phase, code, costType }) => `${phase ?? ''}/${code}/${costType}`,
    name: ({ code }) => code,
    tone: ({ budgeted }) => (budgeted ? undefined : 'unbudgeted'),
  });
}

function money(file: string, head: string, of: ColumnOf<Row>['of'], total: number): ColumnOf<Row> {
  return { id: file, head, file, holds: 'money', of, total };
}
