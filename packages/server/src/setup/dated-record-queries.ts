import { isNameableMonth, month, monthAt, monthNumber } from '@lowtide/core/calendar/month.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Db } from '../database/schema.ts';
import { notWithdrawn } from '../journal/as-of-queries.ts';
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
      .where(notWithdrawn('c'))
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
  problems: async (db, _id, record) => {
    const [amount, project] = [numberOf(record, 'amount'), numberOf(record, 'project')];
    const from = textOf(record, 'month');
    if (project === null || amount === null || !isNameableMonth(from)) return [];
    const cost = await costThrough(db, project, monthNumber(month(from)));
    return amount < cost ? [{ at: 'amount', kind: 'estimate-below-cost', cost, estimate: cents(amount) }] : [];
  },
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

/** Cost posted to a project through a month. */
async function costThrough(db: Db, project: number, through: number): Promise<Cents> {
  const { held, expensed } = await db
    .selectFrom('project_month')
    .select(({ fn }) => [
      fn.sum<number | null>('held_cents').as('held'),
      fn.sum<number | null>('expensed_cents').as('expensed'),
    ])
    .where('project_id', '=', project)
    .where('month', '<=', through)
    .executeTakeFirstOrThrow();
  return cents((held ?? 0) + (expensed ?? 0));
}
