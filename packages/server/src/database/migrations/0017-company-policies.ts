import { sql, type QueryExecutorProvider } from 'kysely';

/** What the company holds its books to: budgets, bills approved by somebody else, labor at standard; who typed in a sheet, and its approvals. */
const STATEMENTS = [
  `ALTER TABLE company ADD COLUMN over_budget TEXT NOT NULL DEFAULT 'warn' CHECK (over_budget IN ('warn', 'block'))`,
  `ALTER TABLE company ADD COLUMN approve_bills_above_cents INTEGER`,
  `ALTER TABLE company ADD COLUMN labor_cost TEXT NOT NULL DEFAULT 'trued up' CHECK (labor_cost IN ('trued up', 'standard'))`,
  `ALTER TABLE draft ADD COLUMN typed_by TEXT NOT NULL DEFAULT '[]'`,
  `UPDATE draft SET typed_by = json_array(updated_by)`,
  `CREATE TABLE sheet_approval (
    id INTEGER PRIMARY KEY,
    draft_id INTEGER NOT NULL,
    draft_version INTEGER NOT NULL,
    stand TEXT NOT NULL CHECK (stand IN ('asked', 'approved', 'returned')),
    reason TEXT NOT NULL,
    recorded_at INTEGER NOT NULL,
    recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX sheet_approval_draft ON sheet_approval (draft_id, id)`,
  `CREATE TRIGGER sheet_approval_is_never_changed BEFORE UPDATE ON sheet_approval
    BEGIN SELECT RAISE (ABORT, 'sheet_approval is never changed'); END`,
  `CREATE TRIGGER sheet_approval_is_never_deleted BEFORE DELETE ON sheet_approval
    BEGIN SELECT RAISE (ABORT, 'sheet_approval is never deleted'); END`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
