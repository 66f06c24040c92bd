import SqliteDatabase from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import { preparedFor, type Prepared } from './each-row.ts';
import type { Schema } from './schema.ts';
import { migrate } from './migrate.ts';

/** One books file: one connection that writes, and one that reads beside it without ever waiting for a writer. */
export interface Books {
  readonly writer: Kysely<Schema>;
  readonly reader: Kysely<Schema>;
  readonly close: () => Promise<void>;
}

/** Opens the file, making it when absent; migrates it, after a backup, when it is older; refuses it when it is newer. */
export async function openBooks(path: string): Promise<Books> {
  const file = connection(path, false);
  const writer = kyselyOn(file);
  try {
    await migrate(writer, { path, version: () => file.pragma('user_version', { simple: true }) as number });
  } catch (error) {
    await writer.destroy();
    throw error;
  }
  const reader = kyselyOn(connection(path, true));
  return {
    writer,
    reader,
    close: async () => {
      await reader.destroy();
      await writer.destroy();
    },
  };
}

function connection(path: string, readonly: boolean): SqliteDatabase.Database {
  const file = new SqliteDatabase(path, { readonly, timeout: 10_000 });
  if (!readonly) file.pragma('journal_mode = WAL');
  // In WAL mode the driver falls back to NORMAL; a posting that was acknowledged must be on the disk.
  file.pragma('synchronous = FULL');
  file.pragma('foreign_keys = ON');
  file.pragma('cache_size = -65536');
  return file;
}

/** Prepared statements kept at once; lists of ids make texts of their own. */
const MOST_STATEMENTS = 500;

/** Kysely prepares a statement at each use; keeping them by their text saves that work. */
function kyselyOn(file: SqliteDatabase.Database): Kysely<Schema> {
  const statements = new Map<string, Prepared>();
  const prepare = (text: string): Prepared => {
    const kept = statements.get(text);
    if (kept) return kept;
    if (statements.size >= MOST_STATEMENTS) statements.clear();
    const made = preparedFor(text, file.prepare(text));
    statements.set(text, made);
    return made;
  };
  return new Kysely<Schema>({ dialect: new SqliteDialect({ database: { prepare, close: () => file.close() } }) });
}
