import type SqliteDatabase from 'better-sqlite3';
import { END_OF_LOG, hashOfDigests, type EndOfLog } from './digest-chain.ts';
import { digestOf, digestsOfRows, type DigestOfRows } from './row-digest.ts';
import { writtenTables, type WrittenTable } from './written-tables.ts';

/** Rows of one digest where all the rows of a table are told at once. */
const ROWS_AT_ONCE = 1_000;

type Key = number | string;

interface Touched {
  readonly table: string;
  readonly key: Key;
}

/**
 * Notes every row that a connection writes, and adds their digests to what was written before the transaction ends, chained to the last
 * entry of the audit log. Another program that writes the file adds none: `verify` finds what it did.
 */
export class DigestOnCommit {
  readonly #file: SqliteDatabase.Database;
  readonly #tables: ReadonlyMap<string, WrittenTable>;
  readonly #between = new Map<string, SqliteDatabase.Statement<[Key, Key], { key: Key; digest: string }>>();

  constructor(file: SqliteDatabase.Database) {
    this.#file = file;
    this.#tables = new Map(writtenTables(file).map((table) => [table.name, table]));
    // Without a rule that a row is there once: a statement that knows what to do on a conflict takes that over into triggers.
    file.exec('CREATE TEMP TABLE touched ("table" TEXT, "key" ANY) STRICT');
    for (const table of this.#tables.values()) for (const trigger of triggersOf(table)) file.exec(trigger);
    file.exec(`CREATE TEMP TRIGGER touch_audit_log AFTER INSERT ON audit_log BEGIN
      INSERT INTO touched VALUES ('audit_log', 0); END`);
  }

  /** Within the transaction that ends now. Answers where the log ends then, or undefined where nothing was written. */
  beforeCommit(): EndOfLog | undefined {
    const touched = this.#file
      .prepare<[], Touched>('SELECT DISTINCT "table", "key" FROM touched ORDER BY "table", "key"')
      .all();
    if (touched.length === 0) return undefined;
    this.#file.exec('DELETE FROM touched');
    return this.#add(this.#runs(touched), 0);
  }

  /** The version of the books that all rows were told of last; 0 for never. */
  wholeOf(): number {
    return this.#file.prepare<[], number>('SELECT ifnull(max(whole_of), 0) FROM written_digest').pluck().get() ?? 0;
  }

  /** Digests of all rows there are: where books begin to have them, and after each change of their tables. */
  addWhole(version: number): EndOfLog {
    this.#file.exec('DELETE FROM touched');
    const digests: DigestOfRows[] = [];
    for (const { name, key, isFinal } of this.#tables.values()) {
      const keys = this.#file.prepare<[], Key>(`SELECT "${key}" FROM "${name}" ORDER BY "${key}"`).pluck().all();
      const size = isFinal ? ROWS_AT_ONCE : 1;
      for (let at = 0; at < keys.length; at += size) {
        const [from, to] = [keys[at] ?? 0, keys[Math.min(at + size, keys.length) - 1] ?? 0];
        digests.push(this.#digest(name, from, to));
      }
    }
    return this.#add(digests, version);
  }

  /** Rows that follow each other in a table that is never changed have one digest; others one each. */
  #runs(touched: readonly Touched[]): readonly DigestOfRows[] {
    const runs: { table: string; from: Key; to: Key }[] = [];
    for (const { table, key } of touched) {
      const [last, found] = [runs.at(-1), this.#tables.get(table)];
      if (found === undefined) continue;
      const follows = found.isFinal && last?.table === table && typeof last.to === 'number' && key === last.to + 1;
      if (follows) last.to = key;
      else runs.push({ table, from: key, to: key });
    }
    return runs.map(({ table, from, to }) => this.#digest(table, from, to));
  }

  #digest(name: string, from: Key, to: Key): DigestOfRows {
    const table = this.#tables.get(name);
    if (table === undefined) throw new Error(`${name} has no digests`);
    const statement =
      this.#between.get(name) ??
      this.#file.prepare<[Key, Key], { key: Key; digest: string }>(
        `${digestsOfRows(table)} WHERE "${table.key}" BETWEEN ? AND ? ORDER BY "${table.key}"`,
      );
    this.#between.set(name, statement);
    const rows = statement.all(from, to).map(({ digest }) => digest);
    return { table: name, from, to, digest: rows.length === 0 ? null : digestOf(rows) };
  }

  #add(digests: readonly DigestOfRows[], wholeOf: number): EndOfLog {
    const end = this.#endOfLog();
    const rows = JSON.stringify(digests.map(({ table, from, to, digest }) => [table, from, to, digest]));
    const { entry, entryHash } = end;
    const hash = hashOfDigests({ before: end.digestsHash, entry, entryHash, wholeOf, rows });
    this.#file
      .prepare('INSERT INTO written_digest (id, entry_id, whole_of, "rows", hash) VALUES (?, ?, ?, ?, ?)')
      .run(end.digests + 1, entry, wholeOf, rows, hash);
    return { entry, entryHash, digests: end.digests + 1, digestsHash: hash };
  }

  #endOfLog(): EndOfLog {
    const end = this.#file.prepare<[], EndOfLog>(END_OF_LOG).get();
    if (end === undefined) throw new Error('the audit log cannot be read');
    return end;
  }
}

function triggersOf({ name, key, columns }: WrittenTable): readonly string[] {
  const touch = (row: 'NEW' | 'OLD') => `INSERT INTO touched VALUES ('${name}', ${row}."${key}");`;
  const quoted = columns.map((column) => `"${column}"`).join(', ');
  return [
    `CREATE TEMP TRIGGER touch_${name}_added AFTER INSERT ON "${name}" BEGIN ${touch('NEW')} END`,
    `CREATE TEMP TRIGGER touch_${name}_changed AFTER UPDATE OF ${quoted} ON "${name}" BEGIN ${touch('OLD')} ${touch('NEW')} END`,
    `CREATE TEMP TRIGGER touch_${name}_gone AFTER DELETE ON "${name}" BEGIN ${touch('OLD')} END`,
  ];
}
