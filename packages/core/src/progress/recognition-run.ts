import type { IsoDate } from '../calendar/iso-date.ts';
import { firstDay, monthNumber, type Month } from '../calendar/month.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../money/cents.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import { isClosed } from '../ledger/project.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import type { Recognized } from './recognized.ts';
import { earning } from './earning.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { holdsCost, progress, type KeptDecimals, type Progress } from './progress.ts';
import type { CodedAmount, ProjectPosition } from './project-position.ts';
import { hasEnded } from './stage.ts';

/** One project's row of a run: what it stood at, what the month adds, where it stands after. */
export interface RecognitionRow {
  readonly position: ProjectPosition;
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly earnedBefore: Cents;
  readonly earnedToDate: Cents;
  readonly provisionToDate: Cents;
  /** Cost that leaves WIP; negative where it goes back to wait there. */
  readonly released: readonly CodedAmount[];
  readonly warnings: readonly Warning[];
}

/** Why a run leaves a project out. */
export const LEFT_OUT = ['not measured', 'nothing yet'] as const;

/** What the company has set for its runs, and the month of this one. */
export interface RunPolicy {
  readonly month: Month;
  readonly kept: KeptDecimals;
  /** A forecast more than so many months before the run deserves a look; null for never. */
  readonly forecastMonths: number | null;
}

/** A project's cost by coding, as far as a run moves it, and lines that cost more than was forecast. */
export interface RunCost {
  readonly held: readonly CodedAmount[];
  /** What earlier runs released to cost of revenue. */
  readonly recognized: readonly CodedAmount[];
  readonly overForecast: readonly OverForecast[];
}

export interface OverForecast {
  /** The coding as people say it. */
  readonly code: string;
  readonly cost: Cents;
  /** Ordered and not yet cost. */
  readonly committed: Cents;
  readonly forecast: Cents;
  readonly isZeroMargin: boolean;
}

export const NO_RUN_COST: RunCost = { held: [], recognized: [], overForecast: [] };

export function recognitionRow(position: ProjectPosition, cost: RunCost, policy: RunPolicy): RecognitionRow {
  if (isClosed(position.project)) return asItStands(position, policy.kept);
  const {
    progress: reached,
    estimate,
    earnedToDate,
    loss,
    provisionToDate: provided,
    isHeld,
  } = earning(position, policy.kept);
  return {
    position,
    estimate,
    progress: reached,
    earnedBefore: position.earned,
    earnedToDate,
    provisionToDate: provided,
    released: isHeld ? backToWait(cost) : cost.held,
    warnings: [
      ...warnings(position, { reached, loss, month: policy.month }),
      ...linesOverForecast(position, cost, { earnedToDate, kept: policy.kept }),
      ...staleForecast(position, policy),
    ],
  };
}

/** A closed project earns nothing more. */
function asItStands(position: ProjectPosition, kept: KeptDecimals): RecognitionRow {
  const { earned, provision } = position;
  return {
    ...{ position, estimate: estimateAtCompletion(position), progress: progress(position, kept) },
    ...{ earnedBefore: earned, earnedToDate: earned, provisionToDate: provision, released: [], warnings: [] },
  };
}

/** While nothing is earned, cost waits in WIP: what an earlier run released goes back. Cost that is expensed as incurred never waits. */
function backToWait({ recognized }: RunCost): readonly CodedAmount[] {
  return recognized.map(({ coding, amount }) => ({ coding, amount: opposite(amount) }));
}

interface EarnedAsItIs {
  readonly earnedToDate: Cents;
  readonly kept: KeptDecimals;
}

/** Lines that have overtaken their forecast, each with what the month would earn more or less by what it has come to; most first. */
function linesOverForecast(
  position: ProjectPosition,
  { overForecast }: RunCost,
  { earnedToDate, kept }: EarnedAsItIs,
): readonly Warning[] {
  if (hasEnded(position.stage)) return [];
  const at = position.project.code;
  return overForecast
    .map(({ isZeroMargin, ...line }) => {
      const more = cents(line.cost + line.committed - line.forecast);
      const brought = withLineEstimates(position, more, isZeroMargin);
      const effect = difference(earning(brought, kept).earnedToDate, earnedToDate);
      return { at, kind: 'line-over-forecast' as const, project: at, ...line, effect };
    })
    .toSorted((one, other) => Math.abs(other.effect) - Math.abs(one.effect));
}

