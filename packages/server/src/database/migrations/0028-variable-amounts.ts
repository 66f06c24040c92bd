import { sql, type QueryExecutorProvider } from 'kysely';

const RECORDED = 'recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL';

/** What may be part of a price before it is agreed, and what cost does before there is a contract or an estimate. */
const STATEMENTS = [
  `ALTER TABLE project ADD COLUMN before_contract TEXT NOT NULL DEFAULT 'waits'`,
  `ALTER TABLE project ADD COLUMN before_estimate TEXT NOT NULL DEFAULT 'waits'`,
  `CREATE TABLE variable_amount (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), kind TEXT NOT NULL, name TEXT NOT NULL,
    estimate_id INTEGER UNIQUE REFERENCES estimate (id), ${RECORDED}
  ) STRICT`,
  `CREATE INDEX variable_amount_project ON variable_amount (project_id)`,
  `CREATE TABLE variable_stand (
    id INTEGER PRIMARY KEY, variable_amount_id INTEGER NOT NULL REFERENCES variable_amount (id), counts_on INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL, reason TEXT NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX variable_stand_amount ON variable_stand (variable_amount_id, counts_on, id)`,
  ...['variable_amount', 'variable_stand'].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
