import { sql, type QueryExecutorProvider } from 'kysely';

const DOCUMENT = 'INTEGER NOT NULL REFERENCES document (id)';

/** What clients pay ahead, how it is used, and how a project ends with its last invoice. */
const STATEMENTS = [
  `CREATE TABLE deposit_move (
    id INTEGER PRIMARY KEY, document_id ${DOCUMENT}, deposit_id ${DOCUMENT},
    project_id INTEGER NOT NULL REFERENCES project (id), net_cents INTEGER NOT NULL, tax_cents INTEGER NOT NULL
  ) STRICT`,
  ...['document', 'deposit', 'project'].map((of) => `CREATE INDEX deposit_move_${of} ON deposit_move (${of}_id)`),
  `CREATE TABLE project_finish (
    document_id INTEGER PRIMARY KEY REFERENCES document (id), project_id INTEGER NOT NULL REFERENCES project (id)
  ) STRICT`,
  ...['deposit_move', 'project_finish'].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
  `ALTER TABLE project ADD COLUMN retention_final_millionths INTEGER`,
  `ALTER TABLE project ADD COLUMN closes_when_earned INTEGER NOT NULL DEFAULT 0`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
