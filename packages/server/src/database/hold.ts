import { existsSync, realpathSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';

/** Somebody else has the books. */
export class BooksHeld extends Error {
  constructor(path: string, holder: string) {
    super(`${path} is in use by ${holder}. Use that one, or stop it first.`);
  }
}

/**
 * Holds a books file for one server, until this process ends in whatever way: the lock is the system's, on a small file beside it, by
 * whatever link it is named, and on one for the file itself, which a hard link names as well. `holder` says who has it to whoever comes
 * second.
 */
export function holdBooks(path: string, holder: string): () => void {
  const held: SqliteDatabase.Database[] = [];
  const letGo = (): void => held.forEach((lock) => lock.close());
  try {
    for (const file of lockFiles(path)) held.push(locked(file, { path, holder }));
  } catch (error) {
    letGo();
    throw error;
  }
  return letGo;
}

/** Books that were made since they were held: from then on a hard link may name them. */
export function holdFile(path: string, holder: string): () => void {
  const lock = locked(lockOfFile(path), { path, holder });
  return () => lock.close();
}

function lockFiles(path: string): readonly string[] {
  return existsSync(path) ? [`${realpathSync(path)}.lock`, lockOfFile(path)] : [`${path}.lock`];
}

/** By the number that the disk knows the file by; of each user, who alone may read their books. */
function lockOfFile(path: string): string {
  const { dev, ino } = statSync(path);
  return join(tmpdir(), `lowtide-${process.getuid?.() ?? 0}-${dev}-${ino}.lock`);
}

function locked(file: string, { path, holder }: { readonly path: string; readonly holder: string }) {
  const lock = new SqliteDatabase(file, { timeout: 0 });
  try {
    lock.exec('CREATE TABLE IF NOT EXISTS holder (text TEXT NOT NULL) STRICT');
    lock.exec('BEGIN IMMEDIATE; DELETE FROM holder');
    lock.prepare('INSERT INTO holder VALUES (?)').run(holder);
    lock.exec('COMMIT; BEGIN IMMEDIATE');
    return lock;
  } catch (error) {
    const known = isBusy(error) ? holderOf(lock) : undefined;
    lock.close();
    throw known === undefined ? error : new BooksHeld(path, known);
  }
}

function holderOf(lock: SqliteDatabase.Database): string {
  const row = lock.prepare<[], { text: string }>('SELECT text FROM holder').get();
  return row?.text ?? 'another server';
}

function isBusy(error: unknown): boolean {
  return error instanceof SqliteDatabase.SqliteError && error.code.startsWith('SQLITE_BUSY');
}
