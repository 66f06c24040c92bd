import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { openDayFrom, type LockedThrough } from '@lowtide/core/months/open-day.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { lowestPrice } from '@lowtide/core/progress/lowest-price.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { Stamp } from '../audit/stamp.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';

/** Why a price is there that was typed with its project. */
export const ORIGINAL_CONTRACT = 'Original contract';

/**
 * The price first agreed of a project, by an expression for its id: as typed with the project, or of the estimate that took its place;
 * where there is neither, the first that was told. Null without any.
 */
export function originalPriceOf(project: RawBuilder<unknown>): RawBuilder<number | null> {
  return sql<number | null>`ifnull(
    (SELECT SUM(k.amount_cents) FROM contract_change k LEFT JOIN approval a ON a.id = k.approval_id LEFT JOIN estimate e ON e.id = a.estimate_id
      WHERE k.project_id = ${project} AND ${notWithdrawn('k')}
        AND (k.approval_id IS NULL AND k.reason = ${ORIGINAL_CONTRACT} OR e.kind = 'estimate')),
    (SELECT k.amount_cents FROM contract_change k WHERE k.project_id = ${project} AND ${notWithdrawn('k')} ORDER BY k.id LIMIT 1))`;
}

export interface NewContractChange {
  readonly project: number;
  readonly agreedOn: IsoDate;
  readonly amount: Cents;
  readonly reason: string;
  /** The approval that makes it; null for what is entered by hand. */
  readonly approval: number | null;
  /** It makes of the price what is paid of a cancelled contract, or takes that back. */
  readonly cancels?: boolean;
}

/** Changes a contract price from the day agreed, or from the first open one where its month is locked. */
export async function insertContractChange(
  trx: Trx,
  { project, agreedOn, amount, reason, approval, cancels = false }: NewContractChange,
  { at, by, lockedThrough }: Stamp & { readonly lockedThrough: LockedThrough },
): Promise<number> {
  const effectiveOn = openDayFrom(agreedOn, lockedThrough);
  const values = {
    project_id: project,
    effective_on: dayNumber(effectiveOn),
    agreed_on: effectiveOn === agreedOn ? null : dayNumber(agreedOn),
    amount_cents: amount,
    reason,
    approval_id: approval,
    cancels: cancels ? 1 : 0,
    recorded_at: at,
    recorded_by: by,
  };
  const { insertId } = await trx.insertInto('contract_change').values(values).executeTakeFirstOrThrow();
  await refuseSumsTooLarge(trx, { turnover: 0, planned: Math.abs(amount) });
  return Number(insertId);
}

/** Refuses a change after which the price of a contract would lie below zero on any day. */
export async function priceProblems(
  db: Db,
  { project, effectiveOn, amount }: { readonly project: number; readonly effectiveOn: IsoDate; readonly amount: Cents },
  at: string,
): Promise<readonly Problem[]> {
  const rows = await db
    .selectFrom('contract_change')
    .select(['effective_on', 'amount_cents'])
    .where('project_id', '=', project)
    .where(notWithdrawn('contract_change'))
    .execute();
  const known = rows.map((row) => ({ effectiveOn: dayOf(row.effective_on), amount: cents(row.amount_cents) }));
  const contract = lowestPrice([...known, { effectiveOn, amount }]);
  return contract < 0 ? [{ at, kind: 'contract-below-zero', contract }] : [];
}
