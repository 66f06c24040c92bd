import type { z } from 'zod';
import { ratio } from '../../money/ratio.ts';
import { report } from '../report.ts';
import { EAC, tableOf, traced, type ColumnOf } from '../table.ts';
import { MARGIN_LIMITS, NearLossQuery, NearLossReport } from './shape.ts';

type Answer = z.output<typeof NearLossReport>;
type Row = Answer['rows'][number];

export const NEAR_LOSS = report({
  title: 'Near loss',
  group: 'contracts',
  alsoCalled: ['losses', 'loss contracts', 'thin margins', 'risk', 'sensitivity'],
  facts:
    'Contracts under way with little margin left, and what would tip them: so much more cost, or so much less price',
  path: '/near-loss',
  may: 'read-projects',
  summary: 'Contracts with little margin left, and what would tip them',
  query: NearLossQuery,
  answer: NearLossReport,
  sentence: 'Contracts under way through {through} whose margin at completion is {below}.',
  choices: {
    below: {
      kind: 'options',
      label: 'Margin',
      options: MARGIN_LIMITS.map((value) => ({ value, text: `below ${value} %` })),
    },
  },
  table: ({ rows, totals }) =>
    tableOf(columns(totals), rows, {
      key: ({ id }) => id,
      name: ({ code }) => code,
      leadsTo: ({ id }) => `/projects/${id}/forecast`,
    }),
  empty: 'No contract under way has so little margin.',
});

function columns(totals: Answer['totals']): readonly ColumnOf<Row>[] {
  const money = (id: string, head: string, file: string, total?: number) =>
    ({ id, head, file, holds: 'money', ...(total === undefined ? {} : { total }) }) as const;
  return [
    { id: 'code', head: 'Code', file: 'code', holds: 'text', of: ({ code }) => code, total: 'Total' },
    { id: 'name', head: 'Project', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', gives: true, of: ({ manager }) => manager },
    { ...money('contract', 'Contract', 'contract', totals.contractCents), of: ({ contract }) => traced(contract) },
    {
      ...{ ...money('estimate', 'EAC', 'estimate', totals.estimateCents), long: EAC },
      of: ({ estimate }) => traced(estimate),
    },
    {
      ...money('profit', 'Profit at completion', 'profit_at_completion', totals.profitCents),
      madeOf: { plus: ['contract'], minus: ['estimate'] },
      of: ({ profit }) => traced(profit),
    },
    {
      ...{ id: 'margin', head: 'Margin', file: 'margin_percent', holds: 'percent' },
      share: { part: 'profit', whole: ['contract'] },
      of: ({ margin, marginFigure }) => ({ value: margin, figure: marginFigure }),
      total: totals.contractCents > 0 ? ratio(totals.profitCents, totals.contractCents) : null,
    },
    {
      ...money('costToComplete', 'Cost to complete', 'cost_to_complete', totals.costToCompleteCents),
      of: ({ costToComplete }) => traced(costToComplete),
    },
    {
      ...money('tipsAt', 'More cost that tips it', 'more_cost_or_less_price_that_tips_it'),
      formula: 'contract − EAC: so much more cost, or so much less price',
      of: ({ tipsAtCents }) => tipsAtCents,
    },
    {
      ...{ id: 'tipsShare', head: 'of cost to complete', file: 'of_cost_to_complete_percent', holds: 'percent' },
      formula: 'more cost that tips it ÷ cost to complete',
      of: ({ ofCostToComplete }) => ofCostToComplete,
    },
    {
      ...money('provision', 'Provided', 'provision', totals.provisionCents),
      of: ({ provision }) => traced(provision),
    },
    {
      ...money('sensitivity', '1 % dearer', 'one_percent_dearer', totals.sensitivityCents),
      formula: 'what one percent more of EAC does to profit to date',
      of: ({ sensitivityCents }) => sensitivityCents,
    },
  ];
}
