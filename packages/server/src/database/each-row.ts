import type SqliteDatabase from 'better-sqlite3';

const MARK = /^\/\* each row of (\d+) \*\/ /;

/** The text of a statement that is run once for each row of its parameters, `width` at a time. */
export function eachRow(width: number, text: string): string {
  return `/* each row of ${width} */ ${text}`;
}

/** What the query builder's driver needs of a prepared statement. */
export type Prepared = Pick<SqliteDatabase.Statement, 'reader' | 'all' | 'run' | 'iterate'>;

/**
 * The statement, run for each row where its text says so. One row at a time takes SQLite half as long as many rows in one statement,
 * and the way through the query builder is gone once.
 */
export function preparedFor(text: string, statement: SqliteDatabase.Statement): Prepared {
  const width = Number(MARK.exec(text)?.[1] ?? 0);
  if (width === 0) return statement;
  return {
    reader: false,
    all: () => [],
    iterate: () => [][Symbol.iterator](),
    run: (parameters: readonly unknown[]) => {
      let last: SqliteDatabase.RunResult = { changes: 0, lastInsertRowid: 0 };
      for (let at = 0; at < parameters.length; at += width) last = statement.run(parameters.slice(at, at + width));
      return last;
    },
  };
}
