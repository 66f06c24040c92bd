import type SqliteDatabase from 'better-sqlite3';

/** A table whose rows are known by digests in the audit log. */
export interface WrittenTable {
  readonly name: string;
  /** The column that a row is known by. */
  readonly key: string;
  readonly columns: readonly string[];
  /** Its rows are added and never changed. */
  readonly isFinal: boolean;
}

/**
 * Tables without digests: the log itself, which is chained; what is kept up from posted lines and worked out again from them; what is of
 * one sitting or one screen; sheets that are still being typed, which count for nothing until they are posted.
 */
const WITHOUT_DIGESTS: ReadonlySet<string> = new Set([
  'audit_log',
  'written_digest',
  'account_month',
  'project_month',
  'project_coding_month',
  'labor_day',
  'pay_period',
  'books_total',
  'work_left',
  'session',
  'sign_in_try',
  'answered_request',
  'saved_view',
  'table_layout',
  'draft',
]);

/** Columns that change with every use, and say nothing about the books. */
const OF_USE: Readonly<Record<string, readonly string[]>> = { person: ['totp_step'], access_token: ['used_at'] };

interface ColumnRow {
  readonly table: string;
  readonly column: string;
  readonly pk: number;
  readonly isFinal: number;
}

const COLUMNS = `SELECT t.name AS "table", c.name AS "column", c.pk, EXISTS (SELECT 1 FROM sqlite_schema r
    WHERE r.type = 'trigger' AND r.name = t.name || '_is_never_changed') AS isFinal
  FROM sqlite_schema t JOIN pragma_table_info(t.name) c
  WHERE t.type = 'table' AND t.name NOT LIKE 'sqlite_%' ORDER BY t.name, c.cid`;

/** Every table of the file that has digests: a new one has them by itself. */
export function writtenTables(file: SqliteDatabase.Database): readonly WrittenTable[] {
  const rows = file.prepare<[], ColumnRow>(COLUMNS).all();
  const names = [...new Set(rows.map(({ table }) => table))].filter((name) => !WITHOUT_DIGESTS.has(name));
  return names.map((name) => {
    const columns = rows.filter(({ table }) => table === name);
    const keys = columns.filter(({ pk }) => pk > 0);
    const [key] = keys;
    if (key === undefined || keys.length > 1) throw new Error(`${name} needs one column that its rows are known by`);
    return {
      name,
      key: key.column,
      columns: columns.map(({ column }) => column).filter((column) => !(OF_USE[name] ?? []).includes(column)),
      isFinal: key.isFinal === 1,
    };
  });
}
