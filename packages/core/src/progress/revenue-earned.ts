import { cents, difference, ZERO, type Cents } from '../money/cents.ts';
import { shareOf, type Ratio } from '../money/ratio.ts';
import type { ProjectPosition } from './project-position.ts';

/**
 * Revenue to date: (contract price − estimate of the lines carried at zero margin) × percent complete + their cost to date, rounded once,
 * within nothing and the contract. Cumulative catch-up, ASC 606-10-25-31, IFRS 15.41; zero margin, ASC 606-10-55-21, IFRS 15.B19.
 */
export function revenueToDate(
  contract: Cents,
  complete: Ratio,
  zeroMargin: ProjectPosition['zeroMargin'] = NO_ZERO_MARGIN,
): Cents {
  const revenue = shareOf(difference(contract, zeroMargin.estimate), complete) + zeroMargin.cost;
  return cents(Math.max(0, Math.min(contract, revenue)));
}

const NO_ZERO_MARGIN: ProjectPosition['zeroMargin'] = { cost: ZERO, estimate: ZERO };

/** The whole loss a contract is expected to end with, never below zero. */
export function expectedLoss(contract: Cents, estimateAtCompletion: Cents): Cents {
  return cents(Math.max(0, estimateAtCompletion - contract));
}

/**
 * Loss provision to date: the expected loss less what recognized revenue and cost show of it already, never below zero.
 * With it the gross profit to date of a losing contract is minus the whole loss (ASC 605-35-25-46, IAS 37.66). A contract that
 * expects no loss has no provision, however much profit it shows so far.
 */
export function provisionToDate(loss: Cents, costToDate: Cents, earnedToDate: Cents): Cents {
  if (loss === 0) return loss;
  return cents(Math.max(0, loss - difference(costToDate, earnedToDate)));
}
