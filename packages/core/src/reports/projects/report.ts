import { z } from 'zod';
import { RecognizableQuery } from '../query.ts';
import { BASIS, report } from '../report.ts';
import { EAC, tableOf, traced, type ColumnOf } from '../table.ts';
import { Projects } from './shape.ts';

type Answer = z.output<typeof Projects>;
type Row = Answer['rows'][number];

/** Which projects are shown. */
export const PROJECTS_SHOWN = [
  { value: 'under-way', text: 'under way' },
  { value: 'all', text: 'of every status' },
  { value: 'finished', text: 'finished or closed' },
] as const;

export const PROJECTS = report({
  title: 'Projects',
  group: 'contracts',
  alsoCalled: ['list of projects'],
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
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name, total: 'Total' },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', only: 'file', of: ({ client }) => client ?? '' },
    { id: 'status', head: 'Status', file: 'status', holds: 'text', only: 'file', of: ({ status }) => status },
    { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', only: 'file', of: ({ manager }) => manager },
    money('contract', 'Contract', ({ contract }) => contract, totals.contractCents),
    { ...money('estimate', 'EAC', ({ estimate }) => estimate, totals.estimateCents), long: EAC, only: 'file' },
    money('cost', 'Cost', ({ cost }) => cost, totals.costCents),
    {
      ...{ id: 'complete', head: 'Complete', file: 'percent_complete', holds: 'percent' },
      formula: 'cost ÷ EAC, or as the project is measured',
      madeOf: { plus: ['cost'], over: ['estimate'] },
      of: ({ complete, completeFigure }) => ({ value: complete, figure: completeFigure }),
    },
    { ...money('earned', 'Earned', ({ earned }) => earned, totals.earnedCents), tone: 'earned' },
    { ...money('billed', 'Billed', ({ billed }) => billed, totals.billedCents), tone: 'billed' },
    {
      ...money('overbilled', 'Billed − earned', ({ overbilled }) => overbilled, totals.overbilledCents),
      ...{ file: 'billed_less_earned', tone: 'gap' },
      madeOf: { plus: ['billed'], minus: ['earned'] },
    },
    {
      ...{ id: 'margin', head: 'Margin', file: 'margin_percent', holds: 'percent' },
      formula: 'gross profit at completion ÷ contract',
      madeOf: { plus: ['contract'], minus: ['estimate'], over: ['contract'] },
      of: ({ margin, marginFigure }) => ({ value: margin, figure: marginFigure }),
    },
    {
      ...{ id: 'target', head: 'Target end', file: 'target_end', holds: 'day', only: 'file' },
      of: ({ targetEndOn }) => targetEndOn,
    },
  ];
}

function money(id: string, head: string, of: (row: Row) => Row['cost'], total: number): ColumnOf<Row> {
  return { id, head, file: id, holds: 'money', of: (row) => traced(of(row)), total };
}
