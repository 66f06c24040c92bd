import { lastDay, monthAt } from '@lowtide/core/calendar/month.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { cents, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { EstimateOverride, ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { bounds, type AsOf, type Bounds } from '../journal/as-of-queries.ts';
import { projectTotals, type ProjectTotals } from '../journal/balance-queries.ts';
import { projects, type ProjectRecord } from './project-queries.ts';

/** A project where it stands, with its ledger totals. */
export interface StandingProject {
  readonly record: ProjectRecord;
  readonly position: ProjectPosition;
  readonly totals: Omit<ProjectTotals, 'project'>;
}

const NOTHING = { held: ZERO, expensed: ZERO, earned: ZERO, billed: ZERO, loss: ZERO, hours: 0 as never };

/** Every project, or one, where it stands at the month's end, as known then. */
export async function standingProjects(db: Db, asOf: AsOf, only?: number): Promise<readonly StandingProject[]> {
  const at = await bounds(db, asOf);
  const records = await projects(db, only);
  const totals = byProject(await projectTotals(db, { ...at, from: null }, only));
  const contracts = await contractPrices(db, at, only);
  const budgets = await budgetsAndOverruns(db, at, only);
  const overrides = await estimateOverrides(db, at, only);
  const end = lastDay(asOf.through);
  return records.map((record) => {
    const total = totals.get(record.id) ?? NOTHING;
    const budget = budgets.get(record.id);
    const position: ProjectPosition = {
      project: record,
      contract: contracts.get(record.id) ?? ZERO,
      budget: budget?.budget ?? ZERO,
      overruns: budget?.overruns ?? ZERO,
      override: overrides.get(record.id) ?? null,
      costToDate: cents(total.held + total.expensed),
      earned: total.earned,
      billed: total.billed,
      provision: total.loss,
      finished: record.actualEndOn !== null && record.actualEndOn <= end,
    };
    return { record, position, totals: total };
  });
}

function byProject(rows: readonly ProjectTotals[]): ReadonlyMap<number, ProjectTotals> {
  return new Map(rows.map((row) => [row.project, row]));
}

/** Original contract and the changes effective by the month's end. */
export async function contractPrices(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, Cents>> {
  const rows = await db
    .selectFrom('contract_change')
    .select(['project_id', ({ fn }) => fn.sum<number>('amount_cents').as('amount')])
    .where('effective_on', '<=', at.day)
    .where('recorded_at', '<=', at.recordedAt)
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .groupBy('project_id')
    .execute();
  return new Map(rows.map((row) => [row.project_id, cents(row.amount)]));
}

interface BudgetSums {
  readonly budget: Cents;
  readonly overruns: Cents;
}

/**
 * Revised budget per project, and what cost exceeds it by, coding by coding; a coding without a budget line counts as one of
 * nothing. Done in SQL: the codings of thousands of projects need not travel for two sums.
 */
async function budgetsAndOverruns(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, BudgetSums>> {
  const project = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const accounts = sql`(SELECT id FROM account WHERE role IN (${sql.join([...COST_ROLES])}))`;
  const later =
    at.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT project_id, ifnull(phase_id, 0), cost_code_id, cost_type, 0, -amount_cents FROM journal_line
            WHERE id >= ${at.firstLaterLine} AND posted_on <= ${at.day} AND project_id IS NOT NULL
              AND account_id IN ${accounts} ${project}`;
  const { rows } = await sql<{ project_id: number; budget: number; overruns: number }>`
    SELECT project_id, SUM(budget) AS budget, SUM(MAX(0, actual - budget)) AS overruns FROM (
      SELECT project_id, phase_id, cost_code_id, cost_type, SUM(budget) AS budget, SUM(actual) AS actual FROM (
        SELECT b.project_id, ifnull(b.phase_id, 0) AS phase_id, b.cost_code_id, b.cost_type,
          c.cost_cents AS budget, 0 AS actual
        FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
        WHERE c.effective_on <= ${at.day} AND c.recorded_at <= ${at.recordedAt} ${project}
        UNION ALL
        SELECT project_id, phase_id, cost_code_id, cost_type, 0, amount_cents FROM project_coding_month
        WHERE month <= ${at.month} AND account_id IN ${accounts} ${project}
        ${later}
      ) GROUP BY project_id, phase_id, cost_code_id, cost_type
    ) GROUP BY project_id`.execute(db);
  return new Map(rows.map((row) => [row.project_id, { budget: cents(row.budget), overruns: cents(row.overruns) }]));
}

/** The estimate set by hand that holds: of those for a month by then, the one recorded last; an empty one ends it. */
async function estimateOverrides(db: Db, at: Bounds, only?: number): Promise<ReadonlyMap<number, EstimateOverride>> {
  const rows = await db
    .selectFrom('estimate_override')
    .select(['project_id', 'month', 'amount_cents', 'reason'])
    .where('month', '<=', at.month)
    .where('recorded_at', '<=', at.recordedAt)
    .$if(only !== undefined, (query) => query.where('project_id', '=', only ?? 0))
    .orderBy('month')
    .orderBy('id')
    .execute();
  const latest = new Map<number, EstimateOverride>();
  for (const { project_id, month, amount_cents, reason } of rows) {
    if (amount_cents === null) latest.delete(project_id);
    else latest.set(project_id, { month: monthAt(month), amount: cents(amount_cents), reason });
  }
  return latest;
}
