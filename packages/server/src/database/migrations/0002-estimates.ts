import { sql, type QueryExecutorProvider } from 'kysely';

/** Estimates and change orders, what approving them makes, forecasts, and views people keep. Days and months are whole numbers. */
const STATEMENTS = [
  `CREATE TABLE estimate (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    kind TEXT NOT NULL CHECK (kind IN ('estimate', 'change')),
    number INTEGER NOT NULL,
    name TEXT NOT NULL,
    status TEXT NOT NULL CHECK (status IN ('open', 'pending', 'approved', 'rejected')),
    priced_on INTEGER NOT NULL,
    target_end_on INTEGER,
    sheet TEXT NOT NULL,
    cost_cents INTEGER NOT NULL,
    price_cents INTEGER NOT NULL,
    decided_on INTEGER,
    decided_by TEXT NOT NULL DEFAULT '',
    decision TEXT NOT NULL DEFAULT '',
    version INTEGER NOT NULL,
    updated_at INTEGER NOT NULL,
    updated_by TEXT NOT NULL,
    UNIQUE (project_id, kind, number)
  ) STRICT`,
  `CREATE TABLE approval (
    id INTEGER PRIMARY KEY,
    estimate_id INTEGER NOT NULL REFERENCES estimate (id),
    project_id INTEGER NOT NULL REFERENCES project (id),
    effective_on INTEGER NOT NULL,
    target_end_before INTEGER,
    after_entry INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX approval_project ON approval (project_id)`,
  `CREATE TABLE withdrawal (
    approval_id INTEGER PRIMARY KEY REFERENCES approval (id),
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE estimate_line (
    id INTEGER PRIMARY KEY,
    approval_id INTEGER NOT NULL REFERENCES approval (id),
    section TEXT NOT NULL,
    text TEXT NOT NULL,
    phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER REFERENCES cost_code (id),
    cost_type TEXT,
    cost_cents INTEGER NOT NULL,
    price_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX estimate_line_approval ON estimate_line (approval_id)`,
  `CREATE TABLE scheduled_value (
    id INTEGER PRIMARY KEY,
    approval_id INTEGER NOT NULL REFERENCES approval (id),
    name TEXT NOT NULL,
    amount_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX scheduled_value_approval ON scheduled_value (approval_id)`,
  `CREATE TABLE planned_bill (
    id INTEGER PRIMARY KEY,
    approval_id INTEGER NOT NULL REFERENCES approval (id),
    due_on INTEGER NOT NULL,
    text TEXT NOT NULL,
    amount_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX planned_bill_approval ON planned_bill (approval_id)`,
  `ALTER TABLE budget_change ADD COLUMN approval_id INTEGER REFERENCES approval (id)`,
  `ALTER TABLE contract_change ADD COLUMN approval_id INTEGER REFERENCES approval (id)`,
  `CREATE TABLE forecast (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    month INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX forecast_project ON forecast (project_id, month, id)`,
  `CREATE TABLE forecast_line (
    id INTEGER PRIMARY KEY,
    forecast_id INTEGER NOT NULL REFERENCES forecast (id),
    phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER NOT NULL REFERENCES cost_code (id),
    cost_type TEXT NOT NULL,
    method TEXT NOT NULL,
    input TEXT NOT NULL,
    reason TEXT NOT NULL,
    estimate_cents INTEGER NOT NULL,
    revised_cents INTEGER NOT NULL,
    actual_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX forecast_line_forecast ON forecast_line (forecast_id)`,
  `ALTER TABLE company ADD COLUMN forecast_months INTEGER DEFAULT 1`,
  `CREATE TABLE saved_view (
    id INTEGER PRIMARY KEY,
    page TEXT NOT NULL,
    name TEXT NOT NULL COLLATE NOCASE,
    state TEXT NOT NULL,
    kept_by TEXT NOT NULL,
    UNIQUE (page, kept_by, name)
  ) STRICT`,
  ...[
    'approval',
    'withdrawal',
    'estimate_line',
    'scheduled_value',
    'planned_bill',
    'forecast',
    'forecast_line',
  ].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
