import { difference, type Cents } from '../../money/cents.ts';
import { compareRatios, ratio, type Ratio } from '../../money/ratio.ts';
import { estimateAtCompletion, isEstimated, marginAtCompletion } from '../../progress/estimate-at-completion.ts';
import type { KeptDecimals } from '../../progress/measured-progress.ts';
import type { ProjectPosition } from '../../progress/project-position.ts';
import { outcome, sensitivity } from '../../what-if/outcome.ts';

/** How near a contract is to a loss, and what would tip it; amounts in minor units. */
export interface NearLoss {
  readonly estimate: Cents;
  readonly profit: Cents;
  readonly margin: Ratio;
  readonly costToComplete: Cents;
  /** So much more cost, or so much less price, and it loses: its profit at completion, below zero once it does. */
  readonly tipsAt: Cents;
  /** The same as a share of what is still to cost; null where nothing is. */
  readonly ofCostToComplete: Ratio | null;
  /** What one percent more of its estimate does to its profit to date. */
  readonly sensitivity: Cents;
}

/** Of a contract under way with a price and an estimate, whose margin is below the limit; null for all others. */
export function nearLoss(position: ProjectPosition, limit: Ratio, kept: KeptDecimals): NearLoss | null {
  const margin = marginAtCompletion(position);
  if (position.stage !== 'under way' || position.contract <= 0 || !isEstimated(position)) return null;
  if (margin === null || compareRatios(margin, limit) >= 0) return null;
  const estimate = estimateAtCompletion(position);
  const costToComplete = difference(estimate, position.costToDate);
  const profit = difference(position.contract, estimate);
  return {
    ...{ estimate, profit, margin, costToComplete, tipsAt: profit },
    ofCostToComplete: costToComplete > 0 ? ratio(profit, costToComplete) : null,
    sensitivity: sensitivity(position, outcome(position, kept), kept),
  };
}
