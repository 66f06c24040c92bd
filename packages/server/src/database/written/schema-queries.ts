import { sql } from 'kysely';
import type { Db } from '../schema.ts';
import { SCHEMA_PARTS, type BooksShape, type SchemaPart } from './fresh-books.ts';

/** Tables, indexes and triggers that are not those of books of this version: one that keeps lines from being changed may be gone. */
export async function schemaNotAsMade(db: Db, { parts }: BooksShape): Promise<readonly string[]> {
  const { rows } = await sql<SchemaPart>`${sql.raw(SCHEMA_PARTS)}`.execute(db);
  const made = new Map(parts.map((part) => [`${part.type} ${part.name}`, part.sql]));
  const there = new Map(rows.map((part) => [`${part.type} ${part.name}`, part.sql]));
  return [
    ...[...made.keys()].filter((name) => !there.has(name)).map((name) => `${name} is missing`),
    ...[...there].flatMap(([name, text]) => {
      const expected = made.get(name);
      if (expected === undefined) return [`${name} is not of the books`];
      return expected === text ? [] : [`${name} is not as it was made`];
    }),
  ];
}
