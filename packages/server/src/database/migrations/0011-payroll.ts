import { sql, type QueryExecutorProvider } from 'kysely';

const TABLES = ['payroll', 'payroll_line', 'true_up_line'] as const;

/** Payrolls with their periods and whom they paid; true-ups with the differences they spread. */
const STATEMENTS = [
  `CREATE TABLE payroll (
    document_id INTEGER PRIMARY KEY REFERENCES document (id),
    from_on INTEGER NOT NULL,
    through_on INTEGER NOT NULL,
    fee_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX payroll_through ON payroll (through_on)`,
  `CREATE TABLE payroll_line (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES payroll (document_id),
    employee_id INTEGER REFERENCES employee (id),
    regular_hours_e4 INTEGER NOT NULL,
    overtime_hours_e4 INTEGER NOT NULL,
    gross_cents INTEGER NOT NULL,
    taxes_cents INTEGER NOT NULL,
    insurance_cents INTEGER NOT NULL,
    benefits_cents INTEGER NOT NULL,
    withheld_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX payroll_line_document ON payroll_line (document_id)`,
  `CREATE TABLE true_up_line (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    payroll_id INTEGER NOT NULL REFERENCES payroll (document_id),
    employee_id INTEGER REFERENCES employee (id),
    amount_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX true_up_line_payroll ON true_up_line (payroll_id)`,
  ...TABLES.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
