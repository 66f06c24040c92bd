import { cents, difference, type Cents } from '../money/cents.ts';
import { shareOf, type Ratio } from '../money/ratio.ts';

/** Revenue to date: contract price × percent complete, rounded once. Cumulative catch-up, ASC 606-10-25-31, IFRS 15.41. */
export function revenueToDate(contract: Cents, complete: Ratio): Cents {
  return shareOf(contract, complete);
}

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
