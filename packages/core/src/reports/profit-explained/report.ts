import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { ProfitExplained, ProfitExplainedQuery } from './shape.ts';

type Answer = z.output<typeof ProfitExplained>;
type Row = Answer['rows'][number];

export const PROFIT_EXPLAINED = report({
  title: 'Profit explained',
  group: 'profit',
  alsoCalled: ['variances', 'variance analysis', 'why profit moved', 'rate and efficiency', 'bridge'],
  facts: 'Profit to date as if recognized now, and the steps that lead to it; each opens what it is made of',
  path: '/profit-explained',
  may: 'read-projects',
  summary: 'Why profit to date is what it is',
  query: ProfitExplainedQuery,
  answer: ProfitExplained,
  sentence: 'Profit to date through {through} of {project} of {client}, {against}.',
  choices: {
    project: { kind: 'project', label: 'Of project' },
    client: { kind: 'client', label: 'Of client' },
    against: {
      kind: 'options',
      label: 'Against',
      options: [
        { value: 'month', text: 'against the month before' },
        { value: 'estimate', text: 'against the estimate, for as much work' },
        { value: 'forecast', text: 'against the forecast of the month before, for as much work' },
      ],
    },
  },
  table: (answer) =>
    tableOf(COLUMNS, answer.rows, {
      key: (row) => answer.rows.indexOf(row),
      name: ({ text }) => text,
      tone: ({ kind }) => (kind === 'part' ? undefined : 'strong'),
      leadsTo: ({ projectId }) => (projectId === null ? undefined : `/projects/${projectId}`),
    }),
  isStatement: true,
  empty: 'Nothing is earned yet.',
});

const COLUMNS: readonly ColumnOf<Row>[] = [
  {
    ...{ id: 'text', head: 'What moved profit', file: 'what', holds: 'text' },
    of: ({ text }) => text,
  },
  { id: 'detail', head: 'For the work done', file: 'units', holds: 'text', gives: true, of: ({ detail }) => detail },
  {
    ...{ id: 'planned', head: 'Planned for it', file: 'planned', holds: 'money', tone: 'plain' },
    of: ({ plannedCents }) => plannedCents,
  },
  {
    ...{ id: 'cost', head: 'Cost', file: 'cost', holds: 'money' },
    of: ({ cost }) => (cost === null ? null : traced(cost)),
  },
  {
    ...{ id: 'part', head: 'Part', file: 'part', holds: 'money', tone: 'plain' },
    of: ({ kind, amountCents }) => (kind === 'part' ? amountCents : null),
  },
  {
    ...{ id: 'amount', head: 'Step', file: 'step', holds: 'money', tone: 'plain' },
    of: ({ kind, amountCents }) => (kind === 'step' ? amountCents : null),
  },
  {
    ...{ id: 'after', head: 'Profit', file: 'profit', holds: 'money', tone: 'plain' },
    of: ({ afterCents }) => afterCents,
  },
];
