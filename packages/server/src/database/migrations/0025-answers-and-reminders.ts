import { sql, type QueryExecutorProvider } from 'kysely';

const RECORDED = 'recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL';

/** What was sent to clients, what they answered, what they were reminded of and what they promised. */
const STATEMENTS = [
  `ALTER TABLE supplier_message RENAME TO message`,
  `ALTER TABLE message ADD COLUMN sender TEXT NOT NULL DEFAULT 'supplier'`,
  `DROP INDEX supplier_message_status`,
  `CREATE INDEX message_status ON message (status, sender)`,
  `CREATE TABLE sent_document (
    id INTEGER PRIMARY KEY, document_id INTEGER NOT NULL REFERENCES document (id), ${RECORDED}
  ) STRICT`,
  `CREATE INDEX sent_document_document ON sent_document (document_id)`,
  `CREATE TABLE reminder (
    id INTEGER PRIMARY KEY, party_id INTEGER NOT NULL REFERENCES party (id), step INTEGER NOT NULL CHECK (step BETWEEN 1 AND 3),
    reminded_on INTEGER NOT NULL, text TEXT NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX reminder_party ON reminder (party_id)`,
  `CREATE TABLE reminder_item (
    id INTEGER PRIMARY KEY, reminder_id INTEGER NOT NULL REFERENCES reminder (id),
    document_id INTEGER NOT NULL REFERENCES document (id), open_cents INTEGER NOT NULL
  ) STRICT`,
  `CREATE INDEX reminder_item_document ON reminder_item (document_id, reminder_id)`,
  `CREATE TABLE payment_promise (
    id INTEGER PRIMARY KEY, party_id INTEGER NOT NULL REFERENCES party (id), promised_on INTEGER NOT NULL,
    amount_cents INTEGER NOT NULL, text TEXT NOT NULL, ${RECORDED}
  ) STRICT`,
  `CREATE INDEX payment_promise_party ON payment_promise (party_id)`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
