import { sql, type QueryExecutorProvider } from 'kysely';

/** How somebody last arranged the columns of a table. */
const STATEMENTS = [
  `CREATE TABLE table_layout (
    table_name TEXT NOT NULL,
    kept_by TEXT NOT NULL,
    layout TEXT NOT NULL,
    PRIMARY KEY (kept_by, table_name)
  ) STRICT, WITHOUT ROWID`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
