import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';

export interface BudgetPart {
  readonly original: boolean;
  /** Day number. */
  readonly effectiveOn: number;
  readonly amount: Cents;
}

/** What a project's budget is made of: the original one, and what each later day added. */
export async function budgetParts(db: Db, at: Bounds, project: number): Promise<readonly BudgetPart[]> {
  const { rows } = await sql<{ original: number; effective_on: number; amount: number }>`
    SELECT c.original, c.effective_on, SUM(c.cost_cents) AS amount
    FROM budget_change c JOIN budget_line b ON b.id = c.budget_line_id
    WHERE b.project_id = ${project} AND ${changeCounts('c', at)}
    GROUP BY c.original, c.effective_on ORDER BY c.effective_on`.execute(db);
  return rows.map(({ original, effective_on, amount }) => ({
    original: original === 1,
    effectiveOn: effective_on,
    amount: cents(amount),
  }));
}
