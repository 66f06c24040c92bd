import { cents, larger, type Cents } from '../money/cents.ts';
import type { ProjectPosition } from './project-position.ts';

/** A budget line's estimate at completion: the larger of its budget and its cost. */
export function lineEstimate(budget: Cents, actual: Cents): Cents {
  return larger(budget, actual);
}

/** What a line's cost exceeds its budget by; the budgets plus all overruns are the sum of the line estimates. */
export function overrun(budget: Cents, actual: Cents): Cents {
  return cents(Math.max(0, actual - budget));
}

/**
 * What the project will have cost: once finished, what it has cost; else the estimate set by hand; else line by line the
 * larger of budget and cost.
 */
export function estimateAtCompletion(
  position: Pick<ProjectPosition, 'finished' | 'costToDate' | 'override' | 'budget' | 'overruns'>,
): Cents {
  if (position.finished) return position.costToDate;
  return position.override?.amount ?? cents(position.budget + position.overruns);
}
