import { CompiledQuery } from 'kysely';
import type { Schema, Trx } from './schema.ts';

type Value = string | number | null;

const ROWS_AT_ONCE = 100;

/** Where rows go: the table, its columns in the order of each row's values, and what to do with a row that exists. */
export interface Target {
  readonly table: keyof Schema;
  readonly columns: readonly string[];
  /** Columns that are added to when the key exists; none: a clash is an error. */
  readonly adds: readonly string[];
}

/** Inserts many rows with few statements, whose texts are few and so stay prepared. Answers the row id of the last. */
export async function bulkInsert(trx: Trx, target: Target, rows: readonly (readonly Value[])[]): Promise<number> {
  let last = 0;
  for (let start = 0; start < rows.length; start += ROWS_AT_ONCE) {
    const some = rows.slice(start, start + ROWS_AT_ONCE);
    const { insertId } = await trx.executeQuery(CompiledQuery.raw(insertText(target, some.length), some.flat()));
    last = Number(insertId ?? last);
  }
  return last;
}

const texts = new Map<string, string>();

function insertText(target: Target, rows: number): string {
  const key = `${target.table} ${rows}`;
  const known = texts.get(key);
  if (known) return known;
  const marks = `(${target.columns.map(() => '?').join(', ')})`;
  const adds = target.adds.map((column) => `${column} = ${column} + excluded.${column}`).join(', ');
  const text = `INSERT INTO ${target.table} (${target.columns.join(', ')}) VALUES ${Array(rows).fill(marks).join(', ')}${
    adds === '' ? '' : ` ON CONFLICT DO UPDATE SET ${adds}`
  }`;
  texts.set(key, text);
  return text;
}