function withLineEstimates(position: ProjectPosition, more: Cents, isZeroMargin: boolean): ProjectPosition {
  const { lineEstimates, zeroMargin } = position;
  return {
    ...position,
    lineEstimates: cents(lineEstimates + more),
    zeroMargin: isZeroMargin ? { ...zeroMargin, estimate: cents(zeroMargin.estimate + more) } : zeroMargin,
  };
}

interface Warned {
  readonly reached: Progress;
  readonly loss: Cents;
  readonly month: Month;
}

function warnings(position: ProjectPosition, { reached, loss, month }: Warned): readonly Warning[] {
  const at = position.project.code;
  const found: Warning[] = [];
  if (reached.kind === 'over-estimate') {
    const cost = position.costToDate;
    found.push({ at, kind: 'cost-over-estimate', project: at, cost, estimate: difference(cost, reached.overrun) });
  }
  if (reached.kind === 'no-estimate') found.push({ at, kind: 'no-estimate', project: at });
  if (reached.kind === 'no-contract' && position.costToDate !== 0 && holdsCost(position.project, reached)) {
    found.push({ at, kind: 'no-contract', project: at, cost: position.costToDate });
  }
  if (reached.kind === 'as-billed' && position.contract > 0 && position.billed > position.contract) {
    found.push({ at, kind: 'billed-over-price', project: at, billed: position.billed, contract: position.contract });
  }
  if (reached.kind === 'as-billable' && position.contract > 0 && position.billable > position.contract) {
    const { billable, contract } = position;
    found.push({ at, kind: 'billable-over-limit', project: at, billable, contract });
  }
  if (reached.kind === 'not-told' && position.costToDate !== 0) {
    found.push({ at, kind: 'progress-not-told', project: at, cost: position.costToDate });
  }
  const old = toldBefore(position, month);
  if (old !== null) found.push({ at, kind: 'progress-old', project: at, on: old });
  if (MEASURED_OTHERWISE.has(reached.kind)) found.push(...costAboveEstimate(position));
  if (loss > 0) found.push({ at, kind: 'loss-expected', project: at, loss });
  return found;
}

/** The day it was told of last, where that lies before the month. */
function toldBefore({ toldOn, stage }: ProjectPosition, month: Month): IsoDate | null {
  return toldOn !== null && toldOn < firstDay(month) && !hasEnded(stage) ? toldOn : null;
}

/** Kinds of progress that cost says nothing of. */
const MEASURED_OTHERWISE: ReadonlySet<Progress['kind']> = new Set([
  'surveyed',
  'by-milestones',
  'by-hours',
  'by-units',
]);

/** Progress that is told says nothing of cost: cost above its estimate is pointed out all the same. */
function costAboveEstimate(position: ProjectPosition): readonly Warning[] {
  const [at, cost, estimate] = [position.project.code, position.costToDate, estimateAtCompletion(position)];
  return cost > estimate ? [{ at, kind: 'cost-over-estimate', project: at, cost, estimate }] : [];
}

function staleForecast(
  { project, forecastMonth, stage }: ProjectPosition,
  { month, forecastMonths }: RunPolicy,
): readonly Warning[] {
  if (hasEnded(stage) || forecastMonth === null || forecastMonths === null) return [];
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

/**
 * Cost that waits in WIP for a contract or an estimate, whatever is recognized: of a project that earns nothing yet, all of it that is not
 * expensed as incurred.
 */
export function waitingCost({ position, progress: reached }: RecognitionRow): Cents {
  return holdsCost(position.project, reached) ? position.costToDate : ZERO;
}

/** Cost in WIP as posted: what the run would release, and what waits, less what was released of that before. */
export function heldCost(row: RecognitionRow): Cents {
  return cents(waitingCost(row) + releasedCost(row));
}

export function releasedCost(row: RecognitionRow): Cents {
  return sum(row.released.map(({ amount }) => amount));
}

/** Whether the row posts anything. */
export function changesAnything(row: RecognitionRow): boolean {
  const { earned, released, lossProvision } = recognized(row);
  return earned !== 0 || lossProvision !== 0 || released.some(({ amount }) => amount !== 0);
}

/** Months may be run once each, in order, up to the current one; a later run catches up on whatever came in since. */
export function mayRun(month: Month, latestRun: Month | null, current: Month): Decision<Month> {
  const at = 'month';
  if (month > current) return refused({ at, kind: 'month-ahead', month, current });
  if (latestRun === null || latestRun < month) return accepted(month);
  const problem: Problem =
    latestRun === month
      ? { at, kind: 'month-already-run', month }
      : { at, kind: 'later-month-run', month, latest: latestRun };
  return refused(problem);
}
