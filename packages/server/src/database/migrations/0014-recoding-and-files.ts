import { sql, type QueryExecutorProvider } from 'kysely';

const KEPT = ['stray_line', 'recoded_line'] as const;
const RECORDED = 'recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL';

/** Accounts whose lines should name a project and a cost code. */
const NEEDS_PROJECT = `SELECT id FROM account WHERE role IN ('wip', 'construction-in-progress', 'internal-projects')
  OR (type = 'cost-of-revenue' AND ifnull(role, '') <> 'loss-expense')`;

/**
 * Cost lines without a project or a code, and what was coded otherwise since; rules that propose codings; files kept with documents
 * and projects; bills that came in a mailbox; journals that come again.
 */
const STATEMENTS = [
  `CREATE TABLE stray_line (line_id INTEGER PRIMARY KEY) STRICT`,
  `INSERT INTO stray_line SELECT l.id FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20
    JOIN document d ON d.id = e.document_id
    WHERE l.account_id IN (${NEEDS_PROJECT}) AND (l.project_id IS NULL OR l.cost_code_id IS NULL)
      AND d.kind NOT IN ('reversal', 'recognition', 'closing')`,
  `CREATE TABLE recoded_line (
    id INTEGER PRIMARY KEY,
    document_id INTEGER NOT NULL REFERENCES document (id),
    line_id INTEGER NOT NULL REFERENCES journal_line (id)
  ) STRICT`,
  `CREATE INDEX recoded_line_of ON recoded_line (line_id)`,
  `CREATE INDEX recoded_line_document ON recoded_line (document_id)`,
  `CREATE TABLE coding_rule (
    id INTEGER PRIMARY KEY,
    code TEXT NOT NULL COLLATE NOCASE UNIQUE,
    name TEXT NOT NULL,
    version INTEGER NOT NULL DEFAULT 1,
    supplier_id INTEGER REFERENCES party (id),
    account_id INTEGER REFERENCES account (id),
    words TEXT NOT NULL,
    project_id INTEGER NOT NULL REFERENCES project (id),
    phase TEXT NOT NULL,
    cost_code_id INTEGER NOT NULL REFERENCES cost_code (id),
    cost_type TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE attachment (
    id INTEGER PRIMARY KEY,
    about TEXT NOT NULL CHECK (about IN ('document', 'project', 'draft')),
    about_id INTEGER NOT NULL,
    name TEXT NOT NULL,
    media_type TEXT NOT NULL,
    digest TEXT NOT NULL,
    bytes INTEGER NOT NULL,
    content BLOB NOT NULL,
    ${RECORDED}
  ) STRICT`,
  `CREATE INDEX attachment_about ON attachment (about, about_id)`,
  `CREATE TABLE supplier_message (
    id INTEGER PRIMARY KEY,
    digest TEXT NOT NULL UNIQUE,
    name TEXT NOT NULL,
    xml TEXT NOT NULL,
    status TEXT NOT NULL CHECK (status IN ('waiting', 'used', 'dropped')),
    reason TEXT NOT NULL,
    draft_id INTEGER,
    ${RECORDED}
  ) STRICT`,
  `CREATE INDEX supplier_message_status ON supplier_message (status)`,
  `CREATE TABLE recurring_journal (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL,
    sheet TEXT NOT NULL,
    every_months INTEGER NOT NULL,
    next_on INTEGER NOT NULL,
    ends_on INTEGER,
    version INTEGER NOT NULL DEFAULT 1,
    ${RECORDED}
  ) STRICT`,
  ...KEPT.flatMap((table) => [
    `CREATE TRIGGER ${table}_is_never_changed BEFORE UPDATE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never changed'); END`,
    `CREATE TRIGGER ${table}_is_never_deleted BEFORE DELETE ON ${table} BEGIN SELECT RAISE (ABORT, '${table} is never deleted'); END`,
  ]),
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
