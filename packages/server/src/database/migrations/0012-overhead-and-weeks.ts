import { sql, type QueryExecutorProvider } from 'kysely';

/** Accounts for roles that books did not have; the code is another one where it is taken. */
const account = ([code, name, type, role]: readonly string[]): string =>
  `INSERT INTO account (code, name, type, role)
    SELECT CASE WHEN EXISTS (SELECT 1 FROM account WHERE code = '${code}') THEN '${code}-${role}' ELSE '${code}' END,
      '${name}', '${type}', '${role}'
    WHERE EXISTS (SELECT 1 FROM company) AND NOT EXISTS (SELECT 1 FROM account WHERE role = '${role}')`;

const CODED = `id INTEGER PRIMARY KEY, code TEXT NOT NULL COLLATE NOCASE UNIQUE, name TEXT NOT NULL, version INTEGER NOT NULL DEFAULT 1`;
const CODING = `project_id INTEGER REFERENCES project (id), phase_id INTEGER REFERENCES phase (id),
  cost_code_id INTEGER REFERENCES cost_code (id), cost_type TEXT`;
const KEPT = ['dated_rate', 'equipment_use', 'overhead_line', 'timesheet_approval'] as const;

/**
 * Activities and own equipment on weeks of hours; overhead pools, what was applied from them and what became of the difference; weeks
 * that people enter themselves, with who approved them; entries of a time clock.
 */
const STATEMENTS = [
  `CREATE TABLE activity (${CODED}) STRICT`,
  `CREATE TABLE equipment (${CODED}, unit TEXT NOT NULL CHECK (unit IN ('hour', 'day'))) STRICT`,
  `CREATE TABLE overhead_pool (${CODED}, base TEXT NOT NULL, accounts TEXT NOT NULL,
    cost_code_id INTEGER REFERENCES cost_code (id)) STRICT`,
  `CREATE TABLE dated_rate (
    id INTEGER PRIMARY KEY,
    equipment_id INTEGER REFERENCES equipment (id),
    pool_id INTEGER REFERENCES overhead_pool (id),
    effective_on INTEGER NOT NULL,
    rate_e4 INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `ALTER TABLE employee ADD COLUMN usual_hours_e4 INTEGER NOT NULL DEFAULT 400000`,
  `ALTER TABLE worked_hours ADD COLUMN activity_id INTEGER REFERENCES activity (id)`,
  `CREATE TABLE equipment_use (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    equipment_id INTEGER NOT NULL REFERENCES equipment (id),
    used_on INTEGER NOT NULL,
    quantity_e4 INTEGER NOT NULL,
    rate_e4 INTEGER NOT NULL,
    cost_cents INTEGER NOT NULL,
    ${CODING}
  ) STRICT`,
  `CREATE INDEX equipment_use_day ON equipment_use (used_on)`,
  `CREATE INDEX equipment_use_document ON equipment_use (document_id)`,
  `CREATE TABLE overhead_line (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    pool_id INTEGER NOT NULL REFERENCES overhead_pool (id),
    month INTEGER NOT NULL,
    is_difference INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL,
    ${CODING}
  ) STRICT`,
  `CREATE INDEX overhead_line_pool ON overhead_line (pool_id, month)`,
  `CREATE TABLE timesheet (
    id INTEGER PRIMARY KEY,
    employee_id INTEGER NOT NULL REFERENCES employee (id),
    week_on INTEGER NOT NULL,
    rows TEXT NOT NULL,
    status TEXT NOT NULL CHECK (status IN ('open', 'submitted', 'returned', 'posted')),
    reason TEXT NOT NULL,
    version INTEGER NOT NULL,
    changed_at INTEGER NOT NULL,
    changed_by TEXT NOT NULL,
    document_id INTEGER REFERENCES document (id),
    UNIQUE (employee_id, week_on)
  ) STRICT`,
  `CREATE TABLE timesheet_approval (
    id INTEGER PRIMARY KEY,
    timesheet_id INTEGER NOT NULL REFERENCES timesheet (id),
    timesheet_version INTEGER NOT NULL,
    project_id INTEGER REFERENCES project (id),
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX timesheet_approval_of ON timesheet_approval (timesheet_id)`,
  `CREATE TABLE clock_entry (
    id INTEGER PRIMARY KEY,
    digest TEXT NOT NULL,
    line INTEGER NOT NULL,
    entry TEXT NOT NULL,
    status TEXT NOT NULL CHECK (status IN ('waiting', 'used', 'dropped')),
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX clock_entry_status ON clock_entry (status)`,
  `ALTER TABLE company ADD COLUMN approve_hours INTEGER NOT NULL DEFAULT 0`,
  ...KEPT.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
  ...[
    ['6035', 'Overhead variance', 'expense', 'overhead-variance'],
    ['6040', 'Equipment recovered', 'expense', 'equipment-recovered'],
  ].map(account),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
