import { CompiledQuery } from 'kysely';
import { eachRow } from './each-row.ts';
import type { Schema, Trx } from './schema.ts';

type Value = string | number | null;

/** Where rows go: the table, its columns in the order of each row's values, and what to do with a row that exists. */
export interface Target {
  readonly table: keyof Schema;
  readonly columns: readonly string[];
  /** Columns that are added to when the key exists; none: a clash is an error. */
  readonly adds: readonly string[];
}

/** Inserts rows by one statement that is run for each of them. Answers the row id of the last. */
export async function bulkInsert(trx: Trx, target: Target, rows: readonly (readonly Value[])[]): Promise<number> {
  if (rows.length === 0) return 0;
  const { insertId } = await trx.executeQuery(CompiledQuery.raw(insertText(target), [...rows]));
  return Number(insertId ?? 0);
}

const texts = new WeakMap<Target, string>();

function insertText(target: Target): string {
  const known = texts.get(target);
  if (known) return known;
  const { table, columns } = target;
  const adds = target.adds.map((column) => `${column} = ${column} + excluded.${column}`).join(', ');
  const text = eachRow(
    `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})${
      adds === '' ? '' : ` ON CONFLICT DO UPDATE SET ${adds}`
    }`,
  );
  texts.set(target, text);
  return text;
}
