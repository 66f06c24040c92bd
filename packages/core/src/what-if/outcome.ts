import { cents, difference, ZERO, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';
import { earning } from '../progress/earning.ts';
import { marginAtCompletion } from '../progress/estimate-at-completion.ts';
import type { KeptDecimals } from '../progress/measured-progress.ts';
import { priceOf, type ProjectPosition } from '../progress/project-position.ts';
import { onePercentDearer } from './changed-position.ts';

/** What a project comes to as if its month were recognized now; amounts in minor units. */
export interface Outcome {
  readonly price: Cents;
  readonly estimate: Cents;
  readonly complete: Ratio;
  readonly earnedToDate: Cents;
  /** Beyond what is posted. */
  readonly earnedMonth: Cents;
  /** Earned − cost of revenue − provision. */
  readonly profitToDate: Cents;
  readonly profitAtCompletion: Cents;
  readonly margin: Ratio | null;
  readonly provision: Cents;
  /** Billed ahead of what is earned; above zero on one side at most. */
  readonly overbilled: Cents;
  readonly underbilled: Cents;
}

/** Property by property: of a thousand contracts at every key, spreads of parts took most of the time. */
export function outcome(position: ProjectPosition, kept: KeptDecimals): Outcome {
  const { estimate, progress, earnedToDate, costOfRevenue, provisionToDate } = earning(position, kept);
  const price = priceOf(position).amount;
  const net = position.billed - earnedToDate;
  return {
    price,
    estimate,
    complete: progress.complete,
    earnedToDate,
    earnedMonth: difference(earnedToDate, position.earned),
    profitToDate: cents(earnedToDate - costOfRevenue - provisionToDate),
    profitAtCompletion: difference(price, estimate),
    margin: marginAtCompletion(position),
    provision: provisionToDate,
    overbilled: cents(Math.max(0, net)),
    underbilled: cents(Math.max(0, -net)),
  };
}

/** What one percent more of a project's estimate at completion does to its profit to date, of what it comes to. */
export function sensitivity(position: ProjectPosition, now: Outcome, kept: KeptDecimals): Cents {
  return difference(outcome(onePercentDearer(position), kept).profitToDate, now.profitToDate);
}

/** Amounts of an outcome that add up over projects. */
export const SUMMED = [
  ...(['price', 'estimate', 'earnedToDate', 'earnedMonth', 'profitToDate', 'profitAtCompletion'] as const),
  ...(['provision', 'overbilled', 'underbilled'] as const),
] as const;
export type Summed = Readonly<Record<(typeof SUMMED)[number], Cents>>;

export function outcomesTogether(outcomes: readonly Summed[]): Summed {
  const total = (name: (typeof SUMMED)[number]): Cents => outcomes.reduce((all, of) => cents(all + of[name]), ZERO);
  return {
    ...{ price: total('price'), estimate: total('estimate'), earnedToDate: total('earnedToDate') },
    ...{ earnedMonth: total('earnedMonth'), profitToDate: total('profitToDate') },
    ...{ profitAtCompletion: total('profitAtCompletion'), provision: total('provision') },
    ...{ overbilled: total('overbilled'), underbilled: total('underbilled') },
  };
}
