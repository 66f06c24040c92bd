import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { MEASURE_NAMES, measureOf } from '@lowtide/core/ledger/measures.ts';
import { MOST_SUM } from '@lowtide/core/money/cents.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { CompiledQuery, sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

/** What an entry into the books adds: debits of postings, and amounts of contracts, budgets and forecasts, without their signs. */
export interface Added {
  readonly turnover: number;
  readonly planned: number;
}

// One text for every posting.
const ADD =
  'UPDATE books_total SET turnover_cents = turnover_cents + CAST(? AS INTEGER), planned_cents = planned_cents + CAST(? AS INTEGER) RETURNING turnover_cents + planned_cents AS reached';

/**
 * Counts what was added. While all that ever came in is within `MOST_SUM`, so is every sum of it; beyond, the sums themselves are
 * looked at, and the entry is refused where one would be more than can be added up exactly.
 */
export async function refuseSumsTooLarge(trx: Trx, { turnover, planned }: Added): Promise<void> {
  const { rows } = await trx.executeQuery(
    CompiledQuery.raw(ADD, [turnover, planned]) as CompiledQuery<{ reached: number }>,
  );
  if ((rows[0]?.reached ?? 0) <= MOST_SUM) return;
  const problems = await sumsTooLarge(trx);
  if (problems.length > 0) throw new Refusal(problems);
}

/** Each amount that is measured of a project, and its cost in all. */
const MEASURED = [
  sql`held_cents + expensed_cents`,
  ...MEASURE_NAMES.map((name) => measureOf(name).column)
    .filter((column) => column.endsWith('_cents'))
    .map((column) => sql.ref(column)),
];

/** Balances of accounts and projects through any month, all debits together, and what projects are planned to cost and bring. */
async function sumsTooLarge(db: Db): Promise<readonly Problem[]> {
  const { rows } = await sql<{ of: string }>`
    WITH running AS (
      SELECT account_id, SUM(amount_cents) OVER (PARTITION BY account_id ORDER BY month) AS amount FROM account_month
    ), measured AS (
      SELECT project_id, ${sql.join(MEASURED.map((amount, place) => sql`SUM(${amount}) OVER months AS ${sql.ref(`m${place}`)}`))}
      FROM project_month WINDOW months AS (PARTITION BY project_id ORDER BY month)
    )
    SELECT DISTINCT 'account ' || a.code AS of FROM running r JOIN account a ON a.id = r.account_id
      WHERE abs(r.amount) > ${MOST_SUM}
    UNION ALL SELECT DISTINCT 'project ' || p.code FROM measured m JOIN project p ON p.id = m.project_id
      WHERE max(${sql.join(MEASURED.map((_, place) => sql`abs(${sql.ref(`m${place}`)})`))}) > ${MOST_SUM}
    UNION ALL SELECT 'the debits of all accounts' WHERE (
      SELECT SUM(max(0, amount)) FROM (SELECT SUM(amount_cents) AS amount FROM account_month GROUP BY account_id)
    ) > ${MOST_SUM}
    UNION ALL SELECT 'all orders'
      WHERE (SELECT SUM(max(abs(net_cents), abs(cost_cents))) FROM ordered) > ${MOST_SUM}
        OR (SELECT SUM(abs(net_cents)) FROM received) > ${MOST_SUM}
    UNION ALL SELECT 'the contracts of all projects'
      WHERE (SELECT ifnull(SUM(abs(amount_cents)), 0) FROM contract_change)
        + (SELECT ifnull(SUM(abs(amount_cents)), 0) FROM variable_stand) > ${MOST_SUM}
    UNION ALL SELECT 'what all projects will have cost' WHERE
      (SELECT ifnull(SUM(max(0, cost_cents)), 0) FROM budget_change)
        + (SELECT ifnull(SUM(max(0, estimate_cents)), 0) FROM forecast_line)
        + (SELECT ifnull(SUM(max(0, ifnull(amount_cents, 0))), 0) FROM estimate_override)
        + (SELECT ifnull(SUM(max(0, m.amount_cents)), 0) FROM account_month m JOIN account a ON a.id = m.account_id
           WHERE a.role IN (${sql.join([...COST_ROLES])})) > ${MOST_SUM}
    LIMIT 5`.execute(db);
  return rows.map(({ of }) => ({ at: '', kind: 'sum-too-large', of }));
}
