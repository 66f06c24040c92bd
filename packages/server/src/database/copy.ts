import SqliteDatabase from 'better-sqlite3';

/** Copies a file that may be written meanwhile, as of one moment, without its write-ahead log; writers go on. */
export function copyInto(path: string, copy: string): void {
  const file = new SqliteDatabase(path, { readonly: true, fileMustExist: true, timeout: 10_000 });
  try {
    file.prepare('VACUUM INTO ?').run(copy);
  } finally {
    file.close();
  }
}
