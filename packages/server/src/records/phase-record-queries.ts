import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db } from '../database/schema.ts';
import { numberOf, textOf, type RecordStore } from './record-queries.ts';

export const phaseStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('phase as h')
      .innerJoin('project as p', 'p.id', 'h.project_id')
      .leftJoin('phase as a', 'a.id', 'h.parent_id')
      .select(['h.id', 'h.version', 'p.code as project', 'h.code', 'h.name', 'a.code as parent'])
      .orderBy('p.code')
      .orderBy('h.code')
      .execute();
    return rows.map(({ id, version, project, code, name, parent }) => ({
      id,
      version,
      fields: { project, code, name, parent: parent ?? '' },
    }));
  },
  match: (db, record) => phaseNamed(db, record, 'code'),
  insert: async (trx, record) => {
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      code: textOf(record, 'code'),
      name: textOf(record, 'name'),
      parent_id: (await phaseNamed(trx, record, 'parent')) ?? null,
    };
    return Number((await trx.insertInto('phase').values(values).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    const parent_id = (await phaseNamed(trx, record, 'parent')) ?? null;
    await trx
      .updateTable('phase')
      .set((eb) => ({ name: textOf(record, 'name'), parent_id, version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: async (db, id, record) => {
    const parent = await phaseNamed(db, record, 'parent');
    const named = textOf(record, 'parent');
    if (named === '') return [];
    if (parent === undefined) return [{ at: 'parent', kind: 'unknown-code', subject: 'phase', typed: named }];
    return parent === id ? [{ at: 'parent', kind: 'parent-loop', typed: named }] : [];
  },
};

/** The phase of the record's project with the code that a field holds. */
/** The project's phase a field names, if it has it. */
export async function phaseNamed(db: Db, record: ReadRecord, field: string): Promise<number | undefined> {
  const row = await db
    .selectFrom('phase')
    .select('id')
    .where('project_id', '=', numberOf(record, 'project') ?? 0)
    .where('code', '=', textOf(record, field))
    .executeTakeFirst();
  return row?.id;
}
