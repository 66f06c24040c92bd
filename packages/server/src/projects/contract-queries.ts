import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { Db } from '../database/schema.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';

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
  which: {
    readonly project: number;
    readonly phase?: number | null;
    readonly costCode?: number;
    readonly costType?: string;
  },
): Promise<readonly (ContractChange & { readonly code: string; readonly costType: string })[]> {
  const { project, phase, costCode, costType } = which;
  const rows = await db
    .selectFrom('budget_change as c')
    .innerJoin('budget_line as b', 'b.id', 'c.budget_line_id')
    .innerJoin('cost_code as k', 'k.id', 'b.cost_code_id')
    .select(['c.effective_on', 'c.cost_cents', 'c.reason', 'c.recorded_by', 'k.code', 'b.cost_type'])
    .where('b.project_id', '=', project)
    .where(changeCounts('c', at))
    .$if(phase === null, (query) => query.where('b.phase_id', 'is', null))
    .$if(typeof phase === 'number', (query) => query.where('b.phase_id', '=', phase ?? 0))
    .$if(costCode !== undefined, (query) => query.where('b.cost_code_id', '=', costCode ?? 0))
    .$if(costType !== undefined, (query) => query.where('b.cost_type', '=', costType ?? ''))
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
