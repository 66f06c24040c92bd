import { z } from 'zod';
import { RecognizableQuery } from '../query.ts';
import { BASIS, report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { Projects } from './shape.ts';

type Answer = z.output<typeof Projects>;
type Row = Answer['rows'][number];

/** Which projects are shown. */
export const PROJECTS_SHOWN = [
  { value: 'all', text: 'of every status' },
  { value: 'under-way', text: 'under way' },
  { value: 'finished', text: 'finished or closed' },
] as const;

export const PROJECTS = report({
  title: 'Projects',
  facts: 'All projects where they stand',
  path: '/projects',
  may: 'read-projects',
  summary: 'All projects where they stand',
  query: RecognizableQuery.extend({ show: z.enum(['all', 'under-way', 'finished']).default('all') }),
  answer: Projects,
  sentence: 'Projects {show} through {through}, {basis}.',
  choices: { show: { kind: 'options', label: 'Which projects', options: PROJECTS_SHOWN }, basis: BASIS },
  table: ({ rows, totals }) =>
    tableOf(columns(totals), rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}`,
    }),
  empty: 'No project yet.',
});

function columns(totals: Answer['totals']): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, of: ({ client }) => client ?? '' },
    { id: 'status', head: 'Status', file: 'status', holds: 'text', of: ({ status }) => status },
    { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', of: ({ manager }) => manager, total: 'Total' },
    {
      id: 'contract',
      head: 'Contract',
      file: 'contract',
      holds: 'money',
      of: ({ contract }) => traced(contract),
      total: totals.contractCents,
    },
    {
      id: 'estimate',
      head: 'At completion',
      file: 'estimate',
      holds: 'money',
      of: ({ estimate }) => traced(estimate),
      total: totals.estimateCents,
    },
    { id: 'cost', head: 'Cost', file: 'cost', holds: 'money', of: ({ cost }) => traced(cost), total: totals.costCents },
    {
      ...{ id: 'complete', head: 'Complete', file: 'percent_complete', holds: 'percent' },
      of: ({ complete, completeFigure }) => ({ value: complete, figure: completeFigure }),
    },
    {
      id: 'earned',
      head: 'Earned',
      file: 'earned',
      holds: 'money',
      tone: 'earned',
      of: ({ earned }) => traced(earned),
      total: totals.earnedCents,
    },
    {
      id: 'billed',
      head: 'Billed',
      file: 'billed',
      holds: 'money',
      tone: 'billed',
      of: ({ billed }) => traced(billed),
      total: totals.billedCents,
    },
    {
      ...{ id: 'overbilled', head: 'Billed − earned', file: 'billed_less_earned', holds: 'money', tone: 'gap' },
      of: ({ overbilled }) => traced(overbilled),
      total: totals.overbilledCents,
    },
    {
      ...{ id: 'margin', head: 'Margin', file: 'margin_percent', holds: 'percent' },
      of: ({ margin, marginFigure }) => ({ value: margin, figure: marginFigure }),
    },
    { id: 'target', head: 'Target end', file: 'target_end', holds: 'day', of: ({ targetEndOn }) => targetEndOn },
  ];
}
