import { COST_TYPES, type CostType } from '../../ledger/cost-type.ts';
import { cents, difference, sum, type Cents } from '../../money/cents.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import { ratio, shareOf, type Ratio } from '../../money/ratio.ts';

/** Profit-and-loss amounts of one slice of the company between two months, each in its natural sign. */
export interface ResultAmounts {
  readonly revenue: Cents;
  readonly costByType: Readonly<Record<CostType, Cents>>;
  readonly expectedLoss: Cents;
  /** Cost of revenue and expense that carry no cost type. */
  readonly otherCost: Cents;
  readonly hours: Quantity;
}

export interface Result extends ResultAmounts {
  readonly cost: Cents;
  readonly profit: Cents;
  /** Profit ÷ revenue; null without revenue. */
  readonly margin: Ratio | null;
  /** Profit ÷ cost; null without cost. */
  readonly markup: Ratio | null;
  /** Minor units per hour, rounded; null without hours. */
  readonly profitPerHour: Cents | null;
}

export const NO_RESULT: ResultAmounts = {
  revenue: cents(0),
  costByType: Object.fromEntries(COST_TYPES.map((type) => [type, cents(0)])) as Record<CostType, Cents>,
  expectedLoss: cents(0),
  otherCost: cents(0),
  hours: quantity(0),
};

export function result(amounts: ResultAmounts): Result {
  const cost = cents(sum(Object.values(amounts.costByType)) + amounts.expectedLoss + amounts.otherCost);
  const profit = difference(amounts.revenue, cost);
  return {
    ...amounts,
    cost,
    profit,
    margin: amounts.revenue === 0 ? null : ratio(profit, amounts.revenue),
    markup: cost === 0 ? null : ratio(profit, cost),
    profitPerHour: amounts.hours === 0 ? null : shareOf(profit, ratio(10_000, amounts.hours)),
  };
}

export function totalResult(slices: readonly ResultAmounts[]): Result {
  const costByType = Object.fromEntries(
    COST_TYPES.map((type) => [type, sum(slices.map((slice) => slice.costByType[type]))]),
  ) as Record<CostType, Cents>;
  return result({
    revenue: sum(slices.map(({ revenue }) => revenue)),
    costByType,
    expectedLoss: sum(slices.map(({ expectedLoss }) => expectedLoss)),
    otherCost: sum(slices.map(({ otherCost }) => otherCost)),
    hours: quantity(slices.reduce((total, { hours }) => total + hours, 0)),
  });
}
