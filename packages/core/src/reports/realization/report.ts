import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { Realization, REALIZATION_BY, RealizationQuery } from './shape.ts';

type Answer = z.output<typeof Realization>;
type Row = Answer['rows'][number];

export const REALIZATION = report({
  title: 'Realization',
  group: 'contracts',
  alsoCalled: ['write-downs', 'write-offs', 'billed hours', 'time and materials'],
  facts: 'What work was worth at bill rates and markups, what was billed of it and what was written down',
  path: '/realization',
  may: 'read-books',
  summary: 'Worked, billed and written down by person, project or client',
  query: RealizationQuery,
  answer: Realization,
  sentence: 'Work of time and materials from {from} through {through} by {by}: worked, billed, written down.',
  choices: {
    from: { kind: 'month', label: 'From', initial: ({ fiscalYearStart }) => fiscalYearStart },
    by: {
      ...{ kind: 'options', label: 'By' },
      options: REALIZATION_BY.map((value) => ({ value, text: value })),
    },
  },
  table: (answer) => tableOf(columns(answer), answer.rows, { key: ({ key }) => key, name: ({ name }) => name }),
  empty: 'No work of time and materials in these months.',
});

function columns({ totals }: Answer): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    {
      ...{ id: 'name', head: 'Name', file: 'name', holds: 'text', gives: true, total: 'Total' },
      of: ({ name }) => name,
    },
    {
      ...{ id: 'worked', head: 'Worked', file: 'worked', holds: 'money', total: totals.workedCents },
      of: ({ workedCents }) => workedCents,
    },
    {
      ...{ id: 'billed', head: 'Billed', file: 'billed', holds: 'money', tone: 'billed', total: totals.billedCents },
      of: ({ billedCents }) => billedCents,
    },
    {
      ...{ id: 'written', head: 'Written down', file: 'written_down', holds: 'money', total: totals.writtenCents },
      of: ({ writtenCents }) => writtenCents,
    },
    {
      ...{ id: 'realization', head: 'Realization', file: 'realization_percent', holds: 'percent' },
      ...{ total: totals.realization, of: ({ realization }) => realization },
    },
  ];
}
