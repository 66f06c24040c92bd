import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { sameScope } from '@lowtide/core/rates/applying-rule.ts';
import { isAppliedByRun, type OverheadBase } from '@lowtide/core/overhead/overhead-pool.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { overheadPools } from '../overhead/pool-queries.ts';
import { datedRates } from '../overhead/dated-rate-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { addRate, rateFields } from './dated-rate-field-queries.ts';
import { numberOf, textOf, type RecordStore } from './record-queries.ts';

/** Overhead pools, each with the rate that counts last. */
export const overheadPoolStore: RecordStore = {
  all: async (db) => {
    const rates = await datedRates(db, 'pool_id');
    const costCodeNames = new Map((await costCodes(db)).map(({ id, code }) => [Number(id), code]));
    const codes = new Map((await accountList(db)).map(({ id, code }) => [id, code]));
    return (await overheadPools(db)).map(({ id, version, code, name, base, accounts, onto }) => ({
      ...{ id, version },
      fields: {
        ...{ code, name, accounts: accounts.map((account) => codes.get(account) ?? '').join(' '), base },
        costCode: costCodeNames.get(onto ?? 0) ?? '',
        ...rateFields(rates.get(id)),
      },
    }));
  },
  match: async (db, record) => {
    const code = textOf(record, 'code');
    const row = await db.selectFrom('overhead_pool').select('id').where('code', '=', code).executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, recording) => {
    const values = { code: textOf(record, 'code'), ...(await poolValues(trx, record)) };
    const id = Number((await trx.insertInto('overhead_pool').values(values).executeTakeFirstOrThrow()).insertId);
    await addRate(trx, { by: 'pool_id', of: id }, record, recording);
    return id;
  },
  update: async (trx, id, record, recording) => {
    const values = await poolValues(trx, record);
    await trx
      .updateTable('overhead_pool')
      .set((eb) => ({ ...values, version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
    await addRate(trx, { by: 'pool_id', of: id }, record, recording);
  },
  problems: poolProblems,
};

async function poolValues(db: Db, record: ReadRecord) {
  const named = codesIn(record).map((code) => code.toLowerCase());
  const ids = (await accountList(db)).filter(({ code }) => named.includes(code.toLowerCase())).map(({ id }) => id);
  return {
    name: textOf(record, 'name'),
    base: textOf(record, 'base'),
    accounts: JSON.stringify(ids),
    cost_code_id: numberOf(record, 'costCode'),
  };
}

function codesIn(record: ReadRecord): readonly string[] {
  return textOf(record, 'accounts')
    .split(/[\s,;]+/)
    .filter((code) => code !== '');
}

function accountList(db: Db) {
  return db.selectFrom('account').select(['id', 'code', 'type', 'role']).execute();
}

async function poolProblems(db: Db, id: number | null, record: ReadRecord): Promise<readonly Problem[]> {
  const base = textOf(record, 'base') as OverheadBase;
  const others = (await overheadPools(db)).filter((pool) => pool.id !== id);
  const accounts = await accountList(db);
  const wrong = codesIn(record).flatMap((code): readonly Problem[] => {
    const known = accounts.find((account) => account.code.toLowerCase() === code.toLowerCase());
    if (known === undefined) return [{ at: 'accounts', kind: 'unknown-code', subject: 'account', typed: code }];
    if (known.type !== 'expense' || known.role !== null)
      return [{ at: 'accounts', kind: 'not-an-expense', account: code }];
    const other = others.find((pool) => pool.accounts.includes(known.id));
    return other === undefined ? [] : [{ at: 'accounts', kind: 'account-in-pool', account: code, pool: other.code }];
  });
  const stored = (await overheadPools(db)).find((pool) => pool.id === id);
  const changesBase = stored !== undefined && stored.base !== base && (await isApplied(db, stored.id));
  const hasRate = numberOf(record, 'rate') !== null;
  return [
    ...wrong,
    ...(changesBase ? [{ at: 'base', kind: 'pool-in-use' } as const] : []),
    ...tooHigh(base, numberOf(record, 'rate')),
    ...(hasRate === isAppliedByRun(base) ? [] : [{ at: 'rate', kind: 'rate-of-pool', base } as const]),
    ...(isByLabor(base) && (await ratesCarryOverhead(db)) ? [{ at: 'base', kind: 'overhead-in-rates' } as const] : []),
  ];
}

/** The most that an hour, or a percentage of cost, may come to, in ten-thousandths: beyond it somebody mistyped. */
const MOST_RATE = { 'labor hours': 1_000_000_000, 'labor cost': 10_000_000, 'direct cost': 10_000_000 } as const;

function tooHigh(base: OverheadBase, rate: number | null): readonly Problem[] {
  if (!isAppliedByRun(base) || rate === null || rate <= MOST_RATE[base]) return [];
  const most = base === 'labor hours' ? '100,000 an hour' : '1,000 percent';
  return [{ at: 'rate', kind: 'number-outside', field: 'the rate', least: '0', most }];
}

function isByLabor(base: OverheadBase): boolean {
  return base === 'labor hours' || base === 'labor cost';
}

/** Whether the latest rate of anybody carries overhead; what it carried before does not count. */
async function ratesCarryOverhead(db: Db): Promise<boolean> {
  const byScope = groupedBy(await rateRules(db, 'cost'), sameScope);
  return [...byScope.values()].some((own) => {
    const [latest] = own.toSorted((one, other) => (one.effectiveOn < other.effectiveOn ? 1 : -1));
    return latest !== undefined && latest.rates.regular.overhead !== 0;
  });
}

async function isApplied(db: Db, pool: number): Promise<boolean> {
  const row = await db.selectFrom('overhead_line').select('id').where('pool_id', '=', pool).limit(1).executeTakeFirst();
  return row !== undefined;
}
