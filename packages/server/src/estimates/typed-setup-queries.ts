import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, opposite, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { inPlaceOf } from '@lowtide/core/estimate/in-place-of.ts';
import type { Approval } from '@lowtide/core/estimate/approval.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { insertContractChange, ORIGINAL_CONTRACT } from '../projects/contract-write-queries.ts';

interface TypedLine {
  readonly line: number;
  readonly unit: string;
  readonly quantity: number;
  readonly cost: Cents;
  readonly price: Cents;
  /** Day number from which all of it counts. */
  readonly from: number;
}

/** What was typed for a project before it had an estimate: its price, and its lines of budget with their corrections. */
export interface TypedAtSetUp {
  readonly price: Cents;
  readonly priceFrom: number;
  readonly lines: readonly TypedLine[];
}

/** Change orders and changes of the contract agreed since are none of it: they stay beside an estimate. */
export async function typedAtSetUp(db: Db, project: number): Promise<TypedAtSetUp> {
  const { rows } = await sql<{ price: number; since: number }>`
    SELECT ifnull(SUM(amount_cents), 0) AS price, ifnull(MAX(effective_on), 0) AS since FROM contract_change
    WHERE project_id = ${project} AND approval_id IS NULL AND reason = ${ORIGINAL_CONTRACT}`.execute(db);
  const lines = await sql<{
    line: number;
    unit: string;
    quantity: number;
    cost: number;
    price: number;
    since: number;
  }>`
    SELECT b.id AS line, c.unit, SUM(c.quantity_e4) AS quantity, SUM(c.cost_cents) AS cost, SUM(c.price_cents) AS price,
      MAX(c.effective_on) AS since
    FROM budget_change c JOIN budget_line b ON b.id = c.budget_line_id
    WHERE b.project_id = ${project} AND c.approval_id IS NULL AND c.cause <> 'change order' AND ${notWithdrawn('c')}
    GROUP BY b.id, lower(c.unit) HAVING quantity <> 0 OR cost <> 0 OR price <> 0 ORDER BY b.id`.execute(db);
  return {
    price: cents(rows[0]?.price ?? 0),
    priceFrom: rows[0]?.since ?? 0,
    lines: lines.rows.map(({ line, unit, quantity, cost, price, since }) => ({
      ...{ line, unit, quantity, cost: cents(cost), price: cents(price), from: since },
    })),
  };
}

export function typedCost({ lines }: TypedAtSetUp): Cents {
  return sum(lines.map(({ cost }) => cost));
}

interface Replacing {
  readonly project: number;
  readonly number: string;
  readonly made: Approval;
  readonly approval: number;
  readonly effectiveOn: IsoDate;
}

/** Takes back what was typed, under the approval of the estimate that takes its place: withdrawn, both stand again as before. */
export async function replaceTyped(trx: Trx, replacing: Replacing, acting: Acting): Promise<void> {
  const { project, number, made, approval, effectiveOn } = replacing;
  const typed = await typedAtSetUp(trx, project);
  // It is taken back where it counts: what counts only later is not there before.
  const from = (counts: number): number => Math.max(counts, dayNumber(effectiveOn));
  if (typed.price !== 0) {
    const change = { project, approval, amount: opposite(typed.price), agreedOn: dayOf(from(typed.priceFrom)) };
    const reason = inPlaceOf(number, { typed: typed.price, made: made.contract });
    await insertContractChange(trx, { ...change, reason }, { ...acting, lockedThrough: null });
  }
  const reason = inPlaceOf(number, { typed: typedCost(typed), made: sum(made.budget.map(({ cost }) => cost)) });
  for (const line of typed.lines)
    await trx
      .insertInto('budget_change')
      .values({
        ...{ budget_line_id: line.line, effective_on: from(line.from), approval_id: approval, reason },
        ...{ quantity_e4: -line.quantity, cost_cents: -line.cost, price_cents: -line.price, unit: line.unit },
        ...{ original: 1, cause: 'original', recorded_at: acting.at, recorded_by: acting.by },
      })
      .execute();
}
