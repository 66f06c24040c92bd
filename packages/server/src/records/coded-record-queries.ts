import { ROLES, type Role } from '@lowtide/core/ledger/account.ts';
import { TAX_CATEGORIES, TAX_ON_BAD_DEBT } from '@lowtide/core/ledger/tax-code.ts';
import { BILLABLE_CODES } from '@lowtide/core/records/cost-code.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db, Trx } from '../database/schema.ts';
import { numberOf, textOf, typed, type RecordStore } from './record-queries.ts';

const none = async (): Promise<readonly Problem[]> => [];

async function idOfCode(
  db: Db,
  table: 'account' | 'tax_code' | 'employee' | 'cost_code' | 'project',
  record: ReadRecord,
): Promise<number | undefined> {
  const row = await db.selectFrom(table).select('id').where('code', '=', textOf(record, 'code')).executeTakeFirst();
  return row?.id;
}

export const accountStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('account')
      .select(['id', 'code', 'name', 'type', 'role', 'version'])
      .orderBy('code')
      .execute();
    return rows.map(({ id, version, code, name, type, role }) => ({
      id,
      version,
      fields: { code, name, type, role: role ?? '' },
    }));
  },
  match: (db, record) => idOfCode(db, 'account', record),
  insert: async (trx, record) => {
    await freeRole(trx, record);
    const values = { code: textOf(record, 'code'), name: textOf(record, 'name'), ...typeAndRole(record) };
    return Number((await trx.insertInto('account').values(values).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    await freeRole(trx, record, id);
    await trx
      .updateTable('account')
      .set((eb) => ({ name: textOf(record, 'name'), ...typeAndRole(record), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: accountProblems,
};

function typeAndRole(record: ReadRecord) {
  return { type: textOf(record, 'type'), role: textOf(record, 'role') || null };
}

/** A role that moves to this account leaves the one that had it. */
async function freeRole(trx: Trx, record: ReadRecord, id = 0): Promise<void> {
  const role = textOf(record, 'role');
  if (role === '') return;
  await trx.updateTable('account').set({ role: null }).where('role', '=', role).where('id', '<>', id).execute();
}

/** A role stays filled, with its type, and stays where it is once its account has postings. */
async function accountProblems(db: Db, id: number | null, record: ReadRecord): Promise<readonly Problem[]> {
  const role = textOf(record, 'role') as Role | '';
  const stored =
    id === null
      ? undefined
      : await db.selectFrom('account').select(['role', 'type']).where('id', '=', id).executeTakeFirst();
  const problems: Problem[] = [];
  if (stored && stored.role !== null && stored.role !== role) {
    problems.push({ at: 'role', kind: 'role-not-empty', role: stored.role });
  }
  if (role !== '' && ROLES[role] !== textOf(record, 'type')) {
    problems.push({ at: 'type', kind: 'role-needs-type', role, type: ROLES[role] });
  }
  if (stored && stored.type !== textOf(record, 'type') && (await hasPostings(db, id ?? 0))) {
    problems.push({ at: 'type', kind: 'in-use', subject: 'account', field: 'type' });
  }
  const holder =
    role === ''
      ? undefined
      : await db.selectFrom('account').select(['id', 'code']).where('role', '=', role).executeTakeFirst();
  if (holder && holder.id !== id && (await hasPostings(db, holder.id))) {
    problems.push({ at: 'role', kind: 'role-in-use', role, account: holder.code });
  }
  return problems;
}

async function hasPostings(db: Db, account: number): Promise<boolean> {
  const line = await db
    .selectFrom('journal_line')
    .select('id')
    .where('account_id', '=', account)
    .limit(1)
    .executeTakeFirst();
  return line !== undefined;
}

export const taxCodeStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('tax_code')
      .select([
        'id',
        'code',
        'name',
        'rate_millionths',
        'recoverable_millionths',
        'on_retention',
        'on_bad_debt',
        'category',
        'exemption',
        'version',
      ])
      .orderBy('code')
      .execute();
    return rows.map((row) => ({
      id: row.id,
      version: row.version,
      fields: {
        code: row.code,
        name: row.name,
        rate: typed.decimal(row.rate_millionths),
        recoverable: typed.decimal(row.recoverable_millionths),
        onRetention: row.on_retention,
        onBadDebt: row.on_bad_debt,
        ...{ category: row.category, exemption: row.exemption },
      },
    }));
  },
  match: (db, record) => idOfCode(db, 'tax_code', record),
  insert: async (trx, record) => {
    const values = { code: textOf(record, 'code'), ...taxValues(record) };
    return Number((await trx.insertInto('tax_code').values(values).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    await trx
      .updateTable('tax_code')
      .set((eb) => ({ ...taxValues(record), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: none,
};

function taxValues(record: ReadRecord) {
  return {
    name: textOf(record, 'name'),
    rate_millionths: numberOf(record, 'rate') ?? 0,
    recoverable_millionths: numberOf(record, 'recoverable') ?? 0,
    category: TAX_CATEGORIES.find((each) => each === textOf(record, 'category')) ?? TAX_CATEGORIES[0],
    exemption: textOf(record, 'exemption'),
    on_bad_debt: TAX_ON_BAD_DEBT.find((each) => each === textOf(record, 'onBadDebt')) ?? TAX_ON_BAD_DEBT[0],
    on_retention:
      textOf(record, 'onRetention') === 'when released' ? ('when released' as const) : ('with the invoice' as const),
  };
}

/** Clients and suppliers are kept alike. */
export function partyStore(kind: 'client' | 'supplier'): RecordStore {
  const values = (record: ReadRecord) => ({
    name: textOf(record, 'name'),
    address: textOf(record, 'address'),
    email: textOf(record, 'email'),
    terms_days: numberOf(record, 'termsDays') ?? 30,
    ...{ country: textOf(record, 'country').toUpperCase(), tax_number: textOf(record, 'taxNumber') },
  });
  return {
    all: async (db) => {
      const rows = await db
        .selectFrom('party')
        .select(['id', 'code', 'name', 'address', 'email', 'terms_days', 'country', 'tax_number', 'version'])
        .where('kind', '=', kind)
        .orderBy('code')
        .execute();
      return rows.map(({ id, version, terms_days, tax_number: taxNumber, ...fields }) => ({
        id,
        version,
        fields: { ...fields, termsDays: String(terms_days), taxNumber },
      }));
    },
    match: async (db, record) => {
      const row = await db
        .selectFrom('party')
        .select('id')
        .where('kind', '=', kind)
        .where('code', '=', textOf(record, 'code'))
        .executeTakeFirst();
      return row?.id;
    },
    insert: async (trx, record) => {
      const row = { kind, code: textOf(record, 'code'), ...values(record) };
      return Number((await trx.insertInto('party').values(row).executeTakeFirstOrThrow()).insertId);
    },
    update: async (trx, id, record) => {
      await trx
        .updateTable('party')
        .set((eb) => ({ ...values(record), version: eb('version', '+', 1) }))
        .where('id', '=', id)
        .execute();
    },
    problems: none,
  };
}

export const costCodeStore: RecordStore = {
  all: async (db) => {
    const rows = await db
      .selectFrom('cost_code as c')
      .leftJoin('cost_code as p', 'p.id', 'c.parent_id')
      .select(['c.id', 'c.code', 'c.name', 'c.cost_type', 'c.billable', 'c.version', 'p.code as parent'])
      .orderBy('c.code')
      .execute();
    return rows.map(({ id, version, code, name, cost_type, parent, billable }) => ({
      id,
      version,
      fields: { code, name, parent: parent ?? '', costType: cost_type ?? '', billable },
    }));
  },
  match: (db, record) => idOfCode(db, 'cost_code', record),
  insert: async (trx, record) => {
    const values = { code: textOf(record, 'code'), ...costCodeValues(record) };
    return Number((await trx.insertInto('cost_code').values(values).executeTakeFirstOrThrow()).insertId);
  },
  update: async (trx, id, record) => {
    await trx
      .updateTable('cost_code')
      .set((eb) => ({ ...costCodeValues(record), version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
  },
  problems: async (db, id, record) => {
    const parents = new Map(
      (await db.selectFrom('cost_code').select(['id', 'parent_id']).execute()).map((row) => [row.id, row.parent_id]),
    );
    let above = numberOf(record, 'parent');
    while (above !== null && above !== id) above = parents.get(above) ?? null;
    return above === null ? [] : [{ at: 'parent', kind: 'parent-loop', typed: textOf(record, 'code') }];
  },
};

function costCodeValues(record: ReadRecord) {
  return {
    name: textOf(record, 'name'),
    parent_id: numberOf(record, 'parent'),
    cost_type: textOf(record, 'costType') || null,
    billable: BILLABLE_CODES.find((each) => each === textOf(record, 'billable')) ?? BILLABLE_CODES[0],
  };
}
