import { ZERO, type Cents } from '../money/cents.ts';
import { atZeroMargin } from './estimate-at-completion.ts';
import { isWaiting, revenueAsBillable, revenueAsBilled, revenueAtCost, type Progress } from './measured-progress.ts';
import type { ProjectPosition } from './project-position.ts';
import { revenueToDate } from './revenue-earned.ts';

/** Revenue to date by the one measure of a project or of an obligation; nothing while it waits for a contract or an estimate. */
export function earnedByMeasure(position: ProjectPosition, reached: Progress): Cents {
  if (isWaiting(reached) || reached.kind === 'until-finished' || reached.kind === 'not-told') return ZERO;
  if (reached.kind === 'earns-its-cost') return revenueAtCost(position);
  if (reached.kind === 'as-billed') return revenueAsBilled(position);
  if (reached.kind === 'as-billable') return revenueAsBillable(position);
  return revenueToDate(position.contract, reached.complete, atZeroMargin(position));
}
