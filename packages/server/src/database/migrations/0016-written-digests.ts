import { sql, type QueryExecutorProvider } from 'kysely';

/**
 * Digests of the rows that each transaction wrote, chained to the audit log: `rows` is JSON of table, first and last key, digest.
 * `whole_of` is the version of the books, where all rows are told.
 */
const STATEMENTS = [
  `CREATE TABLE written_digest (
    id INTEGER PRIMARY KEY,
    entry_id INTEGER NOT NULL,
    whole_of INTEGER NOT NULL,
    "rows" TEXT NOT NULL,
    hash TEXT NOT NULL
  ) STRICT`,
  `CREATE TRIGGER written_digest_is_never_changed BEFORE UPDATE ON written_digest
    BEGIN SELECT RAISE (ABORT, 'written_digest is never changed'); END`,
  `CREATE TRIGGER written_digest_is_never_deleted BEFORE DELETE ON written_digest
    BEGIN SELECT RAISE (ABORT, 'written_digest is never deleted'); END`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
