import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { Commitments, CommitmentsQuery } from './shape.ts';

type Answer = z.output<typeof Commitments>;
type Row = Answer['rows'][number];

export const COMMITMENTS = report({
  title: 'Open orders and commitments',
  group: 'bought',
  alsoCalled: ['open orders', 'purchase orders', 'subcontracts', 'committed cost', 'retention', 'retainage'],
  facts: 'What is ordered, received and billed of open orders, and what they still add to cost',
  path: '/commitments',
  may: 'read-books',
  summary: 'Open orders and what they commit',
  query: CommitmentsQuery,
  answer: Commitments,
  sentence: 'Open orders by {by} through {through}: before tax; committed with tax that does not come back.',
  choices: {
    by: {
      kind: 'options',
      label: 'By',
      options: [
        { value: 'order', text: 'order' },
        { value: 'supplier', text: 'supplier' },
        { value: 'project', text: 'project' },
        { value: 'line', text: 'budget line' },
      ],
    },
  },
  table: (answer, { by = 'order' }) =>
    tableOf(
      columns(answer.totals).filter(({ id }) => (NAMES[by] ?? NAMES['order'] ?? []).includes(id) || !isName(id)),
      answer.rows,
      {
        key: ({ order, supplier, project, coding }) => [order, supplier, project, coding].join('/'),
        name: ({ order, supplier, project }) => order || supplier || project || 'No project',
        leadsTo: ({ orderId }) => (orderId === null ? undefined : `/orders/${orderId}`),
      },
    ),
  empty: 'No order is open through this month.',
});

/** Which names stand in the rows, by what they are added up by. */
const NAMES: Readonly<Record<string, readonly string[]>> = {
  order: ['order', 'supplier', 'text'],
  supplier: ['supplier'],
  project: ['project'],
  line: ['project', 'coding'],
};

function isName(id: string): boolean {
  return ['order', 'supplier', 'project', 'coding', 'text'].includes(id);
}

function columns(totals: Answer['totals']): readonly ColumnOf<Row>[] {
  const name = (id: 'order' | 'supplier' | 'project' | 'coding' | 'text', head: string): ColumnOf<Row> => ({
    ...{ id, head, file: id, holds: 'text' },
    of: (row) => row[id],
  });
  const money = (id: 'ordered' | 'received' | 'billed' | 'accrued', head: string): ColumnOf<Row> => ({
    ...{ id, head, file: id === 'accrued' ? 'received_not_billed' : id, holds: 'money' },
    of: (row) => row[`${id}Cents`],
    total: totals[`${id}Cents`],
  });
  return [
    name('order', 'Order'),
    { ...name('supplier', 'Supplier'), gives: true },
    name('project', 'Project'),
    name('coding', 'Budget line'),
    { ...name('text', 'Text'), gives: true },
    money('ordered', 'Ordered'),
    money('received', 'Received'),
    money('billed', 'Billed'),
    money('accrued', 'Received, not billed'),
    {
      ...{ id: 'committed', head: 'Committed', file: 'committed', holds: 'money' },
      madeOf: { plus: ['ordered'], minus: ['billed', 'accrued'] },
      of: ({ committedCents, committedFigure }) => ({ value: committedCents, figure: committedFigure }),
      total: totals.committedCents,
    },
  ];
}
