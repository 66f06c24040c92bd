import { sql, type QueryExecutorProvider } from 'kysely';

/** Contracts split into performance obligations, surveys of an obligation, and revenue that carries its phase. */
const STATEMENTS = [
  `CREATE TABLE contract_split (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), counts_on INTEGER NOT NULL,
    losses_per TEXT NOT NULL CHECK (losses_per IN ('contract', 'obligation')), reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX contract_split_project ON contract_split (project_id, counts_on, id)`,
  `CREATE TABLE split_obligation (
    id INTEGER PRIMARY KEY, split_id INTEGER NOT NULL REFERENCES contract_split (id),
    phase_id INTEGER NOT NULL REFERENCES phase (id), price_cents INTEGER NOT NULL CHECK (price_cents >= 0),
    method TEXT NOT NULL, finished_on INTEGER, UNIQUE (split_id, phase_id)
  ) STRICT`,
  `ALTER TABLE surveyed_progress ADD COLUMN phase_id INTEGER REFERENCES phase (id)`,
  `CREATE INDEX journal_line_phase_revenue ON journal_line (project_id, posted_on, id)
    WHERE phase_id IS NOT NULL AND cost_code_id IS NULL`,
  ...['contract_split', 'split_obligation'].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
