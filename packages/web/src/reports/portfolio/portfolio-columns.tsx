import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { cents, difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { ratio, type Ratio } from '@lowtide/core/money/ratio.ts';
import { figureKey, type FigureName } from '@lowtide/core/trace/figure.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import type { Answer } from '../../api/books-api.ts';
import { hoursColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/DataTable.tsx';
import { Money, Percent, type Tone } from '../../ui/Figure.tsx';

type Project = Answer<'portfolio'>['rows'][number];

/** A project, or several together. */
export interface PortfolioRow extends Omit<Project, 'id' | 'complete' | 'kind'> {
  /** Null for several together. */
  readonly id: number | null;
  readonly complete: Ratio | null;
}

interface Measure {
  readonly id: string;
  readonly head: string;
  readonly of: (row: PortfolioRow) => Cents;
  readonly tone?: Tone;
  /** The figure it is of one project, where it can be traced. */
  readonly figure?: FigureName;
}

const typeHead = (type: string): string => `${type.charAt(0).toUpperCase()}${type.slice(1)}`;

const MEASURES: readonly Measure[] = [
  { id: 'contract', head: 'Contract', of: ({ contractCents }) => contractCents, figure: 'contract' },
  { id: 'earned', head: 'Earned', of: ({ earnedCents }) => earnedCents, tone: 'earned', figure: 'earned' },
  { id: 'billed', head: 'Billed', of: ({ billedCents }) => billedCents, tone: 'billed', figure: 'billed' },
  { id: 'backlog', head: 'Backlog', of: (row) => difference(row.contractCents, row.earnedCents), figure: 'backlog' },
  { id: 'budget', head: 'Budget', of: ({ budgetCents }) => budgetCents, figure: 'budget' },
  { id: 'estimate', head: 'At completion', of: ({ estimateCents }) => estimateCents, figure: 'estimate' },
  { id: 'cost', head: 'Cost', of: ({ costCents }) => costCents, figure: 'cost' },
  ...COST_TYPES.map((type, index) => ({
    id: type,
    head: typeHead(type),
    of: (row: PortfolioRow) => row.costByType[index] ?? cents(0),
  })),
  { id: 'profit', head: 'Profit to date', of: ({ profitToDateCents }) => profitToDateCents },
  {
    ...{ id: 'profit-then', head: 'Profit at end', figure: 'profit-at-completion' as const },
    of: ({ profitAtCompletionCents }) => profitAtCompletionCents,
  },
  { id: 'pending', head: 'Pending price', of: ({ pendingPriceCents }) => pendingPriceCents },
  { id: 'pending-cost', head: 'Pending cost', of: ({ pendingCostCents }) => pendingCostCents },
];

/** What can be shown of a project beside its code and name, by the ids kept in addresses. */
export const CHOICES: readonly { readonly id: string; readonly head: string }[] = [
  { id: 'client', head: 'Client' },
  { id: 'manager', head: 'Manager' },
  { id: 'status', head: 'Status' },
  ...MEASURES.map(({ id, head }) => ({ id, head })),
  { id: 'complete', head: 'Complete' },
  { id: 'margin', head: 'Margin at end' },
  { id: 'hours', head: 'Hours' },
];

export const FIRST_CHOICE = 'client,contract,earned,estimate,cost,profit,profit-then,margin,complete,hours';

const named = ({ code, name }: PortfolioRow): string => code || name;

/** The chosen columns, in the order they are offered in. */
export function portfolioColumns(
  chosen: readonly string[],
  total: PortfolioRow,
  through: Month,
): readonly Column<PortfolioRow>[] {
  const columns = [
    ...textColumns(),
    ...MEASURES.map((measure) => moneyOf(measure, total, through)),
    ...ratioColumns(total),
  ];
  return columns.filter(({ id }) => chosen.includes(id));
}

function moneyOf({ id, head, of, tone, figure }: Measure, total: PortfolioRow, through: Month): Column<PortfolioRow> {
  const keyOf = (row: PortfolioRow) =>
    figure && row.id !== null ? { figure: figureKey({ name: figure, project: row.id, through }) } : {};
  return {
    id,
    head,
    figures: true,
    sortBy: of,
    cell: (row) => (
      <Money label={`${head}, ${named(row)}`} money={{ amountCents: of(row), ...keyOf(row) }} tone={tone} />
    ),
    total: <Money label={`${head}, all`} money={{ amountCents: of(total) }} tone={tone} />,
  };
}

function textColumns(): readonly Column<PortfolioRow>[] {
  return [
    { id: 'client', head: 'Client', gives: true, sortBy: ({ client }) => client, cell: ({ client }) => client },
    { id: 'manager', head: 'Manager', sortBy: ({ manager }) => manager, cell: ({ manager }) => manager },
    { id: 'status', head: 'Status', sortBy: ({ status }) => status, cell: ({ status }) => status },
  ];
}

function ratioColumns(total: PortfolioRow): readonly Column<PortfolioRow>[] {
  const share = (value: Ratio | null): number => (value === null ? -9 : value.numerator / value.denominator);
  return [
    {
      id: 'complete',
      head: 'Complete',
      figures: true,
      sortBy: ({ complete }) => share(complete),
      cell: (row) => (row.complete === null ? '' : <Percent label="Complete" ratio={row.complete} decimals={1} />),
    },
    {
      id: 'margin',
      head: 'Margin at end',
      figures: true,
      sortBy: (row) => share(marginOf(row)),
      cell: (row) => <Percent label={`Margin at end, ${named(row)}`} ratio={marginOf(row)} decimals={1} />,
      total: <Percent label="Margin at end, all" ratio={marginOf(total)} decimals={1} />,
    },
    hoursColumn({ of: ({ hours }) => hours, total: total.hours }),
  ];
}

function marginOf({ contractCents, profitAtCompletionCents }: PortfolioRow): Ratio | null {
  return contractCents === 0 ? null : ratio(profitAtCompletionCents, contractCents);
}

/** Several projects as one row. */
export function togetherRow(name: string, rows: readonly PortfolioRow[]): PortfolioRow {
  const total = (of: (row: PortfolioRow) => Cents): Cents => sum(rows.map(of));
  return {
    ...{ id: null, code: '', name, status: '', client: '', manager: '', complete: null },
    contractCents: total(({ contractCents }) => contractCents),
    earnedCents: total(({ earnedCents }) => earnedCents),
    billedCents: total(({ billedCents }) => billedCents),
    budgetCents: total(({ budgetCents }) => budgetCents),
    estimateCents: total(({ estimateCents }) => estimateCents),
    costCents: total(({ costCents }) => costCents),
    costByType: COST_TYPES.map((_, index) => total(({ costByType }) => costByType[index] ?? cents(0))),
    profitAtCompletionCents: total(({ profitAtCompletionCents }) => profitAtCompletionCents),
    profitToDateCents: total(({ profitToDateCents }) => profitToDateCents),
    pendingPriceCents: total(({ pendingPriceCents }) => pendingPriceCents),
    pendingCostCents: total(({ pendingCostCents }) => pendingCostCents),
    hours: sumQuantity(rows.map(({ hours }) => hours)),
  };
}
