import { existsSync } from 'node:fs';
import SqliteDatabase from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import { addCoreFunctions } from './core-functions.ts';
import { preparedFor, type Prepared } from './each-row.ts';
import type { Schema } from './schema.ts';
import { DigestOnCommit } from './written/digest-on-commit.ts';
import { endOfLog } from './written/end-queries.ts';
import { addRowDigest } from './written/row-digest.ts';
import { setAsideWhereWrong } from './written/witness-queries.ts';
import { forgetWitnesses, noteEnd } from './written/witness.ts';
import { migrate, MIGRATIONS, NewerBooks } from './migrate.ts';

/** One books file: one connection that writes, and one that reads beside it without ever waiting for a writer. */
export interface Books {
  readonly path: string;
  readonly writer: Kysely<Schema>;
  readonly reader: Kysely<Schema>;
  /** Where a witness beside the file saw more of the audit log than there is, or another one: its file, which was set aside. */
  readonly witnessSetAside: string | undefined;
  readonly close: () => Promise<void>;
}

/** Opens the file, making it when absent; migrates it, after a backup, when it is older; refuses it when it is newer. */
export async function openBooks(path: string): Promise<Books> {
  if (existsSync(path)) refuseOthers(path);
  const isNew = !existsSync(path);
  const file = connection(path, false);
  const migrating = kyselyOn(file);
  try {
    await migrate(migrating, { path, version: () => file.pragma('user_version', { simple: true }) as number });
  } catch (error) {
    await migrating.destroy();
    throw error;
  }
  const digests = new DigestOnCommit(file);
  const writer = kyselyOn(file, { commit: () => commitWithDigests(file, digests, path) });
  if (digests.wholeOf() < MIGRATIONS.length) file.transaction(() => digests.addWhole(MIGRATIONS.length))();
  const witnessSetAside = isNew ? forgetWitnesses(path) : await setAsideWhereWrong(writer, path);
  noteEnd(path, await endOfLog(writer));
  const reader = kyselyOn(connection(path, true));
  return {
    path,
    writer,
    reader,
    witnessSetAside,
    close: async () => {
      await reader.destroy();
      await writer.destroy();
    },
  };
}

/** Opens books only to read them: nothing is made, migrated or written. Refuses what are no books, or not of this version. */
export function openToRead(path: string): Pick<Books, 'reader' | 'close'> {
  const file = new SqliteDatabase(path, { readonly: true, fileMustExist: true, timeout: 10_000 });
  try {
    refuseForeign(file, path);
    const version = file.pragma('user_version', { simple: true }) as number;
    if (version === 0) throw new ForeignFile(path);
    if (version > MIGRATIONS.length) throw new NewerBooks(path, version);
    if (version < MIGRATIONS.length) throw new OlderBooks(path, version);
  } catch (error) {
    file.close();
    throw error;
  }
  addCoreFunctions(file);
  addRowDigest(file);
  const reader = kyselyOn(file);
  return { reader, close: () => reader.destroy() };
}

/** The file is of another program. */
export class ForeignFile extends Error {
  constructor(path: string) {
    super(`${path} holds no books of Lowtide. Name another file; this one was left as it is.`);
  }
}

/** The file was written by an older Lowtide. */
export class OlderBooks extends Error {
  constructor(path: string, found: number) {
    super(
      `${path} is of version ${found}; this Lowtide writes ${MIGRATIONS.length}. Start the server on it once: it is brought up to date.`,
    );
  }
}

/** Looks before anything is written, for opening to write changes a file already: what is not ours is left as it was. */
function refuseOthers(path: string): void {
  const file = new SqliteDatabase(path, { readonly: true, timeout: 10_000 });
  try {
    refuseForeign(file, path);
    const version = file.pragma('user_version', { simple: true }) as number;
    if (version > MIGRATIONS.length) throw new NewerBooks(path, version);
  } finally {
    file.close();
  }
}

/** An empty file becomes books; one with other tables than ours does not. */
function refuseForeign(file: SqliteDatabase.Database, path: string): void {
  const tables = file.prepare<[], { name: string }>("SELECT name FROM sqlite_schema WHERE type = 'table'").all();
  if (tables.length > 0 && !tables.some(({ name }) => name === 'journal_line')) throw new ForeignFile(path);
}

function connection(path: string, readonly: boolean): SqliteDatabase.Database {
  const file = new SqliteDatabase(path, { readonly, timeout: 10_000 });
  if (!readonly) file.pragma('journal_mode = WAL');
  // In WAL mode the driver falls back to NORMAL; a posting that was acknowledged must be on the disk.
  file.pragma('synchronous = FULL');
  file.pragma('foreign_keys = ON');
  file.pragma('cache_size = -65536');
  addCoreFunctions(file);
  addRowDigest(file);
  return file;
}

/** What was written has its digests before it is committed, and the witness beside the file knows of it after. */
function commitWithDigests(file: SqliteDatabase.Database, digests: DigestOnCommit, path: string): Prepared {
  const commit = file.prepare('commit');
  return {
    reader: false,
    all: () => [],
    iterate: () => [][Symbol.iterator](),
    run: () => {
      const end = digests.beforeCommit();
      const result = commit.run();
      if (end !== undefined) noteEnd(path, end);
      return result;
    },
  };
}

/** What failed for want of room is rolled back already, and doing it again would hide why it failed. */
function rollbackOf(file: SqliteDatabase.Database): Prepared {
  const rollback = file.prepare('rollback');
  const nothing: SqliteDatabase.RunResult = { changes: 0, lastInsertRowid: 0 };
  return {
    reader: false,
    all: () => [],
    iterate: () => [][Symbol.iterator](),
    run: () => (file.inTransaction ? rollback.run() : nothing),
  };
}

/** Prepared statements kept at once; lists of ids make texts of their own. */
const MOST_STATEMENTS = 500;

/** Kysely prepares a statement at each use; keeping them by their text saves that work. */
function kyselyOn(
  file: SqliteDatabase.Database,
  specially: Readonly<Record<string, () => Prepared>> = {},
): Kysely<Schema> {
  const statements = new Map<string, Prepared>();
  const own: typeof specially = { rollback: () => rollbackOf(file), ...specially };
  const prepare = (text: string): Prepared => {
    const kept = statements.get(text);
    if (kept) return kept;
    if (statements.size >= MOST_STATEMENTS) statements.clear();
    const made = own[text.trim().toLowerCase()]?.() ?? preparedFor(text, file.prepare(text));
    statements.set(text, made);
    return made;
  };
  return new Kysely<Schema>({ dialect: new SqliteDialect({ database: { prepare, close: () => file.close() } }) });
}
