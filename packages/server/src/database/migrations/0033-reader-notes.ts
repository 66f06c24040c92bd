import { sql, type QueryExecutorProvider } from 'kysely';

/** What readers of the WIP schedule are told of a project from a month on; empty for nothing any more. */
const STATEMENTS = [
  `CREATE TABLE reader_note (
    id INTEGER PRIMARY KEY, project_id INTEGER NOT NULL REFERENCES project (id), month INTEGER NOT NULL,
    text TEXT NOT NULL, recorded_at INTEGER NOT NULL, recorded_by TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX reader_note_project ON reader_note (project_id, month, id)`,
  `CREATE TRIGGER reader_note_is_never_changed BEFORE UPDATE ON reader_note BEGIN SELECT RAISE (ABORT, 'reader_note is never changed'); END`,
  `CREATE TRIGGER reader_note_is_never_deleted BEFORE DELETE ON reader_note BEGIN SELECT RAISE (ABORT, 'reader_note is never deleted'); END`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
