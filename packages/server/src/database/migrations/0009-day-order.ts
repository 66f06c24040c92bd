import { sql, type QueryExecutorProvider } from 'kysely';

/** How days written in figures are read: `1/3` by its month first, or by its day. */
const STATEMENTS = [
  `ALTER TABLE company ADD COLUMN day_order TEXT NOT NULL DEFAULT 'month first' CHECK (day_order IN ('month first', 'day first'))`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
