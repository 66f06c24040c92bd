import { ZERO, type Cents } from '../money/cents.ts';
import { atZeroMargin, estimateAtCompletion } from './estimate-at-completion.ts';
import type { ProjectPosition } from './project-position.ts';
import {
  holdsCost,
  isWaiting,
  progress,
  revenueAsBillable,
  revenueAsBilled,
  revenueAtCost,
  type KeptDecimals,
  type Progress,
} from './progress.ts';
import { expectedLoss, provisionToDate, revenueToDate } from './revenue-earned.ts';

/** What a project has earned to date by its measure, whatever was posted of it. */
export interface Earning {
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly earnedToDate: Cents;
  /** Its cost waits in WIP. */
  readonly isHeld: boolean;
  /** Cost of revenue to date; nothing while its cost waits. */
  readonly costOfRevenue: Cents;
  /** The whole loss that is expected of it. */
  readonly loss: Cents;
  readonly provisionToDate: Cents;
}

export function earning(position: ProjectPosition, kept: KeptDecimals): Earning {
  const estimate = estimateAtCompletion(position);
  const reached = progress(position, kept);
  const isHeld = holdsCost(position.project, reached);
  const earnedToDate = earnedBy(position, reached);
  const costOfRevenue = isHeld ? ZERO : position.costToDate;
  const loss = expectsLoss(position, reached) ? expectedLoss(position.contract, estimate) : ZERO;
  return {
    estimate,
    progress: reached,
    earnedToDate,
    isHeld,
    costOfRevenue,
    loss,
    provisionToDate: provisionToDate(loss, costOfRevenue, earnedToDate),
  };
}

/** A loss is expected of a contract that somebody has estimated. */
function expectsLoss({ contract }: ProjectPosition, reached: Progress): boolean {
  return contract > 0 && !isWaiting(reached) && reached.kind !== 'earns-its-cost';
}

/** Revenue to date by the project's measure; nothing while it waits for a contract or an estimate. */
function earnedBy(position: ProjectPosition, reached: Progress): Cents {
  if (isWaiting(reached) || reached.kind === 'until-finished' || reached.kind === 'not-told') return ZERO;
  if (reached.kind === 'earns-its-cost') return revenueAtCost(position);
  if (reached.kind === 'as-billed') return revenueAsBilled(position);
  if (reached.kind === 'as-billable') return revenueAsBillable(position);
  return revenueToDate(position.contract, reached.complete, atZeroMargin(position));
}
