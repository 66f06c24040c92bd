import { sql, type QueryExecutorProvider } from 'kysely';

/** Accounts for roles that books did not have; the code is another one where it is taken. */
const account = ([code, name, type, role]: readonly string[]): string =>
  `INSERT INTO account (code, name, type, role)
    SELECT CASE WHEN EXISTS (SELECT 1 FROM account WHERE code = '${code}') THEN '${code}-${role}' ELSE '${code}' END,
      '${name}', '${type}', '${role}'
    WHERE EXISTS (SELECT 1 FROM company) AND NOT EXISTS (SELECT 1 FROM account WHERE role = '${role}')`;

/**
 * What hours cost and are billed at: rules that are added and never changed, each with its rates and what they are made up of. Hours
 * keep how they were paid, whether they are billed, the rule that gave their rate and the overhead in it.
 */
const STATEMENTS = [
  `CREATE TABLE rate_rule (
    id INTEGER PRIMARY KEY,
    side TEXT NOT NULL CHECK (side IN ('cost', 'bill')),
    project_id INTEGER REFERENCES project (id),
    client_id INTEGER REFERENCES party (id),
    employee_id INTEGER REFERENCES employee (id),
    role TEXT,
    activity TEXT,
    effective_on INTEGER NOT NULL,
    regular_e4 INTEGER NOT NULL,
    overtime_e4 INTEGER NOT NULL,
    double_e4 INTEGER NOT NULL,
    regular_overhead_e4 INTEGER NOT NULL,
    overtime_overhead_e4 INTEGER NOT NULL,
    double_overhead_e4 INTEGER NOT NULL,
    build_up TEXT,
    note TEXT NOT NULL,
    replaces_id INTEGER UNIQUE REFERENCES rate_rule (id),
    is_withdrawn INTEGER NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX rate_rule_employee ON rate_rule (employee_id, effective_on)`,
  `INSERT INTO rate_rule (side, employee_id, effective_on, regular_e4, overtime_e4, double_e4,
      regular_overhead_e4, overtime_overhead_e4, double_overhead_e4, note, is_withdrawn, recorded_at, recorded_by)
    SELECT 'cost', employee_id, effective_on, rate_e4, (rate_e4 * 3 + 1) / 2, rate_e4 * 2, 0, 0, 0, '', 0, 0, ''
    FROM employee_rate ORDER BY employee_id, effective_on`,
  `DROP TABLE employee_rate`,
  `CREATE TRIGGER rate_rule_is_never_changed BEFORE UPDATE ON rate_rule BEGIN SELECT RAISE (ABORT, 'rate_rule is never changed'); END`,
  `CREATE TRIGGER rate_rule_is_never_deleted BEFORE DELETE ON rate_rule BEGIN SELECT RAISE (ABORT, 'rate_rule is never deleted'); END`,
  `ALTER TABLE worked_hours ADD COLUMN pay TEXT NOT NULL DEFAULT 'regular'`,
  `ALTER TABLE worked_hours ADD COLUMN is_billable INTEGER NOT NULL DEFAULT 1`,
  `ALTER TABLE worked_hours ADD COLUMN rate_rule_id INTEGER REFERENCES rate_rule (id)`,
  `ALTER TABLE worked_hours ADD COLUMN overhead_cents INTEGER NOT NULL DEFAULT 0`,
  ...[
    ['2210', 'Net pay', 'liability', 'net-pay'],
    ['2220', 'Payroll taxes and deductions', 'liability', 'payroll-liabilities'],
    ['6020', 'Labor variance', 'expense', 'labor-variance'],
    ['6030', 'Overhead applied', 'expense', 'overhead-applied'],
  ].map(account),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
