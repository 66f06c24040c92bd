import type { z } from 'zod';
import { cents, opposite } from '../../money/cents.ts';
import { BASIS, report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { TrialBalance, TrialQuery } from './shape.ts';

type Answer = z.output<typeof TrialBalance>;
type Row = Answer['rows'][number];

export const TRIAL_BALANCE = report({
  title: 'Trial balance',
  group: 'books',
  alsoCalled: ['accounts', 'debits and credits'],
  facts: 'Debits equal credits at every moment',
  path: '/trial-balance',
  may: 'read-books',
  summary: 'Trial balance',
  query: TrialQuery,
  answer: TrialBalance,
  sentence: 'Every account through {through}, result accounts {span}, {basis}.',
  choices: {
    span: {
      kind: 'options',
      label: 'Result accounts',
      options: [
        { value: 'year', text: 'from the start of the fiscal year' },
        { value: 'all', text: 'of all time' },
      ],
    },
    basis: BASIS,
  },
  table: (answer) =>
    tableOf(columns(answer), [...answer.rows, ...earlier(answer)], {
      key: ({ code, name }) => code || name,
      name: ({ name }) => name,
    }),
  empty: 'Nothing is posted yet.',
});

/** Earlier profit as a row of its own. */
function earlier({ earlierProfit }: Answer): readonly Row[] {
  if (earlierProfit === null || earlierProfit.amountCents === 0) return [];
  const profit = earlierProfit.amountCents;
  return [
    {
      ...{ code: '', name: 'Profit of earlier years', type: 'equity', movement: { amountCents: cents(0) } },
      balance: { ...earlierProfit, amountCents: opposite(profit) },
      debitCents: cents(Math.max(0, -profit)),
      creditCents: cents(Math.max(0, profit)),
    },
  ];
}

function columns({ debitCents, creditCents }: Answer): readonly ColumnOf<Row>[] {
  const side = (value: number, { balance }: Row) => ({ value, figure: value === 0 ? undefined : balance.figure });
  return [
    { id: 'code', head: 'Account', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', of: ({ name }) => name, total: 'Total' },
    { id: 'type', head: 'Type', file: 'type', holds: 'text', of: ({ type }) => type },
    {
      ...{ id: 'movement', head: 'In the month', file: 'movement', holds: 'money' },
      of: ({ movement }) => traced(movement),
    },
    {
      ...{ id: 'debit', head: 'Debit', file: 'debit', holds: 'money' },
      of: (row) => side(row.debitCents, row),
      total: debitCents,
    },
    {
      ...{ id: 'credit', head: 'Credit', file: 'credit', holds: 'money' },
      of: (row) => side(row.creditCents, row),
      total: creditCents,
    },
  ];
}
