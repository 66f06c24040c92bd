import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { Db } from '../database/schema.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';
import { hasAsked, type CodingAsked } from '../database/coding-columns.ts';

export interface ContractChange {
  readonly effectiveOn: IsoDate;
  readonly amountCents: Cents;
  readonly reason: string;
  readonly by: string;
}

/** What a project's contract price is made of: the original and its changes, in order of their days. */
export async function contractChanges(db: Db, at: Bounds, project: number): Promise<ContractChange[]> {
  const rows = await db
    .selectFrom('contract_change')
    .select(['effective_on', 'amount_cents', 'reason', 'recorded_by'])
    .where('project_id', '=', project)
    .where(changeCounts('contract_change', at))
    .orderBy('effective_on')
    .orderBy('id')
    .execute();
  return rows.map((row) => ({
    effectiveOn: dayOf(row.effective_on),
    amountCents: cents(row.amount_cents),
    reason: row.reason,
    by: row.recorded_by,
  }));
}

/** What a project's budget, or one coding of it, is made of. */
export async function budgetChanges(
  db: Db,
  at: Bounds,
  asked: CodingAsked,
): Promise<readonly (ContractChange & { readonly code: string; readonly costType: string })[]> {
  const rows = await db
    .selectFrom('budget_change as c')
    .innerJoin('budget_line as b', 'b.id', 'c.budget_line_id')
    .innerJoin('cost_code as k', 'k.id', 'b.cost_code_id')
    .select(['c.effective_on', 'c.cost_cents', 'c.reason', 'c.recorded_by', 'k.code', 'b.cost_type'])
    .where(hasAsked('b', asked))
    .where(changeCounts('c', at))
    .orderBy('k.code')
    .orderBy('c.effective_on')
    .orderBy('c.id')
    .execute();
  return rows.map((row) => ({
    effectiveOn: dayOf(row.effective_on),
    amountCents: cents(row.cost_cents),
    reason: row.reason,
    by: row.recorded_by,
    code: row.code,
    costType: row.cost_type,
  }));
}
