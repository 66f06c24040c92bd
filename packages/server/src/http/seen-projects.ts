import type { Db } from '../database/schema.ts';

const SEEN = new WeakMap<Db, ReadonlySet<number>>();

/** Within the transaction no other projects are there. */
export function seesOnly(trx: Db, projects: ReadonlySet<number>): void {
  SEEN.set(trx, projects);
}

/** The projects that may be seen; null for all of them. */
export function seenProjects(db: Db): ReadonlySet<number> | null {
  return SEEN.get(db) ?? null;
}

/** Of records of projects, or of one each, those that may be seen. */
export function seen<Row extends { readonly id: number }>(db: Db, rows: readonly Row[]): readonly Row[] {
  const only = seenProjects(db);
  return only === null ? rows : rows.filter(({ id }) => only.has(id));
}
