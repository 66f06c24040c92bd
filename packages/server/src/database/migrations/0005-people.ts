import { sql, type QueryExecutorProvider } from 'kysely';

/**
 * Who may use the books, where they are signed in, tokens for scripts, and wrong tries at signing in. Secrets are kept as digests or
 * hashes. Moments are milliseconds since 1970.
 */
const STATEMENTS = [
  `CREATE TABLE person (
    id INTEGER PRIMARY KEY,
    name TEXT NOT NULL UNIQUE COLLATE NOCASE,
    email TEXT NOT NULL UNIQUE COLLATE NOCASE,
    role TEXT NOT NULL,
    employee_id INTEGER REFERENCES employee (id),
    password_hash TEXT NOT NULL,
    totp_secret TEXT,
    totp_step INTEGER NOT NULL DEFAULT 0,
    active INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1)),
    version INTEGER NOT NULL DEFAULT 1
  ) STRICT`,
  `CREATE TABLE session (
    id INTEGER PRIMARY KEY,
    digest TEXT NOT NULL UNIQUE,
    person_id INTEGER NOT NULL REFERENCES person (id),
    began_at INTEGER NOT NULL,
    seen_at INTEGER NOT NULL,
    address TEXT NOT NULL,
    browser TEXT NOT NULL
  ) STRICT`,
  `CREATE INDEX session_person ON session (person_id)`,
  `CREATE TABLE access_token (
    id INTEGER PRIMARY KEY,
    digest TEXT NOT NULL UNIQUE,
    person_id INTEGER NOT NULL REFERENCES person (id),
    name TEXT NOT NULL,
    scope TEXT NOT NULL,
    made_at INTEGER NOT NULL,
    used_at INTEGER
  ) STRICT`,
  `CREATE INDEX access_token_person ON access_token (person_id)`,
  `CREATE TABLE sign_in_try (
    digest TEXT PRIMARY KEY,
    wrong INTEGER NOT NULL,
    last_at INTEGER NOT NULL
  ) STRICT, WITHOUT ROWID`,
];

export async function up(db: QueryExecutorProvider): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}
