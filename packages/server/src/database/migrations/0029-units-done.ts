import { sql, type QueryExecutorProvider } from 'kysely';

/** Projects that earn by units done: how many there are in all, and how many are done to date. */
const STATEMENTS = [
  `ALTER TABLE project ADD COLUMN units_in_all INTEGER`,
  `CREATE TABLE units_done (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), told_on INTEGER NOT NULL,
    quantity_e4 INTEGER NOT NULL CHECK (quantity_e4 >= 0), reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX units_done_project ON units_done (project_id, told_on, id)`,
  `CREATE TRIGGER units_done_is_never_changed BEFORE UPDATE ON units_done BEGIN SELECT RAISE (ABORT, 'units_done is never changed'); END`,
  `CREATE TRIGGER units_done_is_never_deleted BEFORE DELETE ON units_done BEGIN SELECT RAISE (ABORT, 'units_done is never deleted'); END`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
