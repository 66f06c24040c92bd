import { sql, type QueryExecutorProvider } from 'kysely';

/** What is withheld is found by its order. */
const STATEMENTS = [`CREATE INDEX retained_order ON retained (order_id) WHERE order_id IS NOT NULL`];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
