import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Approval, BudgetAddition } from '@lowtide/core/estimate/approval.ts';
import type { ScheduledValue } from '@lowtide/core/estimate/schedule-of-values.ts';
import type { EstimateLine } from '@lowtide/core/estimate/read-estimate.ts';
import { firstOpenDay, openDay } from '@lowtide/core/months/open-day.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { difference } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import { insertContractChange, priceProblems } from '../projects/contract-write-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { insertVersion, latestVersion } from '../company/version-queries.ts';
import type { EstimateRecord } from './estimate-queries.ts';
import { replaceTyped, typedAtSetUp } from './typed-setup-queries.ts';
import { entryOf } from '../database/line-number.ts';
import { codingRow, hasCoding, withinProject } from '../database/coding-columns.ts';

export interface Approving {
  readonly estimate: EstimateRecord;
  readonly lines: readonly EstimateLine[];
  readonly made: Approval;
  readonly effectiveOn: IsoDate;
  readonly targetEndBefore: IsoDate | null;
}

/** Writes what an approval makes: contract, budget lines, schedule, plan, target end; all of it under the approval's number. */
export async function insertApproval(trx: Trx, approving: Approving, acting: Acting): Promise<void> {
  const { estimate, lines, made, effectiveOn, targetEndBefore } = approving;
  const recorded = { recorded_at: acting.at, recorded_by: acting.by };
  const inserted = await trx
    .insertInto('approval')
    .values({
      estimate_id: estimate.id,
      project_id: estimate.project,
      effective_on: dayNumber(effectiveOn),
      target_end_before: targetEndBefore === null ? null : dayNumber(targetEndBefore),
      after_entry: sql<number>`(SELECT ifnull(MAX(id), 0) FROM journal_entry)`,
      ...recorded,
    })
    .executeTakeFirstOrThrow();
  const approval = Number(inserted.insertId);
  if (estimate.kind === 'estimate') {
    await replaceTyped(
      trx,
      { project: estimate.project, number: estimate.number, made, approval, effectiveOn },
      acting,
    );
  }
  const why = { effective_on: dayNumber(effectiveOn), reason: estimate.number, approval_id: approval, ...recorded };
  if (made.contract !== 0) {
    const change = { amount: made.contract, reason: estimate.number, approval, project: estimate.project };
    await insertContractChange(trx, { ...change, agreedOn: effectiveOn }, { ...acting, lockedThrough: null });
  }
  for (const addition of made.budget) {
    await trx
      .insertInto('budget_change')
      .values({
        budget_line_id: await budgetLine(trx, addition),
        quantity_e4: addition.quantity,
        cost_cents: addition.cost,
        price_cents: addition.price,
        original: estimate.kind === 'estimate' ? 1 : 0,
        unit: addition.unit,
        cause: estimate.kind === 'estimate' ? 'original' : 'change order',
        ...why,
      })
      .execute();
  }
  const planned = made.budget.reduce((total, { cost, price }) => total + Math.abs(cost) + Math.abs(price), 0);
  await refuseSumsTooLarge(trx, { turnover: 0, planned });
  await insertLines(trx, approval, lines);
  await insertSchedule(trx, approval, made.schedule);
  for (const { dueOn, text, amount } of made.plan)
    await trx
      .insertInto('planned_bill')
      .values({ approval_id: approval, due_on: dayNumber(dueOn), text, amount_cents: amount })
      .execute();
  if (estimate.targetEndOn !== null) await setTargetEnd(trx, estimate.project, estimate.targetEndOn, acting);
}

/** The schedule of values, each line with where its cost belongs. */
async function insertSchedule(trx: Trx, approval: number, schedule: readonly ScheduledValue[]): Promise<void> {
  for (const { name, amount, codings } of schedule) {
    const { insertId } = await trx
      .insertInto('scheduled_value')
      .values({ approval_id: approval, name, amount_cents: amount })
      .executeTakeFirstOrThrow();
    for (const coding of codings) {
      await trx
        .insertInto('scheduled_coding')
        .values({ scheduled_value_id: Number(insertId), ...codingRow(coding) })
        .execute();
    }
  }
}

/** The budget line of a coding; a new one where there is none. Unit and unit cost are those of the first addition. */
async function budgetLine(trx: Trx, { coding, unitCost, unit }: BudgetAddition): Promise<number> {
  const known = await trx
    .selectFrom('budget_line')
    .select('id')
    .where(hasCoding('budget_line', coding))
    .executeTakeFirst();
  if (known) return known.id;
  const values = { ...codingRow(coding), unit, unit_cost_e4: unitCost };
  return Number((await trx.insertInto('budget_line').values(values).executeTakeFirstOrThrow()).insertId);
}

async function insertLines(trx: Trx, approval: number, lines: readonly EstimateLine[]): Promise<void> {
  for (const line of lines)
    await trx
      .insertInto('estimate_line')
      .values({
        approval_id: approval,
        section: line.section,
        text: line.text,
        // A line may have a cost type before it has a coding.
        ...withinProject(line.coding),
        cost_type: line.costType,
        cost_cents: line.cost,
        price_cents: line.price,
      })
      .execute();
}

