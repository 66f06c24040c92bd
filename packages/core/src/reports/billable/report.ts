import type { z } from 'zod';
import { ReportQuery } from '../query.ts';
import { report } from '../report.ts';
import { tableOf, traced, type ColumnOf } from '../table.ts';
import { Billable } from './shape.ts';

type Answer = z.output<typeof Billable>;
type Row = Answer['rows'][number];

export const BILLABLE = report({
  title: 'Unbilled contract value',
  group: 'contracts',
  alsoCalled: ['billing', 'unbilled', 'progress billing'],
  facts: 'Contract less what was billed; earned and not yet billed is money the company lends',
  path: '/billable',
  may: 'read-projects',
  summary: 'Contracts and their unbilled value',
  query: ReportQuery,
  answer: Billable,
  sentence: 'Contracts through {through}: earned, billed, and what of the contract is unbilled.',
  choices: {},
  table: ({ rows, totals }) =>
    tableOf(columns(totals), rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}`,
    }),
  empty: 'No contract with a price yet.',
});

function columns(totals: Answer['totals']): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    {
      id: 'client',
      head: 'Client',
      file: 'client',
      holds: 'text',
      gives: true,
      of: ({ client }) => client,
      total: 'Total',
    },
    {
      ...{ id: 'contract', head: 'Contract', file: 'contract', holds: 'money', total: totals.contractCents },
      of: ({ contract }) => traced(contract),
    },
    {
      ...{ id: 'complete', head: 'Complete', file: 'percent_complete', holds: 'percent' },
      of: ({ complete, completeFigure }) => ({ value: complete, figure: completeFigure }),
    },
    {
      ...{ id: 'earned', head: 'Earned', file: 'earned', holds: 'money', tone: 'earned', total: totals.earnedCents },
      of: ({ earned }) => traced(earned),
    },
    {
      ...{ id: 'billed', head: 'Billed', file: 'billed', holds: 'money', tone: 'billed', total: totals.billedCents },
      of: ({ billed }) => traced(billed),
    },
    {
      ...{ id: 'overbilled', head: 'Billed − earned', file: 'billed_less_earned', holds: 'money', tone: 'gap' },
      madeOf: { plus: ['billed'], minus: ['earned'] },
      total: totals.overbilledCents,
      of: ({ overbilled }) => traced(overbilled),
    },
    {
      ...{ id: 'left', head: 'Unbilled contract value', file: 'left_to_bill', holds: 'money', total: totals.leftCents },
      madeOf: { plus: ['contract'], minus: ['billed'], orZero: true },
      of: ({ leftCents }) => leftCents,
    },
  ];
}
