import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { sql, type RawBuilder } from 'kysely';
import { codingKept, codingOfTable, sameCoding, WITHIN_PROJECT } from '../database/coding-columns.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';
import { committedLines } from '../orders/commitment-queries.ts';
import { countsAsKept, latestForecastIds, monthOfDay } from './forecast-queries.ts';
import { isZeroMargin } from './zero-margin-queries.ts';

/** What the codings of `codingStands` come to together. */
export const STAND_SUMS = sql`SUM(budget) AS budget,
  SUM(ifnull(forecast, MAX(budget, actual + committed))) AS estimates,
  SUM(CASE WHEN zero_margin THEN actual ELSE 0 END) AS zero_cost,
  SUM(CASE WHEN zero_margin THEN ifnull(forecast, MAX(budget, actual + committed)) ELSE 0 END) AS zero_estimate`;

/** Every coding with budget, cost, a commitment or a forecast: `budget`, `actual`, `committed`, and `forecast` with the change orders since, null without one. */
export function codingStands(at: Bounds, isRecognized: boolean, only?: number): RawBuilder<unknown> {
  const project = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const accounts = sql`(SELECT id FROM account WHERE role IN (${sql.join([...COST_ROLES])}))`;
  const later =
    at.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT ${codingKept('')}, 0, -amount_cents, 0, NULL, 0 FROM journal_line
            WHERE id >= ${at.firstLaterLine} AND posted_on <= ${at.day} AND project_id IS NOT NULL
              AND account_id IN ${accounts} ${project}`;
  return sql`SELECT ${codingOfTable('')}, SUM(budget) AS budget, SUM(actual) AS actual, SUM(committed) AS committed,
      MAX(zero_margin) AS zero_margin, CASE WHEN COUNT(forecast) = 0 THEN NULL ELSE SUM(forecast) END AS forecast FROM (
    SELECT ${codingKept('b')},
      c.cost_cents AS budget, 0 AS actual, 0 AS committed, NULL AS forecast, 0 AS zero_margin
    FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
    WHERE ${changeCounts('c', at)} ${project}
    UNION ALL
    SELECT ${codingKept('b')}, 0, 0, 0, NULL, 1
    FROM budget_line b WHERE ${isZeroMargin('b', at)} ${project}
    UNION ALL
    SELECT ${codingOfTable('')}, 0, amount_cents, 0, NULL, 0 FROM project_coding_month
    WHERE month <= ${at.month} AND account_id IN ${accounts} ${project}
    ${later}
    UNION ALL
    SELECT ${codingOfTable('')}, 0, 0, committed, NULL, 0
    FROM (${committedLines(at, only === undefined ? undefined : [only])})
    UNION ALL
    SELECT f.project_id, ${codingKept('l', WITHIN_PROJECT)}, 0, 0, 0, l.estimate_cents
      + (SELECT ifnull(SUM(c.cost_cents), 0) FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
         WHERE b.project_id = f.project_id AND ${sameCoding('b', 'l', WITHIN_PROJECT)}
           AND c.cause = 'change order' AND ${changeCounts('c', at)}
           AND (c.recorded_at > f.recorded_at OR ${monthOfDay('c.effective_on')} > f.month)), 0
    FROM (${latestForecastIds(at, only)}) f JOIN forecast_line l ON l.forecast_id = f.id AND ${countsAsKept(at, isRecognized)}
  ) GROUP BY ${codingOfTable('')}`;
}
