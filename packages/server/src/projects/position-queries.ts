import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { budgetTotals, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import type { EstimateOverride, ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { stageOn } from '@lowtide/core/progress/stage.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { bounds, changeCounts, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { projectTotals, type ProjectTotals } from '../ledger/balance-queries.ts';
import { forecastMonths, latestForecastIds, monthOfDay, type ForecastMoment } from './forecast-queries.ts';
import { projectsAt, type ProjectRecord } from './project-queries.ts';

/** A project where it stands, with its ledger totals. */
export interface StandingProject {
  readonly record: ProjectRecord;
  readonly position: ProjectPosition;
  readonly totals: Omit<ProjectTotals, 'project'>;
}

const NOTHING: Omit<ProjectTotals, 'project'> = {
  ...{ held: ZERO, expensed: ZERO, earned: ZERO, billed: ZERO, loss: ZERO, earnedSince: ZERO },
  hours: quantity(0),
};

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
  const totals = byProject(await projectTotals(db, span, only));
  const contracts = await contractPrices(db, at, only);
  const budgets =
    only !== undefined && rows ? new Map([[only, budgetSums(rows)]]) : await budgetsAndEstimates(db, at, only);
  const forecasts = await forecastMonths(db, at, only);
  const overrides = await estimateOverrides(db, at, only);
  const end = lastDay(asOf.through);
  return records.map((record) => {
    const total = totals.get(record.id) ?? NOTHING;
    const budget = budgets.get(record.id);
    const position: ProjectPosition = {
      project: record,
      contract: contracts.get(record.id) ?? ZERO,
      budget: budget?.budget ?? ZERO,
      lineEstimates: budget?.lineEstimates ?? ZERO,
      ...estimateSource(overrides.get(record.id), forecasts.get(record.id)),
      costToDate: cents(total.held + total.expensed),
      earned: total.earned,
      billed: total.billed,
      provision: total.loss,
      stage: stageOn(end, record),
    };
    return { record, position, totals: total };
  });
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

function byProject(rows: readonly ProjectTotals[]): ReadonlyMap<number, ProjectTotals> {
  return new Map(rows.map((row) => [row.project, row]));
}

/** Original contract and the changes effective by the month's end. */
export async function contractPrices(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, Cents>> {
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
}

function budgetSums(rows: readonly BudgetRow[]): BudgetSums {
  const { original, changes, estimate } = budgetTotals(rows);
  return { budget: cents(original + changes), lineEstimates: estimate };
}

/** Revised budget per project, and the sum of `lineEstimate` over its codings. */
async function budgetsAndEstimates(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, BudgetSums>> {
  const { rows } = await sql<{ project_id: number; budget: number; estimate: number }>`
    SELECT project_id, SUM(budget) AS budget, SUM(ifnull(forecast, MAX(budget, actual))) AS estimate
    FROM (${codingStands(at, only)}) GROUP BY project_id`.execute(db);
  return new Map(
    rows.map((row) => [row.project_id, { budget: cents(row.budget), lineEstimates: cents(row.estimate) }]),
  );
}

/**
 * Every coding with budget, cost or a forecast: `budget`, `actual`, and `forecast` with the change orders since, null without one.
 * Done in SQL: the codings of thousands of projects need not travel for two sums.
 */
export function codingStands(at: Bounds, only?: number): RawBuilder<unknown> {
  const project = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const accounts = sql`(SELECT id FROM account WHERE role IN (${sql.join([...COST_ROLES])}))`;
  const later =
    at.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT project_id, ifnull(phase_id, 0), cost_code_id, cost_type, 0, -amount_cents, NULL FROM journal_line
            WHERE id >= ${at.firstLaterLine} AND posted_on <= ${at.day} AND project_id IS NOT NULL
              AND account_id IN ${accounts} ${project}`;
  return sql`SELECT project_id, phase_id, cost_code_id, cost_type, SUM(budget) AS budget, SUM(actual) AS actual,
      CASE WHEN COUNT(forecast) = 0 THEN NULL ELSE SUM(forecast) END AS forecast FROM (
    SELECT b.project_id, ifnull(b.phase_id, 0) AS phase_id, b.cost_code_id, b.cost_type,
      c.cost_cents AS budget, 0 AS actual, NULL AS forecast
    FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
    WHERE ${changeCounts('c', at)} ${project}
    UNION ALL
    SELECT project_id, phase_id, cost_code_id, cost_type, 0, amount_cents, NULL FROM project_coding_month
    WHERE month <= ${at.month} AND account_id IN ${accounts} ${project}
    ${later}
    UNION ALL
    SELECT f.project_id, ifnull(l.phase_id, 0), l.cost_code_id, l.cost_type, 0, 0, l.estimate_cents
      + (SELECT ifnull(SUM(c.cost_cents), 0) FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
         WHERE b.project_id = f.project_id AND ifnull(b.phase_id, 0) = ifnull(l.phase_id, 0)
           AND b.cost_code_id = l.cost_code_id AND b.cost_type = l.cost_type
           AND c.cause = 'change order' AND ${changeCounts('c', at)}
           AND (c.recorded_at > f.recorded_at OR ${monthOfDay('c.effective_on')} > f.month))
    FROM (${latestForecastIds(at, only)}) f JOIN forecast_line l ON l.forecast_id = f.id
  ) GROUP BY project_id, phase_id, cost_code_id, cost_type`;
}

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
  readonly project: number;
  readonly phase: number;
  readonly costCode: number;
  readonly costType: string;
  readonly cost: Cents;
  readonly forecast: Cents;
}

/** Lines that have cost more than their forecast, with the change orders since, says. */
export async function linesOverForecast(db: Db, at: Bounds): Promise<readonly OverForecastLine[]> {
  const { rows } = await sql<{
    project_id: number;
    phase_id: number;
    cost_code_id: number;
    cost_type: string;
    actual: number;
    forecast: number;
  }>`SELECT * FROM (${codingStands(at)}) WHERE forecast IS NOT NULL AND actual > forecast
    ORDER BY project_id, cost_code_id, phase_id, cost_type`.execute(db);
  return rows.map((row) => ({
    project: row.project_id,
    phase: row.phase_id,
    costCode: row.cost_code_id,
    costType: row.cost_type,
    cost: cents(row.actual),
    forecast: cents(row.forecast),
  }));
}
