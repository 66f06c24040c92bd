import SqliteDatabase from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import type { Schema } from '../schema.ts';
import { shapeOfBooks } from './fresh-books.ts';
import { addRowDigest } from './row-digest.ts';
import type { WrittenTable } from './written-tables.ts';
import { rowsNotAsWritten } from './written-queries.ts';

/** What another program changed, and in which tables it is found. */
export interface Round {
  readonly altered: readonly string[];
  readonly found: readonly string[];
}

/**
 * Round by round, another column of one row of each table has the value of another program in it; each round is undone. What is found
 * when all are undone comes last.
 */
export async function alteredRounds(path: string): Promise<readonly Round[]> {
  const { tables } = await shapeOfBooks();
  const file = new SqliteDatabase(path);
  addRowDigest(file);
  file.pragma('foreign_keys = OFF');
  file.pragma('ignore_check_constraints = ON');
  for (const { name } of tables.filter(({ isFinal }) => isFinal)) file.exec(`DROP TRIGGER ${name}_is_never_changed`);
  const db = new Kysely<Schema>({ dialect: new SqliteDialect({ database: file }) });
  const rounds: Round[] = [];
  for (let round = 0; round < Math.max(...tables.map(({ columns }) => columns.length)); round += 1) {
    file.exec('BEGIN');
    const altered = tables.filter((table) => isAltered(file, table, round)).map(({ name }) => name);
    rounds.push({ altered, found: tablesIn(await rowsNotAsWritten(db, tables)) });
    file.exec('ROLLBACK');
  }
  rounds.push({ altered: [], found: tablesIn(await rowsNotAsWritten(db, tables)) });
  await db.destroy();
  return rounds;
}

function isAltered(file: SqliteDatabase.Database, { name, key, columns }: WrittenTable, round: number): boolean {
  const others = columns.filter((column) => column !== key);
  const column = `"${others[round % others.length] ?? key}"`;
  const found = file
    .prepare<[], { key: number | string; value: unknown }>(
      `SELECT "${key}" AS "key", ${column} AS value FROM "${name}" ORDER BY random() LIMIT 1`,
    )
    .get();
  if (found === undefined || others.length === 0) return false;
  const other = Buffer.isBuffer(found.value) ? `CAST(${column} || 'x' AS BLOB)` : `ifnull(${column}, 7) || '7'`;
  const value = typeof found.value === 'number' ? `${column} + 1000003` : other;
  file.prepare(`UPDATE "${name}" SET ${column} = ${value} WHERE "${key}" = ?`).run(found.key);
  return true;
}

function tablesIn(told: readonly string[]): readonly string[] {
  return [...new Set(told.map((words) => words.split(' ')[0] ?? ''))];
}
