import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { plainDollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import type { Answer } from '../http/api.ts';

/** A table as it goes into a file: header first, every value as plain text; amounts with a point and no separators. */
export type Table = readonly (readonly string[])[];

export const amount = (minorUnits: number): string => plainDollars(cents(minorUnits));
export const share = (ratio: Ratio | null): string => (ratio === null ? '' : percent(ratio, 4).replace('\u2212', '-'));
export const quantity = (value: number): string => tenThousandths(value).replace(/,/g, '').replace('\u2212', '-');

export function projectsTable({ rows }: Answer<'projects'>): Table {
  const header = ['code', 'name', 'client', 'status', 'manager', 'contract', 'estimate', 'cost', 'percent_complete'];
  return [
    [...header, 'earned', 'billed', 'billed_less_earned', 'margin_percent', 'target_end'],
    ...rows.map((row) => [
      ...[row.code, row.name, row.client ?? '', row.status, row.manager],
      ...[row.contract, row.estimate, row.cost].map(({ amountCents }) => amount(amountCents)),
      share(row.complete),
      ...[row.earned, row.billed, row.overbilled].map(({ amountCents }) => amount(amountCents)),
      share(row.margin),
      row.targetEndOn ?? '',
    ]),
  ];
}

export function budgetTable({ budget, budgetTotals: totals }: Answer<'project'>): Table {
  return [
    [
      'phase',
      'cost_code',
      'name',
      'cost_type',
      'budgeted',
      'original',
      'changes',
      'budget',
      'actual',
      'left',
      'used_percent',
      'at_completion',
      'variance',
    ],
    ...budget.map((row) => [
      ...[row.phase ?? '', row.code, row.name, row.costType, row.budgeted ? 'yes' : 'no'],
      amount(row.original.amountCents),
      amount(row.changesCents),
      ...[row.revised, row.actual, row.remaining].map(({ amountCents }) => amount(amountCents)),
      share(row.used),
      amount(row.estimate.amountCents),
      amount(row.variance.amountCents),
    ]),
    [
      ...['', '', 'Total', '', ''],
      amount(totals.originalCents),
      amount(totals.changesCents),
      amount(totals.originalCents + totals.changesCents),
      amount(totals.actualCents),
      amount(totals.remainingCents),
      '',
      amount(totals.estimateCents),
      amount(totals.varianceCents),
    ],
  ];
}

export function ledgerTable({ lines }: Pick<Answer<'ledger'>, 'lines'>): Table {
  return [
    [
      'posted_on',
      'recorded_at',
      'document',
      'kind',
      'account',
      'project',
      'coding',
      'party',
      'text',
      'quantity',
      'amount',
    ],
    ...lines.map((line) => [
      ...[line.postedOn, line.recordedAt, line.documentNumber, line.documentKind, line.account],
      ...[line.projectCode ?? '', line.coding, line.party ?? '', line.text],
      quantity(line.quantity),
      amount(line.amountCents),
    ]),
  ];
}

export function wipTable({ rows, totals }: Answer<'wipSchedule'>): Table {
  const header = [
    'code',
    'name',
    'client',
    'contract',
    'estimate',
    'gross_profit',
    'margin_percent',
    'cost',
    'percent_complete',
  ];
  const later = ['earned', 'profit_to_date', 'billed', 'overbilled', 'underbilled', 'earned_this_year'];
  return [
    [...header, ...later, 'earned_before_year', 'backlog', 'cost_to_complete'],
    ...rows.map((row) => [
      ...[row.code, row.name, row.client, amount(row.contract.amountCents), amount(row.estimate.amountCents)],
      ...[amount(row.profit.amountCents), share(row.margin), amount(row.cost.amountCents), share(row.complete)],
      ...[row.earned, row.profitToDate, row.billed].map(({ amountCents }) => amount(amountCents)),
      ...[row.overbilledCents, row.underbilledCents].map(amount),
      ...[row.earnedThisYear, row.earnedBeforeYear, row.backlog, row.costToComplete].map((each) =>
        amount(each.amountCents),
      ),
    ]),
    [
      ...['', 'Total', '', amount(totals.contractCents), amount(totals.estimateCents), amount(totals.profitCents), ''],
      ...[amount(totals.costCents), '', amount(totals.earnedCents), amount(totals.profitToDateCents)],
      ...[totals.billedCents, totals.overbilledCents, totals.underbilledCents, totals.earnedThisYearCents].map(amount),
      amount(totals.earnedCents - totals.earnedThisYearCents),
      ...[totals.backlogCents, totals.costToCompleteCents].map(amount),
    ],
  ];
}

export function profitabilityTable({ rows, unassigned, total }: Answer<'profitability'>): Table {
  const costs = COST_TYPES.map((type) => `${type}_cost`);
  return [
    [
      'code',
      'name',
      'revenue',
      ...costs,
      'expected_loss',
      'cost_without_type',
      'profit',
      'margin_percent',
      'markup_percent',
      'hours',
    ],
    ...[...rows, unassigned, total].map((row) => [
      ...[row.code, row.name, amount(row.revenue.amountCents)],
      ...row.costByType.map(({ amountCents }) => amount(amountCents)),
      ...[row.expectedLoss, row.otherCost, row.profit].map(({ amountCents }) => amount(amountCents)),
      ...[share(row.margin), share(row.markup), quantity(row.hours)],
    ]),
  ];
}

interface Group {
  readonly lines: readonly {
    readonly code: string;
    readonly name: string;
    readonly amounts: readonly { amountCents: number }[];
  }[];
  readonly totals: readonly number[];
}

function groupRows(title: string, { lines, totals }: Group, columns: number): Table {
  const shown = (values: readonly number[]): readonly string[] => values.slice(0, columns).map(amount);
  return [
    ...lines.map(({ code, name, amounts }) => [code, name, ...shown(amounts.map(({ amountCents }) => amountCents))]),
    ['', title, ...shown(totals)],
  ];
}

export function incomeTable(statement: Answer<'incomeStatement'>): Table {
  const columns = statement.columns.map(({ from, through }) => `${from}_through_${through}`);
  const { length } = columns;
  return [
    ['code', 'name', ...columns],
    ...groupRows('Revenue', statement.revenue, length),
    ...groupRows('Cost of revenue', statement.costOfRevenue, length),
    ['', 'Gross profit', ...statement.grossProfit.map(amount)],
    ...groupRows('Expense', statement.expense, length),
    ['', 'Net income', ...statement.netIncome.map(({ amountCents }) => amount(amountCents))],
  ];
}

export function balanceTable(sheet: Answer<'balanceSheet'>): Table {
  const single = (name: string, minorUnits: number): readonly string[] => ['', name, amount(minorUnits)];
  return [
    ['code', 'name', 'amount'],
    ...groupRows('Assets without contracts', sheet.assets, 1),
    single('Underbilled contracts', sheet.contractAssets.amountCents),
    single('Total assets', sheet.totalAssetsCents),
    ...groupRows('Liabilities without contracts', sheet.liabilities, 1),
    single('Overbilled contracts', sheet.contractLiabilities.amountCents),
    ...groupRows('Equity', sheet.equity, 1),
    single('Profit of earlier years', sheet.earlierProfit.amountCents),
    single('Profit of this year', sheet.profitThisYear.amountCents),
    single('Total liabilities and equity', sheet.totalLiabilitiesAndEquityCents),
  ];
}

export function trialTable({ rows, debitCents, creditCents }: Answer<'trialBalance'>): Table {
  return [
    ['code', 'name', 'type', 'movement', 'debit', 'credit'],
    ...rows.map((row) => [
      ...[row.code, row.name, row.type, amount(row.movement.amountCents)],
      ...[row.debitCents, row.creditCents].map(amount),
    ]),
    ['', 'Total', '', '', amount(debitCents), amount(creditCents)],
  ];
}
