import type { z } from 'zod';
import { plusMonths } from '../../calendar/month.ts';
import { ratio } from '../../money/ratio.ts';
import { BASIS, report } from '../report.ts';
import { tableOf, type ColumnOf } from '../table.ts';
import type { COMPARED } from './names.ts';
import { ThenAndNow, ThenAndNowQuery } from './shape.ts';

type Answer = z.output<typeof ThenAndNow>;
type Row = Answer['rows'][number];
type Name = (typeof COMPARED)[number];

export const WIP_THEN_AND_NOW = report({
  title: 'WIP schedule, then and now',
  group: 'contracts',
  alsoCalled: ['WIP comparison', 'WIP beside an earlier month', 'what moved on the WIP schedule'],
  facts: 'Every contract at two months’ ends; what is now less what was then is what moved',
  path: '/wip-then-and-now',
  may: 'read-projects',
  summary: 'The WIP schedule beside an earlier month',
  query: ThenAndNowQuery,
  answer: ThenAndNow,
  sentence: 'Every contract at the end of {from}, {earlier}, and of {through}, {basis}: {view}.',
  choices: {
    from: { kind: 'month', label: 'From the end of', initial: ({ through }) => plusMonths(through, -3) },
    earlier: {
      kind: 'options',
      label: 'The earlier end',
      options: [
        { value: 'then', text: 'as known then' },
        { value: 'now', text: 'as known now' },
      ],
    },
    basis: BASIS,
    view: {
      kind: 'options',
      label: 'Columns',
      options: [
        { value: 'expected', text: 'what is expected of it' },
        { value: 'posted', text: 'what was done, earned and billed' },
      ],
    },
  },
  drawnOnly: ['view'],
  table: (answer, { view }) =>
    tableOf(columns(answer, view), answer.rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}`,
    }),
  empty: 'No contract in either month.',
});

type Only = { readonly only?: 'file' };

/** All of them in files; on screen those of the view. */
function columns({ totals }: Answer, view = 'expected'): readonly ColumnOf<Row>[] {
  const expected: Only = view === 'expected' ? {} : { only: 'file' };
  const posted: Only = view === 'posted' ? {} : { only: 'file' };
  const both = (name: Name, head: string, file: string, only: Only): readonly ColumnOf<Row>[] => [
    {
      ...{ id: `${name}Then`, head: `${head} then`, file: `${file}_then`, holds: 'money', tone: 'plain' },
      ...{ of: ({ amounts }) => amounts[name].then, total: totals[name].then, ...only },
    },
    {
      ...{ id: `${name}Now`, head: `${head} now`, file: `${file}_now`, holds: 'money' },
      of: ({ amounts, figures }) => ({ value: amounts[name].now, figure: figures[name] }),
      ...{ total: totals[name].now, ...only },
    },
    {
      ...{ id: `${name}Change`, head: 'moved', file: `${file}_moved`, holds: 'money', tone: 'plain' },
      madeOf: { plus: [`${name}Now`], minus: [`${name}Then`] },
      ...{ of: ({ amounts }) => amounts[name].change, total: totals[name].change, ...only },
    },
  ];
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', of: ({ client }) => client, only: 'file' },
    ...both('contract', 'Contract', 'contract', expected),
    ...both('estimate', 'EAC', 'estimate', expected),
    ...both('profit', 'Profit', 'gross_profit', expected),
    ...marginColumns(totals, expected),
    ...both('cost', 'Cost', 'cost', { only: 'file' }),
    ...completeColumns(posted),
    ...both('earned', 'Earned', 'earned', posted),
    ...both('billed', 'Billed', 'billed', posted),
    ...both('overbilled', 'Billed less earned', 'overbilled', posted),
    ...both('backlog', 'Backlog', 'backlog', { only: 'file' }),
  ];
}

function marginColumns({ contract, profit }: Answer['totals'], only: Only): readonly ColumnOf<Row>[] {
  const share = (end: 'then' | 'now') => (contract[end] > 0 ? ratio(profit[end], contract[end]) : null);
  return [
    {
      ...{ id: 'marginThen', head: 'Margin then', file: 'margin_then_percent', holds: 'percent' },
      share: { part: 'profitThen', whole: ['contractThen'] },
      ...{ formula: 'profit then ÷ contract then', of: ({ marginThen }) => marginThen, total: share('then'), ...only },
    },
    {
      ...{ id: 'marginNow', head: 'Margin now', file: 'margin_now_percent', holds: 'percent' },
      share: { part: 'profitNow', whole: ['contractNow'] },
      ...{ formula: 'profit now ÷ contract now', of: ({ marginNow }) => marginNow, total: share('now'), ...only },
    },
  ];
}

function completeColumns(only: Only): readonly ColumnOf<Row>[] {
  return [
    {
      ...{ id: 'completeThen', head: 'Complete then', file: 'percent_complete_then', holds: 'percent' },
      ...{ of: ({ completeThen }) => completeThen, ...only },
    },
    {
      ...{ id: 'completeNow', head: 'Complete now', file: 'percent_complete_now', holds: 'percent' },
      ...{ of: ({ completeNow }) => completeNow, ...only },
    },
  ];
}
