import type { z } from 'zod';
import { difference } from '../../money/cents.ts';
import { ratio } from '../../money/ratio.ts';
import { RecognizableQuery } from '../query.ts';
import { BASIS, report } from '../report.ts';
import { EAC, tableOf, traced, type ColumnOf } from '../table.ts';
import { WipSchedule } from './shape.ts';

type Schedule = z.output<typeof WipSchedule>;
type Row = Schedule['rows'][number];

export const WIP_SCHEDULE = report({
  title: 'WIP schedule',
  group: 'contracts',
  alsoCalled: ['WIP', 'over- and underbillings', 'contract assets', 'work in process schedule'],
  facts: 'Over- and underbillings add up to the contract balances of the balance sheet',
  path: '/wip-schedule',
  may: 'read-projects',
  summary: 'WIP schedule',
  query: RecognizableQuery,
  answer: WipSchedule,
  sentence: 'Every contract through {through}, {basis}: {view}.',
  choices: {
    basis: BASIS,
    view: {
      kind: 'options',
      label: 'Columns',
      options: [
        { value: 'to-date', text: 'where it stands to date' },
        { value: 'year', text: 'this year, earlier, and what is ahead' },
        { value: 'people', text: 'who manages it, and its note' },
        { value: 'held', text: 'billed, held back and paid ahead' },
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
  empty: 'No contract yet through this month.',
});

/** All of them in files; on screen those of the view. */
function columns({ totals }: Schedule, view = 'to-date'): readonly ColumnOf<Row>[] {
  const [toDate, billing] = [shownIn(view, 'to-date'), shownIn(view, 'to-date', 'held')];
  const [held, year, people] = [shownIn(view, 'held'), shownIn(view, 'year'), shownIn(view, 'people')];
  return [
    ...namedColumns(year),
    { ...money('contract', 'Contract', totals.contractCents), of: ({ contract }) => traced(contract), ...billing },
    { ...money('estimate', 'EAC', totals.estimateCents), long: EAC, of: ({ estimate }) => traced(estimate), ...toDate },
    {
      ...{ ...money('profit', 'Gross profit at completion', totals.profitCents), file: 'gross_profit' },
      madeOf: { plus: ['contract'], minus: ['estimate'] },
      of: ({ profit }) => traced(profit),
      ...toDate,
    },
    {
      ...{ id: 'margin', head: 'Margin', file: 'margin_percent', holds: 'percent' },
      share: { part: 'profit', whole: ['contract'] },
      formula: 'gross profit at completion ÷ contract',
      of: ({ margin, marginFigure }) => ({ value: margin, figure: marginFigure }),
      total: totals.contractCents > 0 ? ratio(totals.profitCents, totals.contractCents) : null,
      ...toDate,
    },
    { ...money('cost', 'Cost', totals.costCents), of: ({ cost }) => traced(cost), ...toDate },
    {
      ...{ id: 'complete', head: 'Complete', file: 'percent_complete', holds: 'percent' },
      formula: 'cost ÷ EAC, or as the project is measured',
      madeOf: { plus: ['cost'], over: ['estimate'] },
      of: ({ complete, completeFigure }) => ({ value: complete, figure: completeFigure }),
      ...toDate,
    },
    { ...money('earned', 'Earned', totals.earnedCents), tone: 'earned', of: ({ earned }) => traced(earned) },
    {
      ...{ ...money('profitToDate', 'Profit to date', totals.profitToDateCents), file: 'profit_to_date' },
      of: ({ profitToDate }) => traced(profitToDate),
      ...toDate,
    },
    {
      ...money('billed', 'Billed', totals.billedCents),
      tone: 'billed',
      of: ({ billed }) => traced(billed),
      ...billing,
    },
    ...sideColumns(totals, billing),
    ...heldColumns(totals, held),
    ...yearColumns(totals, year),
    ...laterColumns(totals, { year, people }),
  ];
}

type Only = { readonly only?: 'file' };

/** Which contract it is, and whose. */
function namedColumns(year: Only): readonly ColumnOf<Row>[] {
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, of: ({ client }) => client, ...year },
  ];
}

/** What files had no columns of before: they stand after the others, so that those stay where they were. */
function laterColumns(
  totals: Schedule['totals'],
  { year, people }: { readonly year: Only; readonly people: Only },
): readonly ColumnOf<Row>[] {
  return [
    {
      ...{ ...money('included', 'Included, not agreed', totals.includedCents), file: 'included_not_agreed' },
      of: ({ includedCents }) => includedCents,
      ...year,
    },
    {
      id: 'manager',
      head: 'Manager',
      file: 'manager',
      holds: 'text',
      of: ({ manager }) => manager,
      ...people,
    },
    { id: 'status', head: 'Status', file: 'status', holds: 'text', of: ({ status }) => status, ...people },
    { id: 'note', head: 'Note', file: 'note', holds: 'text', gives: true, of: ({ note }) => note, ...people },
  ];
}

/** On screen in some of the views, in files always. */
function shownIn(view: string, ...views: readonly string[]): Only {
  return views.includes(view) ? {} : { only: 'file' };
}

/** Billed ahead of what is earned, or behind it. */
function sideColumns(totals: Schedule['totals'], billing: Only): readonly ColumnOf<Row>[] {
  return [
    {
      ...{ ...money('overbilled', 'Overbilled', totals.overbilledCents), tone: 'gap' },
      madeOf: { plus: ['billed'], minus: ['earned'], orZero: true },
      of: ({ overbilledCents, netFigure }) => side(overbilledCents, netFigure),
      ...billing,
    },
    {
      ...{ ...money('underbilled', 'Underbilled', totals.underbilledCents), tone: 'gap' },
      madeOf: { plus: ['earned'], minus: ['billed'], orZero: true },
      of: ({ underbilledCents, netFigure }) => side(underbilledCents, netFigure),
      ...billing,
    },
  ];
}

/** What the client holds back and paid ahead, and the contract's net with both. */
function heldColumns(totals: Schedule['totals'], held: Only): readonly ColumnOf<Row>[] {
  return [
    { ...money('retained', 'Retention held', totals.retainedCents), of: ({ retained }) => traced(retained), ...held },
    { ...money('deposit', 'Deposit left', totals.depositCents), of: ({ deposit }) => traced(deposit), ...held },
    {
      ...{ ...money('net', 'Net of the contract', totals.netCents), file: 'net_of_contract' },
      formula: 'underbilled − overbilled + retention held − deposit left',
      madeOf: { plus: ['underbilled', 'retained'], minus: ['overbilled', 'deposit'] },
      of: ({ net }) => traced(net),
      ...held,
    },
  ];
}

/** What is of this year, of earlier ones, and still ahead. */
function yearColumns(totals: Schedule['totals'], year: Only): readonly ColumnOf<Row>[] {
  return [
    {
      ...{ ...money('earnedThisYear', 'Earned this year', totals.earnedThisYearCents), file: 'earned_this_year' },
      of: ({ earnedThisYear }) => traced(earnedThisYear),
      ...year,
    },
    {
      ...money('before', 'Earned in prior years', difference(totals.earnedCents, totals.earnedThisYearCents)),
      formula: 'earned − earned this year',
      madeOf: { plus: ['earned'], minus: ['earnedThisYear'] },
      file: 'earned_before_year',
      of: ({ earnedBeforeYear }) => traced(earnedBeforeYear),
      ...year,
    },
    {
      ...money('backlog', 'Backlog', totals.backlogCents),
      madeOf: { plus: ['contract'], minus: ['earned'] },
      of: ({ backlog }) => traced(backlog),
      ...year,
    },
    {
      ...{ ...money('costToComplete', 'Cost to complete', totals.costToCompleteCents), file: 'cost_to_complete' },
      madeOf: { plus: ['estimate'], minus: ['cost'] },
      of: ({ costToComplete }) => traced(costToComplete),
      ...year,
    },
    {
      ...money('ahead', 'Profit in backlog', totals.profitInBacklogCents),
      formula: 'gross profit at completion − profit to date',
      madeOf: { plus: ['profit'], minus: ['profitToDate'] },
      file: 'profit_in_backlog',
      of: ({ profitInBacklogCents }) => profitInBacklogCents,
      ...year,
    },
  ];
}

function money(id: string, head: string, total: number): Omit<ColumnOf<Row>, 'of'> {
  return { id, head, file: id, holds: 'money', total };
}

/** A side that is none has no trace: the other one has it. */
function side(value: number, figure: string) {
  return { value, figure: value === 0 ? undefined : figure };
}
