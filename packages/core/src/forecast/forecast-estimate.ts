import { cents, larger, type Cents } from '../money/cents.ts';
import { quantity, type Quantity, type Units } from '../money/quantity.ts';
import { roundedQuotient, type Ratio } from '../money/ratio.ts';

/** Ways to come to a line's estimate at completion, as the sheet offers them. */
export const FORECAST_METHODS = ['budget', 'run rate', 'units', 'units at budget', 'to complete'] as const;
export type ForecastMethod = (typeof FORECAST_METHODS)[number];

/** A method with what it asks for. */
export type ForecastRule =
  | { readonly method: 'budget' }
  /** Share of the work that is physically done, above zero. */
  | { readonly method: 'run rate'; readonly done: Ratio }
  /** Units done so far; above zero for `units`, whose remaining ones cost what those done did. */
  | { readonly method: 'units' | 'units at budget'; readonly done: Quantity }
  /** What is still to come. */
  | { readonly method: 'to complete'; readonly toComplete: Cents };

/** What a line stands at when its forecast is made. */
export interface ForecastBasis {
  readonly revised: Cents;
  readonly actual: Cents;
  /** Ordered and not billed yet. */
  readonly committed: Cents;
  readonly units: Units;
}

/**
 * Estimate at completion of a line, rounded once. Units beyond those budgeted leave none to come; a unit at budget costs its share of
 * the revised budget, never a rounded unit cost.
 */
export function forecastEstimate(rule: ForecastRule, { revised, actual, committed, units }: ForecastBasis): Cents {
  switch (rule.method) {
    case 'budget':
      return larger(revised, cents(actual + committed));
    case 'run rate':
      return cents(roundedQuotient(actual, rule.done.denominator, rule.done.numerator));
    case 'units': {
      const all = quantityOf(units);
      return all <= rule.done ? actual : cents(roundedQuotient(actual, all, rule.done));
    }
    case 'units at budget': {
      const all = quantityOf(units);
      return all <= rule.done ? actual : cents(actual + roundedQuotient(revised, all - rule.done, all));
    }
    case 'to complete':
      return cents(actual + rule.toComplete);
  }
}

function quantityOf(units: Units): Quantity {
  return units.kind === 'of' ? units.quantity : quantity(0);
}
