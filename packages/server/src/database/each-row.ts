import type SqliteDatabase from 'better-sqlite3';

const MARK = '/* each row */ ';

/** The text of a statement whose parameters are rows: it is run once for each of them. */
export function eachRow(text: string): string {
  return `${MARK}${text}`;
}

/** What the query builder's driver needs of a prepared statement. */
export type Prepared = Pick<SqliteDatabase.Statement, 'reader' | 'all' | 'run' | 'iterate'>;

/**
 * The statement, run for each row where its text says so. One row at a time takes SQLite half as long as many rows in one statement,
 * and the way through the query builder is gone once.
 */
export function preparedFor(text: string, statement: SqliteDatabase.Statement): Prepared {
  if (!text.startsWith(MARK)) return statement;
  return {
    reader: false,
    all: () => [],
    iterate: () => [][Symbol.iterator](),
    run: (rows: readonly unknown[]) => {
      let last: SqliteDatabase.RunResult = { changes: 0, lastInsertRowid: 0 };
      for (const row of rows) last = statement.run(row);
      return last;
    },
  };
}
