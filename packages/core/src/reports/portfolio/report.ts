import type { z } from 'zod';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { sumQuantity } from '../../money/quantity.ts';
import { figureKey, type FigureName } from '../../trace/figure.ts';
import type { Month } from '../../calendar/month.ts';
import { ratio, type Ratio } from '../../money/ratio.ts';
import { RecognizableQuery } from '../query.ts';
import { BASIS, report } from '../report.ts';
import { type MadeOf, tableOf, type ColumnOf } from '../table.ts';
import { Portfolio } from './shape.ts';

export type PortfolioRow = z.output<typeof Portfolio>['rows'][number];

/** What is added up of all projects together. */
type Totals = Omit<PortfolioRow, 'id' | 'code' | 'name' | 'kind' | 'status' | 'client' | 'manager' | 'complete'>;

export const PORTFOLIO = report({
  title: 'Portfolio',
  group: 'contracts',
  alsoCalled: ['overview', 'all projects', 'backlog', 'pending change orders'],
  leavesWipOut: true,
  facts: 'Every project: planned and actual, side by side',
  path: '/portfolio',
  may: 'read-projects',
  summary: 'All projects with all their measures',
  query: RecognizableQuery,
  answer: Portfolio,
  sentence: 'Projects through {through}, {basis}.',
  choices: { basis: BASIS },
  table: ({ rows }, { through }) => portfolioTable(rows, through as Month | undefined),
  empty: 'No project yet.',
});

/** The table of projects; `through` makes their figures traceable. */
export function portfolioTable(rows: readonly PortfolioRow[], through: Month | undefined) {
  return tableOf(portfolioColumns(totalsOf(rows), through), rows, {
    key: ({ id }) => id,
    name: ({ code }) => code,
    leadsTo: ({ id }) => `/projects/${id}`,
  });
}

/** What is shown until one chooses; the others are in files. */
const SHOWN: ReadonlySet<string> = new Set([
  ...['code', 'name', 'client', 'contract', 'earned', 'estimate', 'cost', 'committed'],
  ...['profit', 'profit-then', 'margin', 'complete', 'hours'],
]);

interface MeasureColumn {
  readonly head: string;
  readonly file: string;
  readonly of: (row: Totals) => Cents;
  readonly tone?: 'earned' | 'billed';
  /** The figure it is of one project, where it can be traced. */
  readonly figure?: FigureName;
  readonly madeOf?: MadeOf;
}

const capital = (type: string): string => `${type.charAt(0).toUpperCase()}${type.slice(1)}`;

const MEASURES: Readonly<Record<string, MeasureColumn>> = {
  contract: { head: 'Contract', file: 'contract', of: ({ contractCents }) => contractCents, figure: 'contract' },
  earned: { head: 'Earned', file: 'earned', of: ({ earnedCents }) => earnedCents, tone: 'earned', figure: 'earned' },
  billed: { head: 'Billed', file: 'billed', of: ({ billedCents }) => billedCents, tone: 'billed', figure: 'billed' },
  backlog: {
    head: 'Backlog',
    file: 'backlog',
    of: ({ backlogCents }) => backlogCents,
    figure: 'backlog',
  },
  budget: { head: 'Budget', file: 'budget', of: ({ budgetCents }) => budgetCents, figure: 'budget' },
  estimate: { head: 'EAC', file: 'estimate', of: ({ estimateCents }) => estimateCents, figure: 'estimate' },
  cost: { head: 'Cost', file: 'cost', of: ({ costCents }) => costCents, figure: 'cost' },
  committed: {
    ...{ head: 'Committed', file: 'committed', figure: 'committed' },
    of: ({ committedCents }) => committedCents,
  },
  ...Object.fromEntries(
    COST_TYPES.map((type, index) => [
      type,
      { head: capital(type), file: `${type}_cost`, of: (row: Totals) => row.costByType[index] ?? ZERO },
    ]),
  ),
  profit: {
    head: 'Profit to date',
    file: 'profit_to_date',
    of: ({ profitToDateCents }) => profitToDateCents,
    figure: 'profit-to-date',
  },
  'profit-then': {
    ...{ head: 'Profit at completion', file: 'profit_at_completion', figure: 'profit-at-completion' },
    of: ({ profitAtCompletionCents }) => profitAtCompletionCents,
    madeOf: { plus: ['earned', 'backlog'], minus: ['estimate'] },
  },
  pending: { head: 'Pending price', file: 'pending_price', of: ({ pendingPriceCents }) => pendingPriceCents },
  'pending-cost': { head: 'Pending cost', file: 'pending_cost', of: ({ pendingCostCents }) => pendingCostCents },
};

