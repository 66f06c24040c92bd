import { sql, type QueryExecutorProvider } from 'kysely';

const COUNTS = (document: string) => `NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = ${document})`;
const COUNTING = `payroll p JOIN document d ON d.id = p.document_id AND ${COUNTS('d.id')}`;

/** What posted hours come to by day, and payrolls by their period; what is withheld is found by its order. */
const STATEMENTS = [
  `CREATE TABLE labor_day (
    worked_on INTEGER PRIMARY KEY,
    hours_e4 INTEGER NOT NULL,
    applied_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE TABLE pay_period (
    payroll_id INTEGER PRIMARY KEY REFERENCES document (id),
    hours_e4 INTEGER NOT NULL,
    paid_cents INTEGER NOT NULL,
    settled_cents INTEGER NOT NULL
  ) STRICT`,
  `INSERT INTO labor_day (worked_on, hours_e4, applied_cents)
    SELECT w.worked_on, SUM(w.hours_e4), SUM(w.cost_cents - w.overhead_cents) FROM worked_hours w
    WHERE ${COUNTS('w.document_id')} GROUP BY 1`,
  `INSERT INTO pay_period (payroll_id, hours_e4, paid_cents, settled_cents)
    SELECT payroll, SUM(hours), SUM(paid), SUM(settled) FROM (
      SELECT ifnull(p.supplement_to, p.document_id) AS payroll, l.regular_hours_e4 + l.overtime_hours_e4 AS hours,
        l.gross_cents + l.taxes_cents + l.insurance_cents + l.benefits_cents AS paid, 0 AS settled
      FROM ${COUNTING} JOIN payroll_line l ON l.document_id = p.document_id
      UNION ALL SELECT ifnull(p.supplement_to, p.document_id), 0, p.fee_cents, 0 FROM ${COUNTING}
      UNION ALL SELECT t.payroll_id, 0, 0, t.amount_cents FROM true_up_line t WHERE ${COUNTS('t.document_id')})
    GROUP BY 1`,
  `CREATE INDEX retained_order ON retained (order_id) WHERE order_id IS NOT NULL`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
