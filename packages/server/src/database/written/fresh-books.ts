import SqliteDatabase from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import { addCoreFunctions } from '../core-functions.ts';
import { migrate } from '../migrate.ts';
import type { Schema } from '../schema.ts';
import { writtenTables, type WrittenTable } from './written-tables.ts';

/** A table, an index or a trigger, as the file tells it. */
export interface SchemaPart {
  readonly type: string;
  readonly name: string;
  readonly sql: string;
}

/** What books of this version are made of, found by making empty ones in memory. */
export interface BooksShape {
  readonly parts: readonly SchemaPart[];
  readonly tables: readonly WrittenTable[];
}

export const SCHEMA_PARTS = `SELECT type, name, sql FROM sqlite_schema
  WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%' ORDER BY type, name`;

export async function shapeOfBooks(): Promise<BooksShape> {
  const file = new SqliteDatabase(':memory:');
  addCoreFunctions(file);
  const db = new Kysely<Schema>({ dialect: new SqliteDialect({ database: file }) });
  await migrate(db, { path: ':memory:', version: () => 0 });
  const parts = file.prepare<[], SchemaPart>(SCHEMA_PARTS).all();
  const tables = writtenTables(file);
  await db.destroy();
  return { parts, tables };
}
