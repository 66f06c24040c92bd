import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db } from '../database/schema.ts';
import { datedRates } from '../overhead/dated-rate-queries.ts';
import { addRate, rateFields } from './dated-rate-field-queries.ts';
import { textOf, type RecordStore } from './record-queries.ts';

export const activityStore: RecordStore = {
  all: async (db) => {
    const rows = await db.selectFrom('activity').select(['id', 'code', 'name', 'version']).orderBy('code').execute();
    return rows.map(({ id, version, ...fields }) => ({ id, version, fields }));
  },
  match: (db, record) => idOfCode(db, 'activity', record),
  insert: async (trx, record) => {
    const values = { code: textOf(record, 'code'), name: textOf(record, 'name') };
    return Number((await trx.insertInto('activity').values(values).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    await trx
      .updateTable('activity')
      .set((eb) => ({ name: textOf(record, 'name'), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: async () => [],
};

/** Own equipment, each with the rate that counts last. */
export const equipmentStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('equipment')
      .select(['id', 'code', 'name', 'unit', 'version'])
      .orderBy('code')
      .execute();
    const rates = await datedRates(db, 'equipment_id');
    return rows.map(({ id, version, ...fields }) => ({
      id,
      version,
      fields: { ...fields, ...rateFields(rates.get(id)) },
    }));
  },
  match: (db, record) => idOfCode(db, 'equipment', record),
  insert: async (trx, record, recording) => {
    const values = { code: textOf(record, 'code'), name: textOf(record, 'name'), unit: textOf(record, 'unit') };
    const id = Number((await trx.insertInto('equipment').values(values).executeTakeFirstOrThrow()).insertId);
    await addRate(trx, { by: 'equipment_id', of: id }, record, recording);
    return id;
  },
  update: async (trx, id, record, recording) => {
    await trx
      .updateTable('equipment')
      .set((eb) => ({ name: textOf(record, 'name'), unit: textOf(record, 'unit'), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
    await addRate(trx, { by: 'equipment_id', of: id }, record, recording);
  },
  problems: equipmentProblems,
};

/** A week of hours takes people and equipment in one column, so no code is both; what was charged by the hour stays so. */
async function equipmentProblems(db: Db, id: number | null, record: ReadRecord): Promise<readonly Problem[]> {
  const code = textOf(record, 'code');
  const person = await db.selectFrom('employee').select('id').where('code', '=', code).executeTakeFirst();
  const stored = id === null ? undefined : await unitInUse(db, id);
  return [
    ...(person === undefined ? [] : [{ at: 'code', kind: 'code-taken', subject: 'employee', typed: code } as const]),
    ...(stored === undefined || stored === textOf(record, 'unit')
      ? []
      : [{ at: 'unit', kind: 'in-use', subject: 'equipment', field: 'unit' } as const]),
  ];
}

/** The unit of equipment that was charged already; undefined where none was. */
async function unitInUse(db: Db, id: number): Promise<string | undefined> {
  const row = await db
    .selectFrom('equipment as e')
    .innerJoin('equipment_use as u', 'u.equipment_id', 'e.id')
    .select('e.unit')
    .where('e.id', '=', id)
    .limit(1)
    .executeTakeFirst();
  return row?.unit;
}

async function idOfCode(db: Db, table: 'activity' | 'equipment', record: ReadRecord): Promise<number | undefined> {
  const row = await db.selectFrom(table).select('id').where('code', '=', textOf(record, 'code')).executeTakeFirst();
  return row?.id;
}
