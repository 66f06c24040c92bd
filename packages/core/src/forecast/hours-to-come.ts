import { budgetFigures, revisedBudget, type BudgetRow } from '../budget/budget-against-actual.ts';
import { quantity, type Quantity } from '../money/quantity.ts';
import { roundedQuotient } from '../money/ratio.ts';
import { typedNumber } from '../money/typed-number.ts';
import type { ForecastLine } from './forecast-sheet.ts';

/** Names that hours go by as units of budget lines. */
const HOURS = new Set(['h', 'hr', 'hrs', 'hour', 'hours']);

/** Whether a unit is the hour. */
export function isHours(unit: string): boolean {
  return HOURS.has(unit.trim().toLowerCase());
}

/**
 * Hours still to come of a line of labor that is budgeted in hours; none of all others. Forecast by units, it is the units that are left; else
 * what is still to cost at the budgeted cost of an hour, rounded to four decimals. Never below zero.
 */
export function hoursToCome(row: BudgetRow, forecast: Pick<ForecastLine, 'method' | 'input'> | undefined): Quantity {
  const { budget, coding } = row;
  if (budget === null || coding.costType !== 'labor' || budget.units.kind !== 'of' || row.ended) return quantity(0);
  if (!isHours(budget.units.unit)) return quantity(0);
  const all = budget.units.quantity;
  const done = forecast !== undefined && isByUnits(forecast) ? typedNumber(forecast.input, 4) : null;
  if (done?.kind === 'number') return quantity(Math.max(0, all - done.scaled));
  const revised = revisedBudget(budget);
  const toComplete = budgetFigures(row).estimate - row.actual;
  if (revised <= 0 || toComplete <= 0) return quantity(0);
  return quantity(roundedQuotient(toComplete, all, revised));
}

function isByUnits({ method }: Pick<ForecastLine, 'method'>): boolean {
  return method === 'units' || method === 'units at budget';
}
