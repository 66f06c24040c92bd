import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthAt } from '@lowtide/core/calendar/month.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { NO_RESULT, type ResultAmounts } from '@lowtide/core/reports/profitability/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { accountMovements, codingAmounts, projectTotals, type Span } from '../ledger/balance-queries.ts';
import { accounts } from '../company/company-queries.ts';
import { isProfitAndLoss } from '@lowtide/core/ledger/account.ts';

/** Profit-and-loss amounts of every project, or of one. */
export async function resultsByProject(db: Db, span: Span, only?: number): Promise<ReadonlyMap<number, ResultAmounts>> {
  const results = new Map<number, ResultAmounts>();
  for (const total of await projectTotals(db, span, only)) {
    results.set(total.project, {
      ...NO_RESULT,
      revenue: total.earned,
      expectedLoss: total.loss,
      hours: total.hours,
    });
  }
  const lossAccount = (await accounts(db)).find(({ role }) => role === 'loss-expense')?.id;
  const costs = await codingAmounts(db, span, {
    types: ['cost-of-revenue', 'expense'],
    ...(only === undefined ? {} : { projects: [only] }),
  });
  for (const { project, costType, amount, account } of costs) {
    if (account === lossAccount) continue;
    const known = results.get(project) ?? NO_RESULT;
    results.set(
      project,
      costType === null
        ? { ...known, otherCost: cents(known.otherCost + amount) }
        : { ...known, costByType: { ...known.costByType, [costType]: cents(known.costByType[costType] + amount) } },
    );
  }
  return results;
}

/** What the profit-and-loss accounts hold beyond what projects account for: the unassigned. */
export async function unassignedResult(db: Db, span: Span, assigned: readonly ResultAmounts[]): Promise<ResultAmounts> {
  const moved = await accountMovements(db, span);
  let revenue = 0;
  let cost = 0;
  for (const { id, type } of await accounts(db)) {
    const amount = moved.get(id) ?? ZERO;
    if (type === 'revenue') revenue -= amount;
    else if (isProfitAndLoss(type)) cost += amount;
  }
  for (const each of assigned) {
    revenue -= each.revenue;
    cost -= each.expectedLoss + each.otherCost + Object.values(each.costByType).reduce((total, one) => total + one, 0);
  }
  return { ...NO_RESULT, revenue: cents(revenue), otherCost: cents(cost), hours: await indirectHours(db, span) };
}

/** Hours that no project carries: posted to indirect labor within the span. */
async function indirectHours(db: Db, span: Span): Promise<Quantity> {
  const from = span.from === null ? 0 : dayNumber(firstDay(monthAt(span.from)));
  const { rows } = await sql<{ hours: number }>`
    SELECT ifnull(SUM(l.quantity_e4), 0) AS hours FROM journal_line l
    WHERE l.account_id IN (SELECT id FROM account WHERE role = 'indirect-labor') AND l.employee_id IS NOT NULL AND l.project_id IS NULL
      AND l.posted_on BETWEEN ${from} AND ${span.day} AND l.id < ${span.firstLaterLine ?? Number.MAX_SAFE_INTEGER}`.execute(
    db,
  );
  return quantity(rows[0]?.hours ?? 0);
}
