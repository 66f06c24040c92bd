import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';

/** What is owed on an account: its balance, credit positive. */
export async function owedOn(db: Db, account: number): Promise<Cents> {
  const { rows } = await sql<{ owed: number | null }>`
    SELECT -SUM(amount_cents) AS owed FROM account_month WHERE account_id = ${account}`.execute(db);
  return cents(rows[0]?.owed ?? 0);
}
