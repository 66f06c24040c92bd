import { month, monthAt, monthNumber } from '@lowtide/core/calendar/month.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { openDayFrom, openMonthFrom } from '@lowtide/core/months/open-day.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Db } from '../database/schema.ts';
import { EVERYTHING, monthEnd, notWithdrawn } from '../ledger/as-of-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import { commitments } from '../orders/commitment-queries.ts';
import { closedProblems } from '../projects/closed-project-queries.ts';
import { insertContractChange, priceProblems } from '../projects/contract-write-queries.ts';
import { dayOfField, moneyOf, numberOf, textOf, typed, type RecordStore } from './record-queries.ts';

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
      .select(['c.id', 'p.code as project', 'c.effective_on', 'c.agreed_on', 'c.amount_cents', 'c.reason'])
      .where(notWithdrawn('c'))
      .orderBy('c.id', 'desc')
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: 1,
      fields: {
        project: row.project,
        effectiveOn: typed.day(row.agreed_on ?? row.effective_on),
        amount: typed.money(row.amount_cents),
        reason: row.reason,
      },
    }));
  },
  problems: async (db, _id, record, { lockedThrough }) => {
    const [project, agreedOn] = [numberOf(record, 'project') ?? 0, dayOfField(record, 'effectiveOn')];
    if (agreedOn === null) return [];
    const change = {
      project,
      effectiveOn: openDayFrom(agreedOn, lockedThrough),
      amount: moneyOf(record, 'amount') ?? ZERO,
    };
    return [...(await closedProblems(db, project, 'project')), ...(await priceProblems(db, change, 'amount'))];
  },
  insert: async (trx, record, recording) => {
    const agreedOn = dayOfField(record, 'effectiveOn') ?? recording.today;
    const change = { project: numberOf(record, 'project') ?? 0, agreedOn, amount: moneyOf(record, 'amount') ?? ZERO };
    return insertContractChange(trx, { ...change, reason: textOf(record, 'reason'), approval: null }, recording);
  },
};

export const estimateOverrideStore: RecordStore = {
  ...addsOnly,
  problems: async (db, _id, record, { acceptWarnings, lockedThrough }) => {
    const [amount, project] = [moneyOf(record, 'amount'), numberOf(record, 'project')];
    if (project === null) return [];
    const closed = await closedProblems(db, project, 'project');
    if (closed.length > 0 || amount === null) return closed;
    if (amount < 0) return [{ at: 'amount', kind: 'number-not-positive', field: 'the cost at completion' }];
    const from = openMonthFrom(month(textOf(record, 'month')), lockedThrough);
    const cost = await costThrough(db, project, monthNumber(from));
    const ordered = await commitments(db, { ...monthEnd(from), recordedAt: EVERYTHING.recordedAt }, [project]);
    const committed = sum([ZERO, ...ordered.map((each) => each.committed)]);
    return amount < cost + committed && !acceptWarnings
      ? [{ at: 'amount', kind: 'estimate-below-cost', cost, committed, estimate: amount }]
      : [];
  },
  all: async (db) => {
    const rows = await db
      .selectFrom('estimate_override as o')
      .innerJoin('project as p', 'p.id', 'o.project_id')
      .select(['o.id', 'p.code as project', 'o.month', 'o.agreed_month', 'o.amount_cents', 'o.reason'])
      .orderBy('o.id', 'desc')
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: 1,
      fields: {
        project: row.project,
        month: monthAt(row.agreed_month ?? row.month),
        amount: row.amount_cents === null ? '' : typed.money(row.amount_cents),
        reason: row.reason,
      },
    }));
  },
  insert: async (trx, record, { at, by, lockedThrough }) => {
    const agreed = month(textOf(record, 'month'));
    const from = openMonthFrom(agreed, lockedThrough);
    const amount = moneyOf(record, 'amount');
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      month: monthNumber(from),
      agreed_month: from === agreed ? null : monthNumber(agreed),
      amount_cents: amount,
      reason: textOf(record, 'reason'),
      recorded_at: at,
      recorded_by: by,
    };
    await refuseSumsTooLarge(trx, { turnover: 0, planned: amount ?? 0 });
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
