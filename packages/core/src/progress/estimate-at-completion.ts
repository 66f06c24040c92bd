import { cents, difference, larger, type Cents } from '../money/cents.ts';
import { ratio, type Ratio } from '../money/ratio.ts';
import { priceOf, type ProjectPosition } from './project-position.ts';
import { hasEnded } from './stage.ts';

/** A line's forecast as its snapshot keeps it, and what change orders added to the line since. */
export interface LineForecast {
  readonly estimate: Cents;
  readonly approvedSince: Cents;
}

/** Where a budget line, or a coding without one, stands. */
export interface LineStand {
  /** Revised budget; nothing where there is no budget line. */
  readonly budget: Cents;
  readonly actual: Cents;
  /** Ordered and not billed yet. */
  readonly committed: Cents;
  /** Of the latest snapshot; null where none has the line. */
  readonly forecast: LineForecast | null;
  /** Its project has ended. */
  readonly ended: boolean;
}

/**
 * A line's estimate at completion: its forecast, with the change orders approved since it was made; without one, the larger of
 * budget and what is cost or committed. Later cost never changes a forecast, nor does moving or correcting a budget. Once the project has ended, it is
 * what the line has cost.
 */
export function lineEstimate({ budget, actual, committed, forecast, ended }: LineStand): Cents {
  if (ended) return actual;
  if (forecast === null) return larger(budget, cents(actual + committed));
  return cents(forecast.estimate + forecast.approvedSince);
}

type Estimated = Pick<
  ProjectPosition,
  'stage' | 'budget' | 'costToDate' | 'override' | 'lineEstimates' | 'forecastMonth'
>;

/**
 * What the project will have cost: once ended, what it has cost; else the estimate set by hand for the whole, with the change
 * orders approved since; else the sum of its lines.
 */
export function estimateAtCompletion({
  stage,
  costToDate,
  override,
  lineEstimates,
}: Omit<Estimated, 'budget' | 'forecastMonth'>): Cents {
  if (hasEnded(stage)) return costToDate;
  return override === null ? lineEstimates : cents(override.amount + override.approvedSince);
}

/**
 * What progress is measured on: cost and estimate without the lines carried at zero margin, whose cost shows no progress (materials long
 * before they are installed, ASC 606-10-55-21), and without what was wasted (ASC 606-10-55-21, IFRS 15.B19). Once the project has ended
 * lines at zero margin have cost what they will.
 */
export function measuredOn(position: ProjectPosition): { readonly cost: Cents; readonly estimate: Cents } {
  const { cost, estimate } = atZeroMargin(position);
  return {
    cost: cents(position.costToDate - cost - position.wasted),
    estimate: cents(estimateAtCompletion(position) - estimate - position.wasted),
  };
}

/** Cost to date and estimate of the lines carried at zero margin. */
export function atZeroMargin({
  stage,
  zeroMargin,
}: Pick<ProjectPosition, 'stage' | 'zeroMargin'>): ProjectPosition['zeroMargin'] {
  return hasEnded(stage) ? { cost: zeroMargin.cost, estimate: zeroMargin.cost } : zeroMargin;
}

/** Whether anybody has said what the project will cost: a budget, a forecast, an estimate by hand. Once it has ended, its cost says it. */
export function isEstimated({ stage, budget, override, forecastMonth }: Estimated): boolean {
  return hasEnded(stage) || budget > 0 || override !== null || forecastMonth !== null;
}

/**
 * Gross profit at completion as a share of the price; null without a price, and where nobody has said what the work will cost. What is
 * billed without a price has its cost to date beside it.
 */
export function marginAtCompletion(position: ProjectPosition): Ratio | null {
  const { amount, figure } = priceOf(position);
  if (amount <= 0 || (figure === 'contract' && !isEstimated(position))) return null;
  return ratio(difference(amount, estimateAtCompletion(position)), amount);
}
