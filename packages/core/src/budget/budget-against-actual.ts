import type { ProjectId } from '../ledger/ids.ts';
import { codingKey, type Coding } from '../ledger/dimensions.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { ratio, type Ratio } from '../money/ratio.ts';
import type { Units } from '../money/quantity.ts';
import { lineEstimate, type LineForecast } from '../progress/estimate-at-completion.ts';

/** A budget line's amounts: what it began with and what later changes added, cost side and price side. */
export interface BudgetAmounts {
  readonly original: Cents;
  readonly changes: Cents;
  readonly price: Cents;
  readonly units: Units;
}

export interface BudgetRow {
  readonly coding: Coding;
  /** Null: cost came in that nobody budgeted. */
  readonly budget: BudgetAmounts | null;
  readonly actual: Cents;
  /** Ordered and not billed yet. */
  readonly committed: Cents;
  readonly forecast: LineForecast | null;
  /** Its project has ended. */
  readonly ended: boolean;
  /** Carried at zero margin: its cost shows no progress, and earns itself. */
  readonly isZeroMargin: boolean;
}

export interface BudgetFigures {
  readonly revised: Cents;
  readonly remaining: Cents;
  readonly estimate: Cents;
  readonly variance: Cents;
  /** Share of the revised budget that is used; null where there is no budget. */
  readonly used: Ratio | null;
}

export function revisedBudget(budget: BudgetAmounts | null): Cents {
  return budget === null ? cents(0) : cents(budget.original + budget.changes);
}

/** Remaining = revised − actual − committed; variance at completion = revised − estimate; used = (actual + committed) ÷ revised. */
export function budgetFigures(row: Omit<BudgetRow, 'coding' | 'isZeroMargin'>): BudgetFigures {
  const revised = revisedBudget(row.budget);
  const estimate = lineEstimate({ ...row, budget: revised });
  const spoken = cents(row.actual + row.committed);
  return {
    revised,
    remaining: difference(revised, spoken),
    estimate,
    variance: difference(revised, estimate),
    used: revised > 0 ? ratio(spoken, revised) : null,
  };
}

type Coded<T> = T & { readonly coding: Coding };

/**
 * One row per budget line and per coding that has cost, a commitment or a forecast without one, those last. A coding whose cost came to nothing
 * makes no row, and a budget line of nothing keeps its own.
 */
export function budgetRows(
  budgets: readonly Coded<{ readonly budget: BudgetAmounts; readonly isZeroMargin: boolean }>[],
  actuals: readonly Coded<{ readonly amount: Cents }>[],
  forecasts: readonly Coded<LineForecast>[],
  {
    ended,
    commitments,
  }: {
    readonly ended: ReadonlySet<ProjectId>;
    readonly commitments: readonly Coded<{ readonly committed: Cents }>[];
  },
): readonly BudgetRow[] {
  const actualBy = new Map(actuals.map(({ coding, amount }) => [codingKey(coding), amount]));
  const committedBy = new Map(commitments.map(({ coding, committed }) => [codingKey(coding), committed]));
  const forecastBy = new Map(forecasts.map((forecast) => [codingKey(forecast.coding), forecast]));
  const seen = new Set(budgets.map(({ coding }) => codingKey(coding)));
  const unbudgeted = [
    ...actuals.filter(({ amount }) => amount !== 0),
    ...commitments.filter(({ committed }) => committed !== 0),
    ...forecasts.filter(({ estimate }) => estimate !== 0),
  ].filter(({ coding }) => !seen.has(codingKey(coding)) && seen.add(codingKey(coding)));
  const row = (coding: Coding, budget: BudgetAmounts | null, isZeroMargin = false): BudgetRow => {
    const forecast = forecastBy.get(codingKey(coding));
    return {
      coding,
      budget,
      actual: actualBy.get(codingKey(coding)) ?? cents(0),
      committed: committedBy.get(codingKey(coding)) ?? cents(0),
      forecast: forecast ? { estimate: forecast.estimate, approvedSince: forecast.approvedSince } : null,
      ended: ended.has(coding.project),
      isZeroMargin,
    };
  };
  return [
    ...budgets.map(({ coding, budget, isZeroMargin }) => row(coding, budget, isZeroMargin)),
    ...unbudgeted.map(({ coding }) => row(coding, null)),
  ];
}

export interface BudgetTotals {
  readonly original: Cents;
  readonly changes: Cents;
  readonly actual: Cents;
  readonly committed: Cents;
  readonly remaining: Cents;
  readonly estimate: Cents;
  readonly variance: Cents;
}

/** Cost to date and estimates of the lines carried at zero margin. */
export function zeroMarginOf(rows: readonly BudgetRow[]): { readonly cost: Cents; readonly estimate: Cents } {
  const marked = rows.filter(({ isZeroMargin }) => isZeroMargin);
  return {
    cost: sum(marked.map(({ actual }) => actual)),
    estimate: sum(marked.map((row) => budgetFigures(row).estimate)),
  };
}

/** The sum row, unbudgeted rows included. */
export function budgetTotals(rows: readonly BudgetRow[]): BudgetTotals {
  const figures = rows.map(budgetFigures);
  return {
    original: sum(rows.map(({ budget }) => budget?.original ?? cents(0))),
    changes: sum(rows.map(({ budget }) => budget?.changes ?? cents(0))),
    actual: sum(rows.map(({ actual }) => actual)),
    committed: sum(rows.map(({ committed }) => committed)),
    remaining: sum(figures.map(({ remaining }) => remaining)),
    estimate: sum(figures.map(({ estimate }) => estimate)),
    variance: sum(figures.map(({ variance }) => variance)),
  };
}
