import type { Coding } from '../ledger/journal-entry.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { ratio, type Ratio } from '../money/ratio.ts';
import type { Quantity } from '../money/quantity.ts';
import { lineEstimate } from '../progress/estimate-at-completion.ts';

/** A budget line's amounts: what it began with and what later changes added, cost side and price side. */
export interface BudgetAmounts {
  readonly original: Cents;
  readonly changes: Cents;
  readonly price: Cents;
  readonly quantity: Quantity;
  readonly unit: string;
}

export interface BudgetRow {
  readonly coding: Coding;
  /** Null: cost came in that nobody budgeted. */
  readonly budget: BudgetAmounts | null;
  readonly actual: Cents;
}

export interface BudgetFigures {
  readonly revised: Cents;
  readonly remaining: Cents;
  readonly estimate: Cents;
  readonly variance: Cents;
  /** Share of the revised budget that is used; null where there is no budget. */
  readonly used: Ratio | null;
}

/** Groups whatever carries a coding: `project/phase/cost code/cost type`. */
export function codingKey(coding: Coding): string {
  return `${coding.project}/${coding.phase ?? 0}/${coding.costCode}/${coding.costType}`;
}

export function revisedBudget(budget: BudgetAmounts | null): Cents {
  return budget === null ? cents(0) : cents(budget.original + budget.changes);
}

/** Remaining = revised − actual; variance at completion = revised − estimate; used = actual ÷ revised. */
export function budgetFigures(row: Pick<BudgetRow, 'budget' | 'actual'>): BudgetFigures {
  const revised = revisedBudget(row.budget);
  const estimate = lineEstimate(revised, row.actual);
  return {
    revised,
    remaining: difference(revised, row.actual),
    estimate,
    variance: difference(revised, estimate),
    used: revised > 0 ? ratio(row.actual, revised) : null,
  };
}

/**
 * One row per budget line and per coding that has cost without one, those last. A coding whose cost came to nothing makes no
 * row, and a budget line of nothing keeps its own.
 */
export function budgetRows(
  budgets: readonly { readonly coding: Coding; readonly budget: BudgetAmounts }[],
  actuals: readonly { readonly coding: Coding; readonly amount: Cents }[],
): readonly BudgetRow[] {
  const actualBy = new Map(actuals.map(({ coding, amount }) => [codingKey(coding), amount]));
  const budgeted = new Set(budgets.map(({ coding }) => codingKey(coding)));
  return [
    ...budgets.map((line) => ({ ...line, actual: actualBy.get(codingKey(line.coding)) ?? cents(0) })),
    ...actuals
      .filter(({ coding, amount }) => amount !== 0 && !budgeted.has(codingKey(coding)))
      .map(({ coding, amount }) => ({ coding, budget: null, actual: amount })),
  ];
}

export interface BudgetTotals {
  readonly original: Cents;
  readonly changes: Cents;
  readonly actual: Cents;
  readonly remaining: Cents;
  readonly estimate: Cents;
  readonly variance: Cents;
}

/** The sum row, unbudgeted rows included. */
export function budgetTotals(rows: readonly BudgetRow[]): BudgetTotals {
  const figures = rows.map(budgetFigures);
  return {
    original: sum(rows.map(({ budget }) => budget?.original ?? cents(0))),
    changes: sum(rows.map(({ budget }) => budget?.changes ?? cents(0))),
    actual: sum(rows.map(({ actual }) => actual)),
    remaining: sum(figures.map(({ remaining }) => remaining)),
    estimate: sum(figures.map(({ estimate }) => estimate)),
    variance: sum(figures.map(({ variance }) => variance)),
  };
}
