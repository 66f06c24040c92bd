import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import type { Answer } from '../http/api.ts';
import { amount, quantity, share, type Table } from './report-tables.ts';

export function againstTable({ rows, totals }: Answer<'against'>): Table {
  const sides = (of: typeof totals): readonly string[] => [
    ...[of.estimatedCents, of.changesCents, of.actualCents, of.completionCents, of.overCents].map(amount),
    share(of.over),
    ...[of.priceCents, of.priceChangesCents].map(amount),
  ];
  const header = ['project', 'section', 'code', 'name', 'cost_type', 'estimated'];
  const amounts = ['estimated_cost', 'approved_changes', 'actual_cost', 'at_completion', 'over', 'over_percent'];
  return [
    [...header, ...amounts, 'price', 'price_changes'],
    ...rows.map((row) => [
      ...[row.project, row.section, row.code, row.name, row.costType ?? '', row.estimated ? 'yes' : 'no'],
      ...sides(row),
    ]),
    ['Total', '', '', '', '', '', ...sides(totals)],
  ];
}

export function fadeTable({ rows, totals }: Answer<'fade'>): Table {
  const sums = (of: typeof totals): readonly string[] =>
    [of.before, of.after, of.fade, of.byPrice, of.byApproved, of.byForecast].map(amount);
  const header = ['code', 'name', 'margin_before_percent', 'margin_after_percent'];
  return [
    [...header, 'profit_before', 'profit_after', 'fade', 'by_price', 'by_approved_cost', 'by_forecast'],
    ...rows.map((row) => [row.code, row.name, share(row.marginBefore), share(row.marginAfter), ...sums(row)]),
    ['Total', '', '', '', ...sums(totals)],
  ];
}

export function deadlinesTable({ rows }: Answer<'deadlines'>): Table {
  return [
    [
      'code',
      'name',
      'manager',
      'start',
      'target_end',
      'days_left',
      'time_gone_percent',
      'complete_percent',
      'standing',
    ],
    ...rows.map((row) => [
      ...[row.code, row.name, row.manager, row.startOn, row.targetEndOn ?? ''],
      ...[row.daysLeft === null ? '' : String(row.daysLeft), share(row.timeGone), share(row.complete), row.kind],
    ]),
  ];
}

export function portfolioTable({ rows }: Answer<'portfolio'>): Table {
  const header = [
    'code',
    'name',
    'kind',
    'status',
    'client',
    'manager',
    'percent_complete',
    'contract',
    'earned',
    'billed',
  ];
  const costs = ['budget', 'estimate', 'cost', ...COST_TYPES.map((type) => `${type}_cost`)];
  const rest = ['profit_at_completion', 'profit_to_date', 'pending_price', 'pending_cost', 'hours'];
  return [
    [...header, ...costs, ...rest],
    ...rows.map((row) => [
      ...[row.code, row.name, row.kind, row.status, row.client, row.manager, share(row.complete)],
      ...[row.contractCents, row.earnedCents, row.billedCents, row.budgetCents, row.estimateCents].map(amount),
      ...[row.costCents, ...row.costByType, row.profitAtCompletionCents, row.profitToDateCents].map(amount),
      ...[row.pendingPriceCents, row.pendingCostCents].map(amount),
      quantity(row.hours),
    ]),
  ];
}
