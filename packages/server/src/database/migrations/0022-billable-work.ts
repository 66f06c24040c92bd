import { sql, type QueryExecutorProvider } from 'kysely';

const DOCUMENT = 'INTEGER REFERENCES document (id)';

/** Hours and costs that clients are billed for, what was billed and written down of them, and what is left. */
const STATEMENTS = [
  `ALTER TABLE project ADD COLUMN billed_by TEXT NOT NULL DEFAULT 'what was agreed'`,
  `ALTER TABLE project ADD COLUMN markup TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE cost_code ADD COLUMN billable TEXT NOT NULL DEFAULT 'as the project says'`,
  `CREATE TABLE billable_work (
    id INTEGER PRIMARY KEY, document_id INTEGER NOT NULL REFERENCES document (id),
    project_id INTEGER NOT NULL REFERENCES project (id), kind TEXT NOT NULL, line_id INTEGER, hours_id INTEGER,
    mirrors_id INTEGER REFERENCES billable_work (id), done_on INTEGER NOT NULL, counts_on INTEGER NOT NULL,
    employee_id INTEGER REFERENCES employee (id), phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER REFERENCES cost_code (id), cost_type TEXT, text TEXT NOT NULL, quantity_e4 INTEGER NOT NULL,
    worth_cents INTEGER NOT NULL, priced INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX billable_work_document ON billable_work (document_id)`,
  `CREATE INDEX billable_work_line ON billable_work (line_id) WHERE line_id IS NOT NULL`,
  `CREATE INDEX billable_work_project ON billable_work (project_id, counts_on, worth_cents)`,
  `CREATE TABLE billed_work (
    id INTEGER PRIMARY KEY, work_id INTEGER NOT NULL REFERENCES billable_work (id), document_id ${DOCUMENT},
    counts_on INTEGER NOT NULL, billed_cents INTEGER NOT NULL, written_cents INTEGER NOT NULL, reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX billed_work_work ON billed_work (work_id)`,
  `CREATE INDEX billed_work_document ON billed_work (document_id) WHERE document_id IS NOT NULL`,
  `CREATE TABLE work_left (
    work_id INTEGER PRIMARY KEY REFERENCES billable_work (id), project_id INTEGER NOT NULL, left_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX work_left_project ON work_left (project_id)`,
  ...['billable_work', 'billed_work'].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
