import { monthNumber, type Month } from '../calendar/month.ts';
import { cents, difference, sum, type Cents } from '../money/cents.ts';
import { accepted, refused, type Decision, type Problem, type Warning } from '../problems/problem.ts';
import type { Recognized } from '../posting/revenue-recognized.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { progress, type KeptDecimals, type Progress } from './progress.ts';
import type { HeldCost, ProjectPosition } from './project-position.ts';
import { expectedLoss, provisionToDate, revenueToDate } from './revenue-earned.ts';

/** One project's row of a run: what it stood at, what the month adds, where it stands after. */
export interface RecognitionRow {
  readonly position: ProjectPosition;
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly earnedBefore: Cents;
  readonly earnedToDate: Cents;
  readonly provisionToDate: Cents;
  readonly released: readonly HeldCost[];
  readonly warnings: readonly Warning[];
}

/** What the company has set for its runs, and the month of this one. */
export interface RunPolicy {
  readonly month: Month;
  readonly kept: KeptDecimals;
  /** A forecast more than so many months before the run deserves a look; null for never. */
  readonly forecastMonths: number | null;
}

export function recognitionRow(
  position: ProjectPosition,
  held: readonly HeldCost[],
  policy: RunPolicy,
): RecognitionRow {
  const estimate = estimateAtCompletion(position);
  const reached = progress(position, policy.kept);
  const earnedToDate = revenueToDate(position.contract, reached.complete);
  const loss = reached.kind === 'no-estimate' ? cents(0) : expectedLoss(position.contract, estimate);
  return {
    position,
    estimate,
    progress: reached,
    earnedBefore: position.earned,
    earnedToDate,
    provisionToDate: provisionToDate(loss, position.costToDate, earnedToDate),
    released: held,
    warnings: [...warnings(position, reached, loss), ...staleForecast(position, policy)],
  };
}

function warnings(position: ProjectPosition, reached: Progress, loss: Cents): readonly Warning[] {
  const at = position.project.code;
  const found: Warning[] = [];
  if (reached.kind === 'over-estimate') {
    const cost = position.costToDate;
    found.push({ at, kind: 'cost-over-estimate', project: at, cost, estimate: difference(cost, reached.overrun) });
  }
  if (reached.kind === 'no-estimate') found.push({ at, kind: 'no-estimate', project: at });
  if (loss > 0) found.push({ at, kind: 'loss-expected', project: at, loss });
  return found;
}

function staleForecast(
  { project, forecastMonth, finished }: ProjectPosition,
  { month, forecastMonths }: RunPolicy,
): readonly Warning[] {
  if (finished || forecastMonth === null || forecastMonths === null) return [];
  if (monthNumber(month) - monthNumber(forecastMonth) <= forecastMonths) return [];
  return [{ at: project.code, kind: 'forecast-old', project: project.code, month: forecastMonth }];
}

/** The changes of a row, as the posting takes them. */
export function recognized(row: RecognitionRow): Recognized {
  return {
    project: row.position.project.id,
    earned: difference(row.earnedToDate, row.earnedBefore),
    released: row.released,
    lossProvision: difference(row.provisionToDate, row.position.provision),
  };
}

export function releasedCost(row: RecognitionRow): Cents {
  return sum(row.released.map(({ amount }) => amount));
}

/** Whether the row posts anything. */
export function changesAnything(row: RecognitionRow): boolean {
  const { earned, released, lossProvision } = recognized(row);
  return earned !== 0 || lossProvision !== 0 || released.some(({ amount }) => amount !== 0);
}

/** Months may be run once each, in order; a later run catches up on whatever came in since. */
export function mayRun(month: Month, latestRun: Month | null): Decision<Month> {
  if (latestRun === null || latestRun < month) return accepted(month);
  const at = 'month';
  const problem: Problem =
    latestRun === month
      ? { at, kind: 'month-already-run', month }
      : { at, kind: 'later-month-run', month, latest: latestRun };
  return refused(problem);
}
