import type { z } from 'zod';
import { ReportQuery } from '../query.ts';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { RetentionReport } from './shape.ts';

type Answer = z.output<typeof RetentionReport>;
type Row = Answer['rows'][number];

export const RETENTION = report({
  title: 'Retention',
  group: 'contracts',
  alsoCalled: ['retainage', 'held back', 'retention due', 'retention of subcontractors'],
  facts: 'What clients hold back, since when and due when, beside what is held back from suppliers of the same project',
  path: '/retention',
  may: 'read-books',
  summary: 'What clients hold back of each project, and what is held back from its suppliers',
  query: ReportQuery,
  answer: RetentionReport,
  sentence: 'Retention at the end of {through}, by project: held back by clients, and from suppliers.',
  choices: {},
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}?part=billing`,
      tone: ({ daysLate }) => (daysLate === null ? undefined : 'trouble'),
    }),
  empty: 'Nothing is held back.',
});

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  const money = (id: string, head: string, of: keyof Answer['totals'] & keyof Row): ColumnOf<Row> => ({
    ...{ id, head, file: head.toLowerCase().replace(/\W+/g, '_'), holds: 'money', total: totals[of] },
    of: (row) => row[of],
  });
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{ id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, total: 'Total' },
      of: ({ client }) => client,
    },
    money('withheld', 'Withheld', 'withheldCents'),
    money('released', 'Released', 'releasedCents'),
    {
      ...{ id: 'held', head: 'Held back', file: 'held_back', holds: 'money', tone: 'gap', total: totals.heldCents },
      madeOf: { plus: ['withheld'], minus: ['released'] },
      of: ({ held }) => traced(held),
    },
    { id: 'since', head: 'Since', file: 'since', holds: 'day', of: ({ since }) => since },
    { id: 'due', head: 'Due', file: 'due', holds: 'day', of: ({ dueOn }) => dueOn },
    { id: 'days', head: 'Days late', file: 'days_late', holds: 'count', of: ({ daysLate }) => daysLate },
    money('fromSuppliers', 'From suppliers', 'fromSuppliersCents'),
    money('toSuppliers', 'Released to them', 'toSuppliersCents'),
    {
      ...money('owed', 'Held from them', 'owedCents'),
      madeOf: { plus: ['fromSuppliers'], minus: ['toSuppliers'] },
    },
  ];
}
