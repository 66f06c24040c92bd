import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, monthAt } from '@lowtide/core/calendar/month.ts';
import { budgetTotals, zeroMarginOf, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { EstimateOverride, ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { bounds, changeCounts, nameOf, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { forecastMonths, type ForecastMoment } from './forecast-queries.ts';
import { isMonthRecognized } from './latest-run-queries.ts';
import { includedAmounts } from './variable-amount-queries.ts';
import { codingStands, STAND_SUMS } from './coding-stand-queries.ts';
import { keptByProject } from '../keeping/kept-by-project-queries.ts';
import { knownCoding, WITHIN_PROJECT } from '../database/coding-columns.ts';
import type { Coding } from '@lowtide/core/ledger/dimensions.ts';

/** What was agreed and is expected of a project, beside what was posted. */
export type Expected = Pick<
  ProjectPosition,
  'contract' | 'included' | 'budget' | 'lineEstimates' | 'zeroMargin' | 'override' | 'forecastMonth'
>;

export const NOTHING_EXPECTED: Expected = {
  ...{ contract: ZERO, included: ZERO, budget: ZERO, lineEstimates: ZERO, override: null, forecastMonth: null },
  zeroMargin: { cost: ZERO, estimate: ZERO },
};

export interface ProjectPlan {
  readonly expected: Expected;
  /** Cost by type, in the order of the types. */
  readonly costByType: readonly Cents[];
  /** Ordered and not billed yet. */
  readonly committed: Cents;
  readonly overForecast: readonly OverForecastLine[];
}

/** The plan of every project, kept: none but those that moved since are worked out again. */
export async function projectPlans(db: Db, asOf: AsOf): Promise<ReadonlyMap<number, ProjectPlan>> {
  const { through, known } = asOf;
  const at = await bounds(db, { through, known });
  // With the month's run, forecasts by budget stay as it took them, those of projects it did not move too.
  const state = (await isMonthRecognized(db, at)) ? 'recognized' : 'open';
  return keptByProject(db, `plans ${nameOf(asOf)} ${state}`, (only) => plansOf(db, at, { only }));
}

interface PlansWanted {
  readonly only?: number | undefined;
  readonly rows?: readonly BudgetRow[] | undefined;
}

export async function plansOf(
  db: Db,
  at: Bounds,
  { only, rows }: PlansWanted,
): Promise<ReadonlyMap<number, ProjectPlan>> {
  const contracts = await contractPrices(db, at, only);
  const included = await includedAmounts(db, at, only);
  const stands = rows ? new Map<number, StandSums>() : await standsByProject(db, at, only);
  const forecasts = await forecastMonths(db, at, only);
  const overrides = await estimateOverrides(db, at, only);
  const planned = new Set([
    ...contracts.keys(),
    ...included.keys(),
    ...stands.keys(),
    ...forecasts.keys(),
    ...overrides.keys(),
  ]);
  if (only !== undefined) planned.add(only);
  return new Map(
    [...planned].map((project) => {
      const { costByType, committed, overForecast, ...sums } = stands.get(project) ?? NO_STANDS;
      const expected = {
        contract: cents((contracts.get(project) ?? ZERO) + (included.get(project) ?? ZERO)),
        included: included.get(project) ?? ZERO,
        ...(rows ? budgetSums(rows) : sums),
        ...estimateSource(overrides.get(project), forecasts.get(project)),
      };
      return [project, { expected, costByType, committed, overForecast }];
    }),
  );
}

/** Of an estimate set by hand for the whole and a forecast line by line, the one for the later month holds, then the one made later. */
function estimateSource(
  override: (EstimateOverride & ForecastMoment) | undefined,
  forecast: ForecastMoment | undefined,
): Pick<ProjectPosition, 'override' | 'forecastMonth'> {
  const forecastMonth = forecast?.month ?? null;
  if (override === undefined) return { override: null, forecastMonth };
  const overtaken =
    forecast !== undefined &&
    (forecast.month > override.month ||
      (forecast.month === override.month && forecast.recordedAt >= override.recordedAt));
  const { month, amount, reason, approvedSince } = override;
  return { override: overtaken ? null : { month, amount, reason, approvedSince }, forecastMonth };
}

/** Original contract and the changes effective by the month's end. */
async function contractPrices(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, Cents>> {
  const rows = await db
    .selectFrom('contract_change')
    .select(['project_id', ({ fn }) => fn.sum<number>('amount_cents').as('amount')])
    .where(changeCounts('contract_change', at))
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .groupBy('project_id')
    .execute();
  return new Map(rows.map((row) => [row.project_id, cents(row.amount)]));
}

interface BudgetSums {
  readonly budget: Cents;
  /** Sum of the estimates at completion of the lines. */
  readonly lineEstimates: Cents;
  readonly zeroMargin: ProjectPosition['zeroMargin'];
}

function budgetSums(rows: readonly BudgetRow[]): BudgetSums {
  const { original, changes, estimate } = budgetTotals(rows);
  return { budget: cents(original + changes), lineEstimates: estimate, zeroMargin: zeroMarginOf(rows) };
}

/** What the codings of a project come to together. */
interface StandSums extends BudgetSums {
  readonly committed: Cents;
  readonly costByType: readonly Cents[];
  readonly overForecast: readonly OverForecastLine[];
}

interface StandRow extends Readonly<Record<string, number | string>> {
  readonly project_id: number;
  readonly budget: number;
  readonly estimates: number;
  readonly committed: number;
  readonly zero_cost: number;
  readonly zero_estimate: number;
  /** JSON of lists, see `OverRow`. */
  readonly over: string;
}

/** The values of a coding after its project, then cost, committed, forecast, and 1 at zero margin. */
type OverRow = readonly (number | string)[];

/** Added up where the codings are: thousands of projects have many times as many. */
async function standsByProject(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, StandSums>> {
  const isRecognized = await isMonthRecognized(db, at);
  const byType = COST_TYPES.map(
    (type) => sql`SUM(CASE WHEN cost_type = ${type} THEN actual ELSE 0 END) AS ${sql.ref(`cost ${type}`)}`,
  );
  const { rows } = await sql<StandRow>`
    SELECT project_id, ${STAND_SUMS}, SUM(committed) AS committed, ${sql.join(byType)},
      json_group_array(json_array(${sql.join(WITHIN_PROJECT.map((column) => sql.ref(column)))}, actual, committed, forecast, zero_margin))
        FILTER (WHERE forecast IS NOT NULL AND actual + committed > forecast) AS over
    FROM (${codingStands(at, isRecognized, only)}) GROUP BY project_id`.execute(db);
  return new Map(rows.map((row) => [row.project_id, standSums(row)]));
}

function standSums(row: StandRow): StandSums {
  return {
    budget: cents(row.budget),
    lineEstimates: cents(row.estimates),
    zeroMargin: { cost: cents(row.zero_cost), estimate: cents(row.zero_estimate) },
    committed: cents(row.committed),
    costByType: COST_TYPES.map((type) => cents(Number(row[`cost ${type}`]))),
    overForecast: (JSON.parse(row.over) as OverRow[])
      .map((values) => overForecastLine(row.project_id, values))
      .toSorted(
        ({ coding: one }, { coding: other }) => one.costCode - other.costCode || (one.phase ?? 0) - (other.phase ?? 0),
      ),
  };
}

function overForecastLine(project: number, values: OverRow): OverForecastLine {
  const stored = WITHIN_PROJECT.map((column, place) => [column, values[place]] as const);
  const [cost, committed, forecast, zeroMargin] = values.slice(WITHIN_PROJECT.length).map(Number);
  return {
    coding: knownCoding({ ...Object.fromEntries(stored), project_id: project }),
    ...{ cost: cents(cost ?? 0), committed: cents(committed ?? 0), forecast: cents(forecast ?? 0) },
    isZeroMargin: zeroMargin === 1,
  };
}

const NO_STANDS: StandSums = {
  ...{ budget: ZERO, lineEstimates: ZERO, committed: ZERO, costByType: COST_TYPES.map(() => ZERO), overForecast: [] },
  zeroMargin: { cost: ZERO, estimate: ZERO },
};

/** The estimate set by hand that holds: of those for a month by then, the one recorded last; an empty one ends it. */
async function estimateOverrides(
  db: Db,
  at: Bounds,
  only?: number,
): Promise<ReadonlyMap<number, EstimateOverride & ForecastMoment>> {
  const rows = await db
    .selectFrom('estimate_override')
    .select(['project_id', 'month', 'amount_cents', 'reason', 'recorded_at'])
    .where('month', '<=', at.month)
    .where('recorded_at', '<=', at.recordedAt)
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .orderBy('month')
    .orderBy('id')
    .execute();
  const latest = new Map<number, Omit<EstimateOverride, 'approvedSince'> & ForecastMoment>();
  for (const { project_id, month, amount_cents, reason, recorded_at } of rows) {
    if (amount_cents === null) latest.delete(project_id);
    else
      latest.set(project_id, { month: monthAt(month), amount: cents(amount_cents), reason, recordedAt: recorded_at });
  }
  const orders = await changeOrderCosts(db, at, [...latest.keys()]);
  return new Map(
    [...latest].map(([project, override]) => {
      const end = dayNumber(lastDay(override.month));
      const since = orders.filter(
        (order) => order.project === project && (order.recordedAt > override.recordedAt || order.effectiveOn > end),
      );
      return [project, { ...override, approvedSince: cents(since.reduce((total, { cost }) => total + cost, 0)) }];
    }),
  );
}

/** What change orders that count added to the budgets of some projects. */
async function changeOrderCosts(db: Db, at: Bounds, projects: readonly number[]) {
  if (projects.length === 0) return [];
  const rows = await db
    .selectFrom('budget_change as c')
    .innerJoin('budget_line as b', 'b.id', 'c.budget_line_id')
    .select(['b.project_id', 'c.cost_cents', 'c.effective_on', 'c.recorded_at'])
    .where('c.cause', '=', 'change order')
    .where('b.project_id', 'in', projects)
    .where(changeCounts('c', at))
    .execute();
  return rows.map((row) => ({
    project: row.project_id,
    cost: row.cost_cents,
    effectiveOn: row.effective_on,
    recordedAt: row.recorded_at,
  }));
}

export interface OverForecastLine {
  readonly coding: Coding;
  readonly cost: Cents;
  readonly committed: Cents;
  readonly forecast: Cents;
  readonly isZeroMargin: boolean;
}
