import { sql, type QueryExecutorProvider } from 'kysely';

/** Cost of projects that shows no progress; taken back by an amount below zero. */
const STATEMENTS = [
  `CREATE TABLE wasted_cost (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), counts_on INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL CHECK (amount_cents <> 0), reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX wasted_cost_project ON wasted_cost (project_id, counts_on)`,
  `CREATE TRIGGER wasted_cost_is_never_changed BEFORE UPDATE ON wasted_cost BEGIN SELECT RAISE (ABORT, 'wasted_cost is never changed'); END`,
  `CREATE TRIGGER wasted_cost_is_never_deleted BEFORE DELETE ON wasted_cost BEGIN SELECT RAISE (ABORT, 'wasted_cost is never deleted'); END`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
