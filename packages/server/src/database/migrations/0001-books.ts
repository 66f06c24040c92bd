import { sql, type QueryExecutorProvider } from 'kysely';

const TABLES = [
  `CREATE TABLE company (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    name TEXT NOT NULL,
    currency TEXT NOT NULL,
    fiscal_year_start_month INTEGER NOT NULL CHECK (fiscal_year_start_month BETWEEN 1 AND 12),
    percent_decimals INTEGER,
    first_month INTEGER NOT NULL,
    locked_through INTEGER
  ) STRICT`,
  `CREATE TABLE account (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    type TEXT NOT NULL,
    role TEXT UNIQUE,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE tax_code (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    rate_millionths INTEGER NOT NULL,
    recoverable_millionths INTEGER NOT NULL,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE party (
    id INTEGER PRIMARY KEY,
    kind TEXT NOT NULL CHECK (kind IN ('client', 'supplier')),
    code TEXT NOT NULL COLLATE NOCASE,
    name TEXT NOT NULL,
    address TEXT NOT NULL DEFAULT '',
    email TEXT NOT NULL DEFAULT '',
    terms_days INTEGER NOT NULL DEFAULT 30,
    version INTEGER NOT NULL DEFAULT 1,
    UNIQUE (kind, code)
  ) STRICT`,
  `CREATE TABLE employee (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    job_role TEXT NOT NULL DEFAULT '',
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE employee_rate (
    employee_id INTEGER NOT NULL REFERENCES employee (id),
    effective_on INTEGER NOT NULL,
    rate_e4 INTEGER NOT NULL CHECK (rate_e4 >= 0),
    PRIMARY KEY (employee_id, effective_on)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE cost_code (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    parent_id INTEGER REFERENCES cost_code (id),
    cost_type TEXT,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE project (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    kind TEXT NOT NULL,
    client_id INTEGER REFERENCES party (id),
    manager TEXT NOT NULL DEFAULT '',
    start_on INTEGER NOT NULL,
    target_end_on INTEGER,
    actual_end_on INTEGER,
    status TEXT NOT NULL,
    method TEXT NOT NULL,
    cost_treatment TEXT NOT NULL,
    tax_code_id INTEGER REFERENCES tax_code (id),
    site_address TEXT NOT NULL DEFAULT '',
    notes TEXT NOT NULL DEFAULT '',
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE phase (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    parent_id INTEGER REFERENCES phase (id),
    code TEXT NOT NULL COLLATE NOCASE,
    name TEXT NOT NULL,
    version INTEGER NOT NULL DEFAULT 1,
    UNIQUE (project_id, code)
  ) STRICT`,
  `CREATE TABLE budget_line (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER NOT NULL REFERENCES cost_code (id),
    cost_type TEXT NOT NULL,
    unit TEXT NOT NULL DEFAULT '',
    unit_cost_e4 INTEGER NOT NULL DEFAULT 0,
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE UNIQUE INDEX budget_line_coding ON budget_line (project_id, ifnull(phase_id, 0), cost_code_id, cost_type)`,
  `CREATE TABLE budget_change (
    id INTEGER PRIMARY KEY,
    budget_line_id INTEGER NOT NULL REFERENCES budget_line (id),
    effective_on INTEGER NOT NULL,
    quantity_e4 INTEGER NOT NULL,
    cost_cents INTEGER NOT NULL,
    price_cents INTEGER NOT NULL,
    original INTEGER NOT NULL CHECK (original IN (0, 1)),
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX budget_change_line ON budget_change (budget_line_id)`,
  `CREATE TABLE contract_change (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    effective_on INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL,
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX contract_change_project ON contract_change (project_id)`,
  `CREATE TABLE estimate_override (
    id INTEGER PRIMARY KEY,
    project_id INTEGER NOT NULL REFERENCES project (id),
    month INTEGER NOT NULL,
    amount_cents INTEGER,
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX estimate_override_project ON estimate_override (project_id, month)`,
  `CREATE TABLE document (
    id INTEGER PRIMARY KEY,
    kind TEXT NOT NULL,
    number TEXT NOT NULL COLLATE NOCASE,
    party_id INTEGER REFERENCES party (id),
    project_id INTEGER REFERENCES project (id),
    dated_on INTEGER NOT NULL,
    due_on INTEGER,
    gross_cents INTEGER NOT NULL,
    memo TEXT NOT NULL,
    body TEXT NOT NULL,
    reverses_id INTEGER UNIQUE REFERENCES document (id),
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX document_party ON document (party_id, kind, number) WHERE party_id IS NOT NULL`,
  `CREATE INDEX document_kind ON document (kind, id)`,
  `CREATE INDEX document_number ON document (number)`,
  `CREATE INDEX document_gross ON document (gross_cents)`,
  `CREATE TABLE journal_entry (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    posted_on INTEGER NOT NULL,
    month INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX journal_entry_document ON journal_entry (document_id)`,
  `CREATE INDEX journal_entry_recorded ON journal_entry (recorded_at)`,
  `CREATE TABLE journal_line (
    id INTEGER PRIMARY KEY,
    posted_on INTEGER NOT NULL,
    account_id INTEGER NOT NULL REFERENCES account (id),
    amount_cents INTEGER NOT NULL,
    quantity_e4 INTEGER NOT NULL,
    project_id INTEGER REFERENCES project (id),
    phase_id INTEGER REFERENCES phase (id),
    cost_code_id INTEGER REFERENCES cost_code (id),
    cost_type TEXT,
    party_id INTEGER REFERENCES party (id),
    employee_id INTEGER REFERENCES employee (id),
    text TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX journal_line_project ON journal_line (project_id, posted_on, id) WHERE project_id IS NOT NULL`,
  `CREATE INDEX journal_line_account ON journal_line (account_id, posted_on, id)`,
  `CREATE TABLE account_month (
    account_id INTEGER NOT NULL,
    month INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL,
    PRIMARY KEY (account_id, month)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE project_month (
    project_id INTEGER NOT NULL,
    month INTEGER NOT NULL,
    held_cents INTEGER NOT NULL,
    expensed_cents INTEGER NOT NULL,
    earned_cents INTEGER NOT NULL,
    billed_cents INTEGER NOT NULL,
    loss_cents INTEGER NOT NULL,
    hours_e4 INTEGER NOT NULL,
    PRIMARY KEY (project_id, month)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE project_coding_month (
    project_id INTEGER NOT NULL,
    account_id INTEGER NOT NULL,
    phase_id INTEGER NOT NULL,
    cost_code_id INTEGER NOT NULL,
    cost_type TEXT NOT NULL,
    month INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL,
    quantity_e4 INTEGER NOT NULL,
    PRIMARY KEY (project_id, account_id, phase_id, cost_code_id, cost_type, month)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE settlement (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    by_document_id INTEGER NOT NULL REFERENCES document (id),
    amount_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX settlement_document ON settlement (document_id)`,
  `CREATE INDEX settlement_by ON settlement (by_document_id)`,
  `CREATE TABLE worked_hours (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    employee_id INTEGER NOT NULL REFERENCES employee (id),
    worked_on INTEGER NOT NULL,
    hours_e4 INTEGER NOT NULL,
    rate_e4 INTEGER NOT NULL,
    cost_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX worked_hours_document ON worked_hours (document_id)`,
  `CREATE TABLE draft (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    kind TEXT NOT NULL,
    sheet TEXT NOT NULL,
    version INTEGER NOT NULL,
    updated_at INTEGER NOT NULL,
    updated_by TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE answered_request (
    key TEXT PRIMARY KEY,
    digest TEXT NOT NULL,
    answer TEXT NOT NULL,
    at INTEGER NOT NULL
  ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX answered_request_at ON answered_request (at)`,
  `CREATE TABLE imported_file (
    digest TEXT PRIMARY KEY,
    kind TEXT NOT NULL,
    name TEXT NOT NULL,
    at INTEGER NOT NULL
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE audit_log (
    id INTEGER PRIMARY KEY,
    at INTEGER NOT NULL,
    by TEXT NOT NULL,
    action TEXT NOT NULL,
    subject TEXT NOT NULL,
    detail TEXT NOT NULL
  ) STRICT`,
  ...[
    'journal_entry',
    'journal_line',
    'document',
    'settlement',
    'worked_hours',
    'budget_change',
    'contract_change',
    'estimate_override',
    'audit_log',
  ].flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const table of TABLES) await sql.raw(table).execute(db);
}
