import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { PriceHistory, PriceHistoryQuery } from './shape.ts';

type Row = z.output<typeof PriceHistory>['rows'][number];

export const PRICE_HISTORY = report({
  title: 'Price history',
  group: 'bought',
  alsoCalled: ['prices', 'cost of items'],
  facts: 'What suppliers billed by the unit, each price beside the one before',
  path: '/price-history',
  may: 'read-books',
  summary: 'Prices that suppliers billed against orders',
  query: PriceHistoryQuery,
  answer: PriceHistory,
  sentence: 'Prices billed against orders through {through}, thing by thing; ordered at is what was agreed.',
  choices: {},
  table: ({ rows }) =>
    tableOf(COLUMNS, rows, {
      key: ({ documentId, text, number }) => `${documentId}/${number}/${text}`,
      name: ({ text, number }) => `${text} ${number}`,
      leadsTo: ({ documentId }) => `/documents/${documentId}`,
      tone: ({ change }) => (change !== null && change.numerator * 20 > change.denominator ? 'trouble' : undefined),
    }),
  empty: 'Nothing was billed by the unit against an order yet.',
});

const COLUMNS: readonly ColumnOf<Row>[] = [
  { id: 'number', head: 'Bill', file: 'bill', holds: 'text', of: ({ number }) => number },
  { id: 'supplier', head: 'Supplier', file: 'supplier', holds: 'text', gives: true, of: ({ supplier }) => supplier },
  { id: 'text', head: 'What', file: 'text', holds: 'text', gives: true, of: ({ text }) => text },
  { id: 'billedOn', head: 'Dated', file: 'dated', holds: 'day', of: ({ billedOn }) => billedOn },
  { id: 'quantity', head: 'Quantity', file: 'quantity', holds: 'hours', of: ({ quantity }) => quantity },
  { id: 'unit', head: 'Unit', file: 'unit', holds: 'text', of: ({ unit }) => unit },
  { id: 'price', head: 'Price', file: 'price', holds: 'price', of: ({ price }) => price },
  {
    id: 'orderedAt',
    head: 'Ordered at',
    file: 'ordered_at',
    holds: 'price',
    of: ({ orderedAt }) => orderedAt,
  },
  {
    ...{ id: 'change', head: 'Change', file: 'change_percent', holds: 'percent', formula: 'price ÷ price before − 1' },
    of: ({ change }) => change,
  },
];
