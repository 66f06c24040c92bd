import { cents, difference, type Cents } from '../../money/cents.ts';
import type { Ratio } from '../../money/ratio.ts';
import { estimateAtCompletion, marginAtCompletion } from '../../progress/estimate-at-completion.ts';
import type { KeptDecimals, Progress } from '../../progress/measured-progress.ts';
import { progress } from '../../progress/progress.ts';
import { overbilled, priceOf, type ProjectPosition } from '../../progress/project-position.ts';

/** One contract's row, to date, as posted: earned and billed are what the ledger holds, not what a run would make them. */
export interface WipRow {
  readonly position: ProjectPosition;
  /** Contract price; as billed without one, what is billed. */
  readonly price: Cents;
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly estimatedGrossProfit: Cents;
  /** Gross profit ÷ price; null without a price or an estimate. */
  readonly estimatedMargin: Ratio | null;
  /** Earned − cost recognized − loss provision. */
  readonly grossProfitToDate: Cents;
  readonly overbilled: Cents;
  readonly underbilled: Cents;
  readonly backlog: Cents;
  readonly costToComplete: Cents;
  /** Estimated gross profit − gross profit to date: what is still to be earned of it. */
  readonly profitInBacklog: Cents;
}

export interface RecognizedToDate {
  readonly costOfRevenue: Cents;
  readonly lossExpense: Cents;
}

export function wipRow(position: ProjectPosition, posted: RecognizedToDate, kept: KeptDecimals): WipRow {
  const estimate = estimateAtCompletion(position);
  const price = priceOf(position).amount;
  const profit = difference(price, estimate);
  const over = overbilled(position);
  const toDate = cents(position.earned - posted.costOfRevenue - posted.lossExpense);
  return {
    position,
    price,
    estimate,
    progress: progress(position, kept),
    estimatedGrossProfit: profit,
    estimatedMargin: marginAtCompletion(position),
    grossProfitToDate: toDate,
    overbilled: cents(Math.max(0, over)),
    underbilled: cents(Math.max(0, -over)),
    backlog: difference(price, position.earned),
    costToComplete: difference(estimate, position.costToDate),
    profitInBacklog: difference(profit, toDate),
  };
}

/** Contracts that belong in the schedule: for a client, under way or with anything earned or billed that is not closed out. */
export function belongsInSchedule({ project, costToDate, earned, billed, contract }: ProjectPosition): boolean {
  if (project.kind !== 'client') return false;
  if (project.status === 'proposed' || project.status === 'cancelled') {
    return costToDate !== 0 || earned !== 0 || billed !== 0;
  }
  return contract !== 0 || costToDate !== 0 || earned !== 0 || billed !== 0;
}
