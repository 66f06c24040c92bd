import { difference, sum, type Cents } from '../../money/cents.ts';
import { ratio, type Ratio } from '../../money/ratio.ts';

/** What a project was expected to come to at a month's end. */
export interface Expected {
  readonly contract: Cents;
  readonly budget: Cents;
  readonly estimate: Cents;
}

/** How the profit expected at completion moved between two months, and why: the causes add up to the fade. */
export interface Fade {
  readonly before: Cents;
  readonly after: Cents;
  readonly marginBefore: Ratio | null;
  readonly marginAfter: Ratio | null;
  /** after − before: below zero it faded. */
  readonly fade: Cents;
  /** Contract price up. */
  readonly byPrice: Cents;
  /** Approved budget up, with its sign turned: it takes from profit. */
  readonly byApproved: Cents;
  /** All other change of the estimate at completion, its sign turned: forecasts, overruns, savings. */
  readonly byForecast: Cents;
}

export function fade(before: Expected, after: Expected): Fade {
  const [was, is] = [profit(before), profit(after)];
  const change = difference(is, was);
  return {
    before: was,
    after: is,
    marginBefore: margin(before),
    marginAfter: margin(after),
    fade: change,
    byPrice: difference(after.contract, before.contract),
    byApproved: difference(before.budget, after.budget),
    byForecast: difference(beyondBudget(before), beyondBudget(after)),
  };
}

/** The same for all together. */
export function fadeTotals(
  rows: readonly Pick<Fade, 'before' | 'after' | 'fade' | 'byPrice' | 'byApproved' | 'byForecast'>[],
) {
  const total = (of: (row: (typeof rows)[number]) => Cents): Cents => sum(rows.map(of));
  return {
    before: total((row) => row.before),
    after: total((row) => row.after),
    fade: total((row) => row.fade),
    byPrice: total((row) => row.byPrice),
    byApproved: total((row) => row.byApproved),
    byForecast: total((row) => row.byForecast),
  };
}

/** What is expected above the approved budget. */
function beyondBudget({ budget, estimate }: Expected): Cents {
  return difference(estimate, budget);
}

function profit({ contract, estimate }: Expected): Cents {
  return difference(contract, estimate);
}

function margin(expected: Expected): Ratio | null {
  return expected.contract > 0 ? ratio(profit(expected), expected.contract) : null;
}
