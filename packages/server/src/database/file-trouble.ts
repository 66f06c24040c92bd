import SqliteDatabase from 'better-sqlite3';

/** What keeps the books from being read or written, in a sentence with the way out; undefined where it is something else. */
export function fileTrouble(error: unknown): string | undefined {
  const code = error instanceof SqliteDatabase.SqliteError ? error.code : undefined;
  if (code === undefined) return undefined;
  const found = Object.entries(SENTENCES).find(([start]) => code.startsWith(start));
  return found?.[1];
}

const SENTENCES = {
  SQLITE_FULL: 'The disk is full, so nothing was saved. Make room on it, then try again.',
  SQLITE_READONLY:
    'The books file may only be read. Give whoever runs the server the right to write it and its directory.',
  SQLITE_CANTOPEN: 'The books file cannot be opened. Check that its directory is there and may be written.',
  SQLITE_NOTADB:
    'The file is no books of Lowtide. Name another one in LOWTIDE_BOOKS, or restore a copy with npm run restore.',
  SQLITE_CORRUPT: 'The books file is damaged. Stop the server and restore a copy with npm run restore.',
  SQLITE_IOERR: 'The disk does not answer as it should, so nothing was saved. Check it, then try again.',
  SQLITE_BUSY: 'Another program holds the books file. Close it, then try again.',
};