/** Moves a project's target end, as a version of its record. */
async function setTargetEnd(trx: Trx, project: number, day: IsoDate | null, acting: Acting): Promise<void> {
  await trx
    .updateTable('project')
    .set((eb) => ({ target_end_on: day === null ? null : dayNumber(day), version: eb('version', '+', 1) }))
    .where('id', '=', project)
    .execute();
  const latest = await latestVersion(trx, 'project', project);
  const { lockedThrough } = await companyOf(trx);
  if (latest === null) return;
  const fields = { ...latest.fields, targetEndOn: day };
  const countsFrom = lockedThrough === null ? 0 : dayNumber(firstOpenDay(lockedThrough));
  await insertVersion(trx, { kind: 'project', id: project, version: latest.version + 1, countsFrom, fields }, acting);
}

/** Why an estimate cannot make contract and budget of its project, or a change order not change them. */
export async function approvalProblems(
  db: Db,
  { estimate, made, effectiveOn }: Approving,
  project: string,
): Promise<readonly Problem[]> {
  const standing = await standingOf(db, estimate.project);
  if (estimate.kind === 'change') {
    if (!standing.begun) return [{ at: '', kind: 'not-approved-yet', project }];
    return priceProblems(db, { effectiveOn, amount: made.contract, project: estimate.project }, '');
  }
  if (standing.approved !== null) return [{ at: '', kind: 'already-approved', number: standing.approved }];
  const { price } = await typedAtSetUp(db, estimate.project);
  return priceProblems(db, { effectiveOn, amount: difference(made.contract, price), project: estimate.project }, '');
}

/** Whether a project has a contract or a budget, and from which estimate. */
async function standingOf(db: Db, project: number) {
  const { rows } = await sql<{ approved: number | null; contracts: number; budgets: number }>`SELECT
    (SELECT e.number FROM approval a JOIN estimate e ON e.id = a.estimate_id
      WHERE a.project_id = ${project} AND e.kind = 'estimate' AND a.id NOT IN (SELECT approval_id FROM withdrawal)) AS approved,
    (SELECT COUNT(*) FROM contract_change c WHERE c.project_id = ${project} AND ${notWithdrawn('c')}) AS contracts,
    (SELECT COUNT(*) FROM budget_change c JOIN budget_line b ON b.id = c.budget_line_id
      WHERE b.project_id = ${project} AND ${notWithdrawn('c')}) AS budgets`.execute(db);
  const { approved = null, contracts = 0, budgets = 0 } = rows[0] ?? {};
  return {
    approved: approved === null ? null : `Estimate ${approved}`,
    begun: contracts > 0 || budgets > 0,
  };
}

interface CountingApproval {
  readonly id: number;
  readonly targetEndBefore: number | null;
}

/** The approval of an estimate that counts, and what has been built upon it since; with anything, it can no longer be withdrawn. */
export async function withdrawable(
  db: Db,
  estimate: EstimateRecord,
): Promise<{ readonly approval: CountingApproval | null; readonly problems: readonly Problem[] }> {
  const row = await db
    .selectFrom('approval as a')
    .select(['a.id', 'a.after_entry', 'a.recorded_at', 'a.target_end_before', 'a.effective_on'])
    .where('a.estimate_id', '=', estimate.id)
    .where(sql<boolean>`a.id NOT IN (SELECT approval_id FROM withdrawal)`)
    .executeTakeFirst();
  if (!row) return { approval: null, problems: [] };
  const { rows } = await sql<{ posted: number; later: number; forecasts: number }>`SELECT
    EXISTS (SELECT 1 FROM journal_line WHERE project_id = ${estimate.project} AND ${entryOf('id')} > ${row.after_entry}) AS posted,
    EXISTS (SELECT 1 FROM approval a WHERE a.project_id = ${estimate.project} AND a.id > ${row.id}
      AND a.id NOT IN (SELECT approval_id FROM withdrawal)) AS later,
    EXISTS (SELECT 1 FROM forecast WHERE project_id = ${estimate.project} AND recorded_at >= ${row.recorded_at}) AS forecasts`.execute(
    db,
  );
  const found = rows[0];
  const what = [
    ...(found?.posted ? ['something was posted to the project'] : []),
    ...(found?.later ? ['a change order was approved'] : []),
    ...(found?.forecasts ? ['a forecast was made'] : []),
  ];
  return {
    approval: { id: row.id, targetEndBefore: row.target_end_before },
    problems: [
      ...what.map((each): Problem => ({ at: '', kind: 'built-upon', what: each })),
      ...problemsOf(openDay(dayOf(row.effective_on), (await companyOf(db)).lockedThrough, '')),
    ],
  };
}

export async function insertWithdrawal(
  trx: Trx,
  {
    estimate,
    approval,
    reason,
  }: { readonly estimate: EstimateRecord; readonly approval: CountingApproval; readonly reason: string },
  acting: Acting,
): Promise<void> {
  await trx
    .insertInto('withdrawal')
    .values({ approval_id: approval.id, reason, recorded_at: acting.at, recorded_by: acting.by })
    .execute();
  if (estimate.targetEndOn === null) return;
  const before = approval.targetEndBefore;
  await setTargetEnd(trx, estimate.project, before === null ? null : dayOf(before), acting);
}
