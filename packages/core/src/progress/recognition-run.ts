import type { IsoDate } from '../calendar/iso-date.ts';
import type { PhaseId } from '../ledger/ids.ts';
import { firstDay, monthNumber, type Month } from '../calendar/month.ts';
import { cents, difference, opposite, sum, ZERO, type Cents } from '../money/cents.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import { isClosed } from '../ledger/project.ts';
import type { Problem, Warning } from '../problems/problem.ts';
import type { Recognized } from './recognized.ts';
import { earning, type Earning, type ObligationEarning } from './earning.ts';
import { estimateAtCompletion } from './estimate-at-completion.ts';
import { holdsCost, type KeptDecimals, type Progress } from './measured-progress.ts';
import { releasedOfSplit } from './split-release.ts';
import { progress } from './progress.ts';
import type { CodedAmount, ProjectPosition } from './project-position.ts';
import { NO_WORK, withWork } from './with-work.ts';
import { hasEnded } from './stage.ts';

/** One project's row of a run: what it stood at, what the month adds, where it stands after. */
export interface RecognitionRow {
  readonly position: ProjectPosition;
  readonly estimate: Cents;
  readonly progress: Progress;
  readonly earnedBefore: Cents;
  readonly earnedToDate: Cents;
  readonly provisionToDate: Cents;
  /** What each obligation of a split contract stands at; of all others empty. */
  readonly parts: readonly ObligationEarning[];
  /** Of its cost, what waits in WIP whatever is recognized. */
  readonly waiting: Cents;
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
  readonly phase: PhaseId | null;
  readonly cost: Cents;
  /** Ordered and not yet cost. */
  readonly committed: Cents;
  readonly forecast: Cents;
  readonly isZeroMargin: boolean;
}

export const NO_RUN_COST: RunCost = { held: [], recognized: [], overForecast: [] };

