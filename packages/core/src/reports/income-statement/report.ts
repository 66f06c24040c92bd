import { monthText, type Month } from '../../calendar/month.ts';
import { BASIS, report } from '../report.ts';
import { figuresRow, groupRows, statementTable, sumRow } from '../statement-rows.ts';
import { traced } from '../table.ts';
import { IncomeQuery, IncomeStatement } from './shape.ts';

export const INCOME_STATEMENT = report({
  title: 'Income statement',
  group: 'books',
  alsoCalled: ['profit and loss', 'P&L'],
  leavesWipOut: true,
  facts: 'By account; revenue is what was recognized',
  path: '/income-statement',
  may: 'read-books',
  summary: 'Income statement',
  query: IncomeQuery,
  answer: IncomeStatement,
  sentence: 'From {from} through {through} and the fiscal year to date, of {project}, {basis}.',
  choices: {
    from: { kind: 'month', label: 'From month', initial: ({ through }) => through },
    project: { kind: 'project', label: 'Of project' },
    basis: BASIS,
  },
  table: (answer) =>
    statementTable(
      [
        ...groupRows('Revenue', answer.revenue),
        ...groupRows('Cost of revenue', answer.costOfRevenue),
        sumRow('Gross profit', answer.grossProfit, ['Revenue', '−Cost of revenue']),
        ...groupRows('Expense', answer.expense),
        figuresRow('Net income', answer.netIncome.map(traced), { of: ['Gross profit', '−Expense'] }),
      ],
      answer.columns.map((span, place) => ({
        head: place === 0 ? spanText(span) : `Year, ${spanText(span)}`,
        file: `${place === 0 ? '' : 'year_'}${span.from}_through_${span.through}`,
      })),
    ),
  isStatement: true,
  empty: 'Nothing is posted yet.',
});

function spanText({ from, through }: { readonly from: Month; readonly through: Month }): string {
  return from === through ? monthText(through) : `${monthText(from)} – ${monthText(through)}`;
}
