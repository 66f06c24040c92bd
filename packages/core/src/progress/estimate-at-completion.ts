import { cents, difference, larger, type Cents } from '../money/cents.ts';
import { ratio, type Ratio } from '../money/ratio.ts';
import type { ProjectPosition } from './project-position.ts';

/** A line's forecast as its snapshot keeps it: the estimate, and the revised budget it was made on. */
export interface LineForecast {
  readonly estimate: Cents;
  readonly revised: Cents;
}

/** Where a budget line, or a coding without one, stands. */
export interface LineStand {
  readonly budget: Cents;
  readonly actual: Cents;
  /** Of the latest snapshot; null where none has the line. */
  readonly forecast: LineForecast | null;
  /** Its project has ended. */
  readonly finished: boolean;
}

/**
 * A line's estimate at completion: its forecast, with what was approved since it was made; without one, the larger of budget and
 * cost. Later cost never changes a forecast. Once the project has ended, it is what the line has cost.
 */
export function lineEstimate({ budget, actual, forecast, finished }: LineStand): Cents {
  if (finished) return actual;
  if (forecast === null) return larger(budget, actual);
  return cents(forecast.estimate + difference(budget, forecast.revised));
}

/**
 * What the project will have cost: once finished, what it has cost; else the estimate set by hand for the whole; else the sum of
 * its lines.
 */
export function estimateAtCompletion(
  position: Pick<ProjectPosition, 'finished' | 'costToDate' | 'override' | 'lineEstimates'>,
): Cents {
  if (position.finished) return position.costToDate;
  return position.override?.amount ?? position.lineEstimates;
}

/** Gross profit at completion as a share of the contract; null without one. */
export function marginAtCompletion(position: ProjectPosition): Ratio | null {
  const { contract } = position;
  return contract > 0 ? ratio(difference(contract, estimateAtCompletion(position)), contract) : null;
}
