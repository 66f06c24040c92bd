import type { z } from 'zod';
import { report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import { HoursReport, HoursReportQuery } from './shape.ts';

type Answer = z.output<typeof HoursReport>;
type Sums = Answer['totals'];
type Row = Answer['rows'][number];

export const HOURS_REPORT = report({
  title: 'Hours',
  group: 'labor',
  alsoCalled: ['timesheets', 'utilization', 'time'],
  facts: 'What hours cost at their rates, what clients may be billed for them, and how much of the time is billable',
  path: '/hours-report',
  may: 'see-pay',
  summary: 'Hours, their cost and price, by person, project, role, activity, code or month',
  query: HoursReportQuery,
  answer: HoursReport,
  sentence: 'Hours per {by} on {project} from {from} through {through}.',
  choices: {
    by: {
      kind: 'options',
      label: 'Hours per',
      options: [
        { value: 'person', text: 'person' },
        { value: 'project', text: 'project' },
        { value: 'role', text: 'role' },
        { value: 'activity', text: 'activity' },
        { value: 'code', text: 'cost code' },
        { value: 'month', text: 'month' },
        { value: 'person and month', text: 'person and month' },
      ],
    },
    project: { kind: 'project', label: 'On project' },
    from: { kind: 'month', label: 'From month', initial: ({ fiscalYearStart }) => fiscalYearStart },
  },
  table: (answer, { by }) =>
    tableOf(columns(answer, by === 'project'), answer.rows, {
      key: ({ id, name }) => `${id ?? 'none'} ${name}`,
      name: ({ code, name }) => code || name,
      tone: ({ id }) => (by === 'project' && id === null ? 'unbudgeted' : undefined),
      leadsTo: ({ id }) => (by === 'project' && id !== null ? `/projects/${id}` : undefined),
    }),
  empty: 'No hours in these months.',
});

function columns({ totals }: Answer, byProject: boolean): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    hours('hours', 'Worked', totals, ({ hours: worked }) => worked),
    hours('billable', 'Billable', totals, ({ billableHours }) => billableHours),
    hours('indirect', 'Without project', totals, ({ indirectHours }) => indirectHours),
    hours('leave', 'Leave', totals, ({ leaveHours }) => leaveHours),
    {
      ...{ id: 'utilization', head: 'Utilization', file: 'utilization_percent', holds: 'percent' },
      ...{ share: { part: 'billable', whole: ['hours'] }, formula: 'billable ÷ worked, leave left out' },
      of: ({ utilization }) => utilization,
      total: totals.utilization,
    },
    money('cost', 'Cost', totals, ({ costCents }) => costCents),
    money('bill', 'Price', totals, ({ billCents }) => billCents),
    {
      ...money('profit', 'Profit', totals, ({ profitCents }) => profitCents),
      madeOf: { plus: ['bill'], minus: ['cost'] },
    },
    {
      ...{ id: 'ratio', head: 'Profit ÷ price', file: 'profit_of_price_percent', holds: 'percent' },
      ...{ share: { part: 'profit', whole: ['bill'] }, formula: 'profit ÷ price' },
      of: ({ ratio }) => ratio,
      total: totals.ratio,
    },
    hours('unrated', 'No bill rate', totals, ({ unratedHours }) => unratedHours),
    ...(byProject
      ? [
          {
            ...{ id: 'earned', head: 'Earned', file: 'earned', holds: 'money' as const, tone: 'earned' as const },
            of: ({ earnedCents }: Row) => earnedCents,
          },
          {
            ...{ id: 'perHour', head: 'Earned an hour', file: 'earned_per_hour', holds: 'hours' as const },
            formula: 'earned ÷ worked: the effective rate',
            of: ({ earnedPerHour }: Row) => earnedPerHour,
          },
        ]
      : []),
  ];
}

function hours(id: string, head: string, totals: Sums, of: (sums: Sums) => number): ColumnOf<Row> {
  return { id, head, file: `${id}_hours`, holds: 'hours', of, total: of(totals) };
}

function money(id: string, head: string, totals: Sums, of: (sums: Sums) => number): ColumnOf<Row> {
  return { id, head, file: id, holds: 'money', of, total: of(totals) };
}
