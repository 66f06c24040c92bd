import { monthAt, monthNumber, month } from '@lowtide/core/calendar/month.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { dayNumberOf, numberOf, textOf, typed, type RecordStore } from './record-queries.ts';

const addsOnly = {
  match: async (): Promise<undefined> => undefined,
  update: async (): Promise<void> => Promise.reject(new Error('these records are only ever added')),
  problems: async (): Promise<readonly Problem[]> => [],
};

export const contractChangeStore: RecordStore = {
  ...addsOnly,
  all: async (db) => {
    const rows = await db
      .selectFrom('contract_change as c')
      .innerJoin('project as p', 'p.id', 'c.project_id')
      .select(['c.id', 'p.code as project', 'c.effective_on', 'c.amount_cents', 'c.reason'])
      .orderBy('c.id', 'desc')
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: 1,
      fields: {
        project: row.project,
        effectiveOn: typed.day(row.effective_on),
        amount: typed.money(row.amount_cents),
        reason: row.reason,
      },
    }));
  },
  insert: async (trx, record, acting) => {
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      effective_on: dayNumberOf(record, 'effectiveOn') ?? 0,
      amount_cents: numberOf(record, 'amount') ?? 0,
      reason: textOf(record, 'reason'),
      recorded_at: acting.at,
      recorded_by: acting.by,
    };
    return Number((await trx.insertInto('contract_change').values(values).executeTakeFirstOrThrow()).insertId);
  },
};

export const estimateOverrideStore: RecordStore = {
  ...addsOnly,
  all: async (db) => {
    const rows = await db
      .selectFrom('estimate_override as o')
      .innerJoin('project as p', 'p.id', 'o.project_id')
      .select(['o.id', 'p.code as project', 'o.month', 'o.amount_cents', 'o.reason'])
      .orderBy('o.id', 'desc')
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: 1,
      fields: {
        project: row.project,
        month: monthAt(row.month),
        amount: row.amount_cents === null ? '' : typed.money(row.amount_cents),
        reason: row.reason,
      },
    }));
  },
  insert: async (trx, record, acting) => {
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      month: monthNumber(month(textOf(record, 'month'))),
      amount_cents: numberOf(record, 'amount'),
      reason: textOf(record, 'reason'),
      recorded_at: acting.at,
      recorded_by: acting.by,
    };
    return Number((await trx.insertInto('estimate_override').values(values).executeTakeFirstOrThrow()).insertId);
  },
};
