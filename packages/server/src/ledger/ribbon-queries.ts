import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { isOfEntry } from '../database/line-number.ts';

export interface MonthEarnedAndBilled {
  readonly month: number;
  readonly earned: Cents;
  readonly billed: Cents;
}

/**
 * What was earned and billed in each month, as known at a moment; null for now. What closes a project bills nothing. Its entries are
 * few: the joins go out from them, in the order they are written.
 */
export async function monthsEarnedAndBilled(db: Db, known: number | null): Promise<readonly MonthEarnedAndBilled[]> {
  const later =
    known === null
      ? sql``
      : sql`UNION ALL SELECT e.month, a.role, -l.amount_cents FROM journal_entry e
          CROSS JOIN journal_line l ON ${isOfEntry('l.id')}
          CROSS JOIN account a ON a.id = l.account_id
          WHERE e.recorded_at > ${known} AND e.closing = 0 AND a.role IN ('revenue', 'progress-billings')`;
  const { rows } = await sql<{ month: number; earned: number; billed: number }>`
    SELECT month, -SUM(CASE WHEN role = 'revenue' THEN amount ELSE 0 END) AS earned,
      -SUM(CASE WHEN role = 'progress-billings' THEN amount ELSE 0 END) AS billed
    FROM (
      SELECT m.month, a.role, m.amount_cents AS amount FROM account a JOIN account_month m ON m.account_id = a.id
      WHERE a.role IN ('revenue', 'progress-billings')
      UNION ALL SELECT e.month, a.role, -l.amount_cents FROM journal_entry e
        CROSS JOIN journal_line l ON ${isOfEntry('l.id')}
        CROSS JOIN account a ON a.id = l.account_id
        WHERE e.closing = 1 AND a.role = 'progress-billings'
      ${later}
    ) GROUP BY month HAVING earned <> 0 OR billed <> 0 ORDER BY month`.execute(db);
  return rows.map(({ month, earned, billed }) => ({ month, earned: cents(earned), billed: cents(billed) }));
}
