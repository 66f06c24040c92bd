import type { z } from 'zod';
import { ReportQuery } from '../query.ts';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { Deadlines } from './shape.ts';

type Row = z.output<typeof Deadlines>['rows'][number];

export const DEADLINES = report({
  title: 'Deadlines',
  group: 'contracts',
  alsoCalled: ['schedule', 'late', 'target end'],
  facts: 'Late first; behind is where more of the time is gone than of the work is done',
  path: '/deadlines',
  may: 'read-projects',
  summary: 'Projects by target end, late ones first',
  query: ReportQuery,
  answer: Deadlines,
  sentence: 'Projects not ended by the end of {through}, by target end.',
  choices: {},
  table: ({ rows }) =>
    tableOf(COLUMNS, rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      tone: ({ kind }) => (kind === 'late' ? 'trouble' : undefined),
      leadsTo: ({ id }) => `/projects/${id}`,
    }),
  empty: 'No project is under way.',
});

const COLUMNS: readonly ColumnOf<Row>[] = [
  { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
  { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
  { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', of: ({ manager }) => manager },
  { id: 'start', head: 'Start', file: 'start', holds: 'day', of: ({ startOn }) => startOn },
  { id: 'target', head: 'Target end', file: 'target_end', holds: 'day', of: ({ targetEndOn }) => targetEndOn },
  { id: 'left', head: 'Days left', file: 'days_left', holds: 'count', of: ({ daysLeft }) => daysLeft },
  { id: 'gone', head: 'Time elapsed', file: 'time_gone_percent', holds: 'percent', of: ({ timeGone }) => timeGone },
  {
    ...{ id: 'complete', head: 'Complete', file: 'complete_percent', holds: 'percent' },
    of: ({ complete, completeFigure }) => ({ value: complete, figure: completeFigure }),
  },
  { id: 'kind', head: 'Status', file: 'standing', holds: 'text', of: ({ kind }) => kind },
];
