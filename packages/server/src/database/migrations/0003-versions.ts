import { sql, type QueryExecutorProvider } from 'kysely';

/** A day number as `YYYY-MM-DD`. */
const day = (column: string): string => `strftime('%Y-%m-%d', ${column} * 86400, 'unixepoch')`;

const NEVER_CHANGED = ['document', 'budget_change', 'contract_change', 'estimate_override', 'worked_hours'];
const changeable = NEVER_CHANGED.map((table) => `DROP TRIGGER ${table}_is_never_changed`);
const unchangeable = (table: string): string =>
  `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`;
const undeletable = (table: string): string =>
  `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`;

/**
 * Records become versions; locks, pending change orders and what counts later than it was agreed are kept with their moments;
 * documents have the day they post beside their own. Days and months are whole numbers.
 */
const STATEMENTS = [
  ...changeable,
  `CREATE TABLE record_version (
    id INTEGER PRIMARY KEY,
    kind TEXT NOT NULL,
    record_id INTEGER NOT NULL,
    version INTEGER NOT NULL,
    counts_from INTEGER NOT NULL,
    fields TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL,
    UNIQUE (kind, record_id, version)
  ) STRICT`,
  `CREATE INDEX record_version_later ON record_version (kind, counts_from) WHERE counts_from > 0`,
  `INSERT INTO record_version (kind, record_id, version, counts_from, fields, recorded_at, recorded_by)
    SELECT 'project', id, version, 0, json_object(
      'code', code, 'name', name, 'kind', kind, 'client', client_id, 'manager', manager,
      'startOn', ${day('start_on')}, 'targetEndOn', ${day('target_end_on')}, 'actualEndOn', ${day('actual_end_on')},
      'status', status, 'method', method, 'costTreatment', cost_treatment, 'taxCode', tax_code_id,
      'siteAddress', site_address, 'notes', notes), 0, '' FROM project`,
  `INSERT INTO record_version (kind, record_id, version, counts_from, fields, recorded_at, recorded_by)
    SELECT 'company', id, 1, 0, json_object('percentDecimals', percent_decimals, 'forecastMonths', forecast_months,
      'fiscalYearStartMonth', fiscal_year_start_month), 0, '' FROM company`,
  `CREATE TABLE month_lock (
    id INTEGER PRIMARY KEY,
    through INTEGER,
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `INSERT INTO month_lock (through, reason, recorded_at, recorded_by)
    SELECT CASE WHEN subject = 'none' THEN NULL ELSE substr(subject, 1, 4) * 12 + substr(subject, 6) - 1 END,
      json_extract(detail, '$'), at, by FROM audit_log WHERE action = 'lock months' ORDER BY id`,
  `CREATE TABLE change_order_stand (
    id INTEGER PRIMARY KEY,
    estimate_id INTEGER NOT NULL,
    project_id INTEGER NOT NULL REFERENCES project (id),
    pending INTEGER NOT NULL CHECK (pending IN (0, 1)),
    cost_cents INTEGER NOT NULL,
    price_cents INTEGER NOT NULL,
    counts_from INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX change_order_stand_estimate ON change_order_stand (estimate_id, id)`,
  `INSERT INTO change_order_stand (estimate_id, project_id, pending, cost_cents, price_cents, counts_from, recorded_at, recorded_by)
    SELECT id, project_id, 1, cost_cents, price_cents, 0, 0, updated_by FROM estimate WHERE kind = 'change'`,
  `INSERT INTO change_order_stand (estimate_id, project_id, pending, cost_cents, price_cents, counts_from, recorded_at, recorded_by)
    SELECT e.id, e.project_id, 0, 0, 0, ifnull(a.effective_on, ifnull(e.decided_on, 0)), ifnull(a.recorded_at, e.updated_at), e.updated_by
    FROM estimate e LEFT JOIN approval a ON a.estimate_id = e.id AND a.id NOT IN (SELECT approval_id FROM withdrawal)
    WHERE e.kind = 'change' AND e.status <> 'pending'`,
  `ALTER TABLE contract_change ADD COLUMN agreed_on INTEGER`,
  `ALTER TABLE budget_change ADD COLUMN agreed_on INTEGER`,
  `ALTER TABLE budget_change ADD COLUMN unit TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE budget_change ADD COLUMN cause TEXT NOT NULL DEFAULT 'correction'`,
  `UPDATE budget_change SET
    unit = (SELECT unit FROM budget_line b WHERE b.id = budget_line_id),
    cause = CASE WHEN original THEN 'original' WHEN approval_id IS NOT NULL THEN 'change order' ELSE 'correction' END`,
  `ALTER TABLE estimate_override ADD COLUMN agreed_month INTEGER`,
  `ALTER TABLE document ADD COLUMN posted_on INTEGER NOT NULL DEFAULT 0`,
  `UPDATE document SET posted_on =
    ifnull((SELECT MIN(e.posted_on) FROM journal_entry e WHERE e.document_id = document.id), dated_on)`,
  `CREATE INDEX document_posted ON document (posted_on, id)`,
  `ALTER TABLE journal_entry ADD COLUMN closing INTEGER NOT NULL DEFAULT 0`,
  `CREATE INDEX journal_entry_closing ON journal_entry (id) WHERE closing = 1`,
  `CREATE INDEX journal_line_party ON journal_line (party_id, account_id, posted_on) WHERE party_id IS NOT NULL`,
  `ALTER TABLE worked_hours ADD COLUMN project_id INTEGER REFERENCES project (id)`,
  `ALTER TABLE worked_hours ADD COLUMN phase_id INTEGER REFERENCES phase (id)`,
  `ALTER TABLE worked_hours ADD COLUMN cost_code_id INTEGER REFERENCES cost_code (id)`,
  `ALTER TABLE worked_hours ADD COLUMN cost_type TEXT`,
  `CREATE INDEX worked_hours_day ON worked_hours (worked_on, employee_id)`,
  `CREATE TABLE books_total (
    id INTEGER PRIMARY KEY CHECK (id = 1),
    turnover_cents INTEGER NOT NULL,
    planned_cents INTEGER NOT NULL
  ) STRICT`,
  `INSERT INTO books_total (id, turnover_cents, planned_cents) VALUES (1,
    (SELECT ifnull(SUM(max(0, amount_cents)), 0) FROM journal_line),
    (SELECT ifnull(SUM(abs(amount_cents)), 0) FROM contract_change)
      + (SELECT ifnull(SUM(abs(cost_cents) + abs(price_cents)), 0) FROM budget_change)
      + (SELECT ifnull(SUM(abs(ifnull(amount_cents, 0))), 0) FROM estimate_override)
      + (SELECT ifnull(SUM(abs(estimate_cents)), 0) FROM forecast_line))`,
  ...NEVER_CHANGED.map(unchangeable),
  ...['record_version', 'month_lock', 'change_order_stand'].flatMap((table) => [
    unchangeable(table),
    undeletable(table),
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