function portfolioColumns(total: Totals, through: Month | undefined): readonly ColumnOf<PortfolioRow>[] {
  return allColumns(total, through).map((column) => (SHOWN.has(column.id) ? column : { ...column, only: 'file' }));
}

function allColumns(total: Totals, through: Month | undefined): readonly ColumnOf<PortfolioRow>[] {
  return [
    { id: 'code', head: 'Project', file: 'code', holds: 'text', of: ({ code }) => code, total: 'All' },
    { id: 'name', head: 'Name', file: 'name', holds: 'text', gives: true, of: ({ name }) => name },
    { id: 'kind', head: 'Kind', file: 'kind', holds: 'text', of: ({ kind }) => kind },
    { id: 'client', head: 'Client', file: 'client', holds: 'text', gives: true, of: ({ client }) => client },
    { id: 'manager', head: 'Manager', file: 'manager', holds: 'text', of: ({ manager }) => manager },
    { id: 'status', head: 'Status', file: 'status', holds: 'text', of: ({ status }) => status },
    ...Object.entries(MEASURES).map(([id, measure]) => measureColumn(id, measure, { total, through })),
    {
      ...{ id: 'complete', head: 'Complete', file: 'percent_complete', holds: 'percent' },
      of: ({ id, complete }) => ({ value: complete, figure: figureOf('complete', id, through) }),
    },
    {
      ...{ id: 'margin', head: 'Margin at completion', file: 'margin_percent', holds: 'percent' },
      share: { part: 'profit-then', whole: ['earned', 'backlog'] },
      formula: 'profit at completion ÷ contract',
      of: (row) => ({ value: marginOf(row), figure: figureOf('margin', row.id, through) }),
      total: marginOf(total),
    },
    { id: 'hours', head: 'Hours', file: 'hours', holds: 'hours', of: ({ hours }) => hours, total: total.hours },
  ];
}

function measureColumn(
  id: string,
  { head, file, of, tone, figure: name, madeOf }: MeasureColumn,
  { total, through }: { readonly total: Totals; readonly through: Month | undefined },
): ColumnOf<PortfolioRow> {
  return {
    ...{ id, head, file, holds: 'money' },
    ...(tone === undefined ? {} : { tone }),
    ...(madeOf === undefined ? {} : { madeOf }),
    of: (row) => ({ value: of(row), figure: figureOf(name, row.id, through) }),
    total: of(total),
  };
}

function figureOf(name: FigureName | undefined, project: number, through: Month | undefined): string | undefined {
  return name === undefined || through === undefined ? undefined : figureKey({ name, project, through });
}

/** Of the price: what is earned of it and what is still to be. */
function marginOf({ earnedCents, backlogCents, profitAtCompletionCents }: Totals): Ratio | null {
  const price = cents(earnedCents + backlogCents);
  return price === 0 ? null : ratio(profitAtCompletionCents, price);
}

function totalsOf(rows: readonly PortfolioRow[]): Totals {
  const total = (of: (row: PortfolioRow) => Cents): Cents => sum(rows.map(of));
  return {
    contractCents: total(({ contractCents }) => contractCents),
    earnedCents: total(({ earnedCents }) => earnedCents),
    billedCents: total(({ billedCents }) => billedCents),
    backlogCents: total(({ backlogCents }) => backlogCents),
    budgetCents: total(({ budgetCents }) => budgetCents),
    estimateCents: total(({ estimateCents }) => estimateCents),
    costCents: total(({ costCents }) => costCents),
    committedCents: total(({ committedCents }) => committedCents),
    costByType: COST_TYPES.map((_, index) => total(({ costByType }) => costByType[index] ?? ZERO)),
    profitAtCompletionCents: total(({ profitAtCompletionCents }) => profitAtCompletionCents),
    profitToDateCents: total(({ profitToDateCents }) => profitToDateCents),
    pendingPriceCents: total(({ pendingPriceCents }) => pendingPriceCents),
    pendingCostCents: total(({ pendingCostCents }) => pendingCostCents),
    hours: sumQuantity(rows.map(({ hours }) => hours)),
  };
}
