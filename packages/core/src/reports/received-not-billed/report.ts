import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { ReceivedNotBilled, ReceivedNotBilledQuery } from './shape.ts';

type Answer = z.output<typeof ReceivedNotBilled>;
type Row = Answer['rows'][number];

export const RECEIVED_NOT_BILLED = report({
  title: 'Received, not billed',
  group: 'bought',
  alsoCalled: ['GRNI', 'accruals', 'goods received'],
  facts: 'Goods that are cost already and whose bills are still to come, tied to the account',
  path: '/received-not-billed',
  may: 'read-books',
  summary: 'Goods received and not billed yet, line by line of orders',
  query: ReceivedNotBilledQuery,
  answer: ReceivedNotBilled,
  sentence: 'What was received and not billed through {through}, at the price of its order.',
  choices: {},
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ line }) => line,
      name: ({ line }) => line,
      leadsTo: ({ orderId }) => `/orders/${orderId}`,
    }),
  empty: 'Everything received is billed, or the company does not accrue on receipt.',
});

function columns({ total }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'line', head: 'Line of an order', file: 'order_line', holds: 'text', of: ({ line }) => line, total: 'Total' },
    { id: 'supplier', head: 'Supplier', file: 'supplier', holds: 'text', gives: true, of: ({ supplier }) => supplier },
    { id: 'project', head: 'Project', file: 'project', holds: 'text', of: ({ project }) => project },
    { id: 'coding', head: 'Cost code', file: 'coding', holds: 'text', of: ({ coding }) => coding },
    { id: 'text', head: 'Text', file: 'text', holds: 'text', gives: true, of: ({ text }) => text },
    { id: 'received', head: 'Received', file: 'received', holds: 'money', of: ({ receivedCents }) => receivedCents },
    { id: 'billed', head: 'Billed', file: 'billed', holds: 'money', of: ({ billedCents }) => billedCents },
    {
      ...{ id: 'accrued', head: 'Not billed', file: 'received_not_billed', holds: 'money' },
      of: ({ accruedCents }) => accruedCents,
      total: traced(total),
    },
  ];
}
