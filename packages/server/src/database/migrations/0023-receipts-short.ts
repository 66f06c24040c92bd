import { sql, type QueryExecutorProvider } from 'kysely';

/** How much a receipt may be short before the rest stays open, and whose tax comes back with a bad debt. */
const STATEMENTS = [
  `ALTER TABLE company ADD COLUMN receipt_difference_cents INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE tax_code ADD COLUMN on_bad_debt TEXT NOT NULL DEFAULT 'stays paid'`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
