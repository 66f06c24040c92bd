import type { z } from 'zod';
import { ReportQuery } from '../query.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { AGES, UnbilledWorkReport } from './shape.ts';

type Answer = z.output<typeof UnbilledWorkReport>;
type Row = Answer['rows'][number];

export const UNBILLED_WORK = report({
  title: 'Unbilled work',
  group: 'contracts',
  alsoCalled: ['time and materials', 'unbilled hours', 'work to bill'],
  facts: 'Hours and costs of time and materials that no invoice asked for yet, by their age',
  path: '/unbilled-work-report',
  may: 'read-projects',
  summary: 'Work done and not billed, by project and age',
  query: ReportQuery,
  answer: UnbilledWorkReport,
  sentence: 'Work of time and materials done and not billed through {through}, by its age then.',
  choices: {},
  table: (answer) =>
    tableOf(columns(answer), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}?part=billing`,
    }),
  empty: 'All work of time and materials is billed.',
});

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      ...{ id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, total: 'Total' },
      of: ({ client }) => client,
    },
    ...AGES.map((head, place): ColumnOf<Row> => ({
      ...{ id: `age${place}`, head, file: `age_${place}`, holds: 'money', total: totals.ages[place] ?? null },
      of: ({ ages }) => ages[place] ?? null,
    })),
    {
      ...{ id: 'total', head: 'Unbilled', file: 'unbilled', holds: 'money', total: totals.totalCents },
      madeOf: { plus: AGES.map((_, place) => `age${place}`), minus: [] },
      of: ({ totalCents }) => totalCents,
    },
    { id: 'oldest', head: 'Oldest of', file: 'oldest', holds: 'day', of: ({ oldestOn }) => oldestOn },
    { id: 'unpriced', head: 'Without a rate', file: 'without_a_rate', holds: 'count', of: ({ unpriced }) => unpriced },
  ];
}
