import type { z } from 'zod';
import { lastDay } from '../../calendar/month.ts';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { AGING_PARTS } from './figures.ts';
import { Aging, AgingQuery } from './shape.ts';

type Answer = z.output<typeof Aging>;
type Row = Answer['rows'][number];

export const AGING = report({
  title: 'Aging',
  group: 'bought',
  alsoCalled: [
    'receivables',
    'payables',
    'open invoices',
    'open bills',
    'overdue',
    'AR',
    'AP',
    'retention',
    'retainage',
  ],
  facts: 'Open invoices and bills by days past due, party by party, tied to the account',
  path: '/aging',
  may: 'read-books',
  summary: 'What clients owe or suppliers are owed, by days past due',
  query: AgingQuery,
  answer: Aging,
  sentence: 'What {side} at the end of {on}, by days past due.',
  choices: {
    side: {
      kind: 'options',
      label: 'Side',
      options: [
        { value: 'receivable', text: 'clients owe' },
        { value: 'payable', text: 'suppliers are owed' },
      ],
    },
    on: { kind: 'day', label: 'Day', initial: ({ through }) => lastDay(through) },
  },
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => id ?? 'none',
      name: ({ code, name }) => code || name,
      tone: ({ amounts }) => ((amounts.at(-1) ?? 0) > 0 ? 'trouble' : undefined),
    }),
  empty: 'Nothing is open on this day.',
});

const FILES = ['not_due', 'days_1_to_30', 'days_31_to_60', 'days_61_to_90', 'over_90_days'];

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    ...AGING_PARTS.map((head, part): ColumnOf<Row> => ({
      ...{ id: `part${'abcde'.charAt(part)}`, head, file: FILES[part] ?? '', holds: 'money' },
      of: ({ amounts }) => amounts[part] ?? 0,
      total: totals.amounts[part] ?? 0,
    })),
    {
      ...{ id: 'other', head: 'No document', file: 'without_document', holds: 'money' },
      of: ({ otherCents }) => otherCents,
      total: totals.otherCents,
    },
    {
      ...{ id: 'total', head: 'Total', file: 'total', holds: 'money' },
      madeOf: { plus: [...AGING_PARTS.map((_, part) => `part${'abcde'.charAt(part)}`), 'other'] },
      of: ({ total }) => traced(total),
      total: traced(totals.total),
    },
    {
      ...{ id: 'retention', head: 'Retention', file: 'retention', holds: 'money' },
      of: ({ retention }) => traced(retention),
      total: traced(totals.retention),
    },
  ];
}