export function recognitionRow(position: ProjectPosition, cost: RunCost, policy: RunPolicy): RecognitionRow {
  if (isClosed(position.project)) return asItStands(position, policy.kept);
  const of = earning(position, policy.kept);
  const { progress: reached, estimate, earnedToDate, provisionToDate: provided, parts } = of;
  return {
    position,
    estimate,
    progress: reached,
    earnedBefore: position.earned,
    earnedToDate,
    provisionToDate: provided,
    ...{ parts, waiting: difference(position.costToDate, of.costOfRevenue), released: released(position, of, cost) },
    warnings: [
      ...warnings(position, { of, month: policy.month }),
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
    ...{ parts: [], waiting: ZERO },
  };
}

function released(position: ProjectPosition, of: Earning, cost: RunCost): readonly CodedAmount[] {
  if (of.parts.length > 0) return releasedOfSplit(position, of.parts, cost);
  return of.isHeld ? backToWait(cost) : cost.held;
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
    .map(({ isZeroMargin, phase, ...line }) => {
      const more = cents(line.cost + line.committed - line.forecast);
      const brought = withWork(position, phase, {
        ...NO_WORK,
        estimate: more,
        zeroEstimate: isZeroMargin ? more : ZERO,
      });
      const effect = difference(earning(brought, kept).earnedToDate, earnedToDate);
      return { at, kind: 'line-over-forecast' as const, project: at, ...line, effect };
    })
    .toSorted((one, other) => Math.abs(other.effect) - Math.abs(one.effect));
}

interface Warned {
  readonly of: Pick<Earning, 'progress' | 'loss' | 'parts'>;
  readonly month: Month;
}

/** Of the project, and of each obligation of a split contract. */
function warnings(position: ProjectPosition, { of, month }: Warned): readonly Warning[] {
  const { code } = position.project;
  const isSplit = of.progress.kind === 'by-obligations';
  const lossesApart = isSplit && position.split?.lossesPer === 'obligation';
  const parts = isSplit ? of.parts : [];
  return [
    ...measuredWarnings(position, { of: { ...of, loss: lossesApart ? ZERO : of.loss }, month, project: code }),
    ...parts.flatMap(({ obligation, position: part, earning: each }) =>
      measuredWarnings(part, {
        of: { ...each, loss: lossesApart ? each.loss : ZERO },
        ...{ month, project: `${code}/${obligation.code}` },
      }),
    ),
  ];
}

interface MeasuredWarned extends Warned {
  /** The project as people say it, with its phase where it is an obligation. */
  readonly project: string;
}

function measuredWarnings(position: ProjectPosition, { of, month, project }: MeasuredWarned): readonly Warning[] {
  const at = position.project.code;
  const { progress: reached, loss } = of;
  const found: Warning[] = [];
  if (reached.kind === 'over-estimate') {
    const cost = position.costToDate;
    found.push({ at, kind: 'cost-over-estimate', project, cost, estimate: difference(cost, reached.overrun) });
  }
  if (reached.kind === 'no-estimate') found.push({ at, kind: 'no-estimate', project });
  if (reached.kind === 'no-contract' && position.costToDate !== 0 && holdsCost(position.project, reached)) {
    found.push({ at, kind: 'no-contract', project, cost: position.costToDate });
  }
  if (reached.kind === 'as-billed' && position.contract > 0 && position.billed > position.contract) {
    found.push({ at, kind: 'billed-over-price', project, billed: position.billed, contract: position.contract });
  }
  if (reached.kind === 'as-billable' && position.contract > 0 && position.billable > position.contract) {
    const { billable, contract } = position;
    found.push({ at, kind: 'billable-over-limit', project, billable, contract });
  }
  if (reached.kind === 'not-told' && position.costToDate !== 0) {
    found.push({ at, kind: 'progress-not-told', project, cost: position.costToDate });
  }
  const old = toldBefore(position, month);
  if (old !== null) found.push({ at, kind: 'progress-old', project, on: old });
  if (MEASURED_OTHERWISE.has(reached.kind)) found.push(...costAboveEstimate(position, project));
  if (loss > 0) found.push({ at, kind: 'loss-expected', project, loss });
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
function costAboveEstimate(position: ProjectPosition, project: string): readonly Warning[] {
  const [at, cost, estimate] = [position.project.code, position.costToDate, estimateAtCompletion(position)];
  return cost > estimate ? [{ at, kind: 'cost-over-estimate', project, cost, estimate }] : [];
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
    earned: earnedByPhase(row),
    released: row.released,
    lossProvision: difference(row.provisionToDate, row.position.provision),
  };
}

/** What each phase of a split contract earns beyond what was posted of it, and what is of none; without phases where nothing was split. */
function earnedByPhase({ position, parts, earnedToDate, earnedBefore }: RecognitionRow): Recognized['earned'] {
  const change = difference(earnedToDate, earnedBefore);
  if (isClosed(position.project)) return [{ phase: null, amount: change }];
  const changes = new Map<PhaseId, number>();
  const add = (phase: PhaseId, amount: number) => changes.set(phase, (changes.get(phase) ?? 0) + amount);
  for (const { obligation, earning: of } of parts) add(obligation.phase, of.earnedToDate);
  for (const { phase, amount } of position.phaseEarned) add(phase, -amount);
  const byPhase = [...changes].map(([phase, amount]) => ({ phase, amount: cents(amount) }));
  const rest = difference(change, sum(byPhase.map(({ amount }) => amount)));
  return [...byPhase, { phase: null, amount: rest }];
}

/**
 * Cost that waits in WIP for a contract or an estimate, whatever is recognized: of a project that earns nothing yet, all of it that is not
 * expensed as incurred.
 */
export function waitingCost({ waiting }: RecognitionRow): Cents {
  return waiting;
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
  return (
    earned.some(({ amount }) => amount !== 0) || lossProvision !== 0 || released.some(({ amount }) => amount !== 0)
  );
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
