import { createHash } from 'node:crypto';
import type SqliteDatabase from 'better-sqlite3';
import type { WrittenTable } from './written-tables.ts';

/** Rows of a table with one digest: from one key to another, both in it. No digest: they are gone. */
export interface DigestOfRows {
  readonly table: string;
  readonly from: number | string;
  readonly to: number | string;
  readonly digest: string | null;
}

/** Adds `row_digest(…)`: the SHA-256 of a row's values, each with its kind and length. */
export function addRowDigest(file: SqliteDatabase.Database): void {
  file.function('row_digest', { deterministic: true, varargs: true, safeIntegers: true }, (...values) => {
    const hash = createHash('sha256');
    for (const value of values as readonly (null | bigint | number | string | Buffer)[]) {
      if (value === null) hash.update('n;');
      else if (Buffer.isBuffer(value)) hash.update(`b${value.length};`).update(value);
      else if (typeof value === 'string') hash.update(`t${value.length};${value}`);
      else hash.update(`i${value};`);
    }
    return hash.digest('hex');
  });
}

/** The statement that answers `key` and `digest` of each row; which rows is added to it. */
export function digestsOfRows({ name, key, columns }: WrittenTable): string {
  const quoted = columns.map((column) => `"${column}"`).join(', ');
  return `SELECT "${key}" AS "key", row_digest(${quoted}) AS digest FROM "${name}"`;
}

/** One digest for the digests of several rows, in the order of their keys. */
export function digestOf(rows: readonly string[]): string {
  const hash = createHash('sha256');
  for (const row of rows) hash.update(row);
  return hash.digest('hex');
}
