import { lastDay, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import type { BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { agreedPrice, type ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { hoursShare, unitsShare } from '@lowtide/core/progress/hours-and-units.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { stageOn, type Stage } from '@lowtide/core/progress/stage.ts';
import type { Db } from '../database/schema.ts';
import { bounds, nameOf, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { projectTotals, type ProjectTotals, type Span } from '../ledger/balance-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { billableByProject } from '../billable-work/unbilled-work-queries.ts';
import { hoursStillToCome, unitsDone, type UnitsDone } from './hours-and-units-queries.ts';
import { isMonthRecognized } from './latest-run-queries.ts';
import { phaseEarned, splits } from './obligation-queries.ts';
import { toldProgress, type ToldProgress } from './told-progress-queries.ts';
import { wastedCost } from './wasted-cost-queries.ts';
import { NOTHING_EXPECTED, plansOf, projectPlans, type Expected } from './plan-queries.ts';
import { measureValues } from '@lowtide/core/ledger/measures.ts';
import { projectsAt, type ProjectRecord } from '../company/project-queries.ts';

/** A project where it stands, with its ledger totals. */
export interface StandingProject {
  readonly record: ProjectRecord;
  readonly position: ProjectPosition;
  readonly totals: Omit<ProjectTotals, 'project'>;
}

const NOTHING: Omit<ProjectTotals, 'project'> = { ...measureValues(() => 0), earnedSince: ZERO };

export interface Wanted {
  readonly only?: number;
  /** First month of `earnedSince`. */
  readonly since?: Month;
  /** Where the budgets of the one project are read already. */
  readonly budget?: readonly BudgetRow[];
}

/** Every project, or one, where it stands at the month's end, as known then. */
export async function standingProjects(
  db: Db,
  asOf: AsOf,
  { only, since, budget: rows }: Wanted = {},
): Promise<readonly StandingProject[]> {
  const at = await bounds(db, asOf);
  const records = await projectsAt(db, at, only);
  const span = { ...at, from: null, ...(since === undefined ? {} : { since: monthNumber(since) }) };
  const totals = only === undefined ? await totalsThen(db, asOf, span) : byProject(await projectTotals(db, span, only));
  const plans = await (only === undefined ? projectPlans(db, asOf) : plansOf(db, at, { only, rows }));
  const billable =
    only === undefined
      ? await keptByProject(db, `billable ${nameOf(asOf)}`, (one) => billableByProject(db, at, one))
      : await billableByProject(db, at, only);
  const told =
    only === undefined
      ? await keptByProject(db, `told ${nameOf(asOf)}`, (one) => toldProgress(db, at, one))
      : await toldProgress(db, at, only);
  const wasted =
    only === undefined
      ? await keptByProject(db, `wasted ${nameOf(asOf)}`, (one) => wastedCost(db, at, one))
      : await wastedCost(db, at, only);
  const splitOf =
    only === undefined
      ? await keptByProject(db, `splits ${nameOf(asOf)} ${await stateOf(db, at)}`, (one) => splits(db, at, one))
      : await splits(db, at, only);
  const ofPhases =
    only === undefined && asOf.asIf === undefined
      ? await keptByProject(db, `phase earned ${nameOf(asOf)}`, (one) => phaseEarned(db, at, one))
      : await phaseEarned(db, at, only);
  const measured = await measuredOtherwise(db, asOf, only);
  const end = lastDay(asOf.through);
  return records.map((record) => {
    const total = totals.get(record.id) ?? NOTHING;
    const stage = stageOn(end, record);
    const position: ProjectPosition = {
      project: record,
      ...priced(plans.get(record.id)?.expected ?? NOTHING_EXPECTED, stage),
      costToDate: cents(total.held + total.expensed),
      earned: total.earned,
      ...{ billed: total.billed, billable: billable.get(record.id) ?? ZERO },
      told: toldBy(record, { ...measured, told: told.get(record.id), worked: total.hours }),
      toldOn: dayTold(record, { told: told.get(record.id), units: measured.units }),
      wasted: wasted.get(record.id) ?? ZERO,
      ...{ provision: total.loss, stage },
      ...{ split: splitOf.get(record.id) ?? null, phaseEarned: ofPhases.get(record.id) ?? [] },
    };
    return { record, position, totals: total };
  });
}

/** What was agreed when a project was cancelled takes the place of all that was included in its price. */
function priced(expected: Expected, stage: Stage): Expected {
  return stage === 'cancelled' ? { ...expected, contract: agreedPrice(expected), included: ZERO } : expected;
}

/** With the month's run, forecasts by budget stay as it took them. */
async function stateOf(db: Db, at: Bounds): Promise<'recognized' | 'open'> {
  return (await isMonthRecognized(db, at)) ? 'recognized' : 'open';
}

interface MeasuredOtherwise {
  readonly units: ReadonlyMap<number, UnitsDone>;
  readonly toCome: ReadonlyMap<number, Quantity>;
}

/** Units done, and hours still to come: what hours and units are measured by. */
async function measuredOtherwise(db: Db, asOf: AsOf, only?: number): Promise<MeasuredOtherwise> {
  const books = { through: asOf.through, known: asOf.known };
  const at = await bounds(db, books);
  if (only !== undefined) {
    return { units: await unitsDone(db, at, only), toCome: await hoursStillToCome(db, books, only) };
  }
  const name = nameOf(books);
  return {
    units: await keptByProject(db, `units ${name}`, (one) => unitsDone(db, at, one)),
    toCome: await keptByProject(db, `hours to come ${name}`, (one) => hoursStillToCome(db, books, one)),
  };
}

interface Measures extends MeasuredOtherwise {
  readonly told: ToldProgress | undefined;
  readonly worked: Quantity;
}

/** A project's progress by its own measure, where cost does not say it. */
function toldBy(
  { id, method, unitsInAll }: ProjectRecord,
  { told, units, toCome, worked }: Measures,
): ProjectPosition['told'] {
  switch (method) {
    case 'surveyed':
    case 'milestones':
      return told?.[method] ?? null;
    case 'units':
      return unitsShare(units.get(id)?.done ?? null, unitsInAll);
    case 'labor-hours':
      return hoursShare(worked, toCome.get(id) ?? quantity(0));
    case 'cost-to-cost':
    case 'completed-contract':
    case 'as-billed':
    case 'as-billable':
    case 'none':
      return null;
  }
}

/** The day its progress was told of last, where it is surveyed or counted. */
function dayTold(
  { id, method }: ProjectRecord,
  { told, units }: Pick<Measures, 'told' | 'units'>,
): ProjectPosition['toldOn'] {
  if (method === 'surveyed') return told?.surveyedOn ?? null;
  return method === 'units' ? (units.get(id)?.on ?? null) : null;
}

/** The totals of every project. */
async function totalsThen(db: Db, asOf: AsOf, span: Span): Promise<ReadonlyMap<number, ProjectTotals>> {
  const ask = async (only?: number) => byProject(await projectTotals(db, span, only));
  if (asOf.asIf !== undefined) return ask();
  return keptByProject(db, `totals ${nameOf(asOf)} since ${span.since ?? 'ever'}`, ask);
}

function byProject(rows: readonly ProjectTotals[]): ReadonlyMap<number, ProjectTotals> {
  return new Map(rows.map((row) => [row.project, row]));
}
