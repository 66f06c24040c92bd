import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import { codingRuleRows } from '../strays/coding-rule-queries.ts';
import { numberOf, textOf, type RecordStore } from './record-queries.ts';

/** Rules that propose codings. */
export const codingRuleStore: RecordStore = {
  all: async (db) =>
    (await codingRuleRows(db)).map((row) => ({
      ...{ id: row.id, version: row.version },
      fields: {
        ...{ code: row.code, name: row.name, supplier: row.supplier ?? '', account: row.account ?? '' },
        ...{ words: row.words, project: row.project, phase: row.phase, costCode: row.cost_code },
        costType: row.cost_type,
      },
    })),
  match: async (db, record) => {
    const code = textOf(record, 'code');
    const row = await db.selectFrom('coding_rule').select('id').where('code', '=', code).executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record) => {
    const row = { code: textOf(record, 'code'), ...values(record) };
    return Number((await trx.insertInto('coding_rule').values(row).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    await trx
      .updateTable('coding_rule')
      .set((eb) => ({ ...values(record), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: async (db, _id, record) => {
    const phase = textOf(record, 'phase');
    const project = numberOf(record, 'project') ?? 0;
    if (phase === '') return [];
    const known = await db
      .selectFrom('phase')
      .select('id')
      .where('project_id', '=', project)
      .where('code', '=', phase)
      .executeTakeFirst();
    return known ? [] : [{ at: 'phase', kind: 'unknown-code', subject: 'phase', typed: phase }];
  },
};

function values(record: ReadRecord) {
  return {
    name: textOf(record, 'name'),
    supplier_id: numberOf(record, 'supplier'),
    account_id: numberOf(record, 'account'),
    words: textOf(record, 'words'),
    project_id: numberOf(record, 'project') ?? 0,
    phase: textOf(record, 'phase'),
    cost_code_id: numberOf(record, 'costCode') ?? 0,
    cost_type: textOf(record, 'costType'),
  };
}
