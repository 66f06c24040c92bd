import { monthAt, monthNumber, month } from '@lowtide/core/calendar/month.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { extension, quantity, rate } from '@lowtide/core/money/quantity.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { ReadRecord } from '@lowtide/core/setup/read-record.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import {
  dayNumberOf,
  moneyOf,
  numberOf,
  textOf,
  typed,
  type RecordAnswer,
  type RecordStore,
} from './record-queries.ts';

export const projectStore: RecordStore = {
  all: allProjects,
  match: async (db, record) => {
    const row = await db
      .selectFrom('project')
      .select('id')
      .where('code', '=', textOf(record, 'code'))
      .executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, acting) => {
    const values = {
      code: textOf(record, 'code'),
      kind: textOf(record, 'kind'),
      cost_treatment: textOf(record, 'costTreatment'),
      ...projectValues(record),
    };
    const id = Number((await trx.insertInto('project').values(values).executeTakeFirstOrThrow()).insertId);
    const price = moneyOf(record, 'contractPrice');
    if (price !== null) await insertOriginalPrice(trx, id, { price, from: values.start_on }, acting);
    return id;
  },
  update: async (trx, id, record, acting) => {
    const values = projectValues(record);
    await trx
      .updateTable('project')
      .set((eb) => ({ ...values, version: eb('version', '+', 1) }))
      .where('id', '=', id)
      .execute();
    const price = moneyOf(record, 'contractPrice');
    const priced = await trx.selectFrom('contract_change').select('id').where('project_id', '=', id).executeTakeFirst();
    if (price !== null && !priced) await insertOriginalPrice(trx, id, { price, from: values.start_on }, acting);
  },
  problems: projectProblems,
};

function projectValues(record: ReadRecord) {
  return {
    name: textOf(record, 'name'),
    client_id: numberOf(record, 'client'),
    manager: textOf(record, 'manager'),
    start_on: dayNumberOf(record, 'startOn') ?? 0,
    target_end_on: dayNumberOf(record, 'targetEndOn'),
    actual_end_on: dayNumberOf(record, 'actualEndOn'),
    status: textOf(record, 'status'),
    method: textOf(record, 'method'),
    tax_code_id: numberOf(record, 'taxCode'),
    site_address: textOf(record, 'siteAddress'),
    notes: textOf(record, 'notes'),
  };
}

async function insertOriginalPrice(
  trx: Trx,
  project: number,
  { price, from }: { readonly price: number; readonly from: number },
  acting: Acting,
): Promise<void> {
  await trx
    .insertInto('contract_change')
    .values({
      project_id: project,
      effective_on: from,
      amount_cents: price,
      reason: 'Original contract',
      recorded_at: acting.at,
      recorded_by: acting.by,
    })
    .execute();
}

async function allProjects(db: Db): Promise<RecordAnswer[]> {
  const rows = await db
    .selectFrom('project as p')
    .leftJoin('party as c', 'c.id', 'p.client_id')
    .leftJoin('tax_code as t', 't.id', 'p.tax_code_id')
    .select([
      'p.id',
      'p.version',
      'p.code',
      'p.name',
      'p.kind',
      'c.code as client',
      'p.manager',
      'p.start_on',
      'p.target_end_on',
      'p.actual_end_on',
      'p.status',
      'p.method',
      'p.cost_treatment',
      't.code as tax_code',
      'p.site_address',
      'p.notes',
      (eb) =>
        eb
          .selectFrom('contract_change as k')
          .select('k.amount_cents')
          .whereRef('k.project_id', '=', 'p.id')
          .orderBy('k.id')
          .limit(1)
          .as('original_cents'),
    ])
    .orderBy('p.code')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    fields: {
      code: row.code,
      name: row.name,
      kind: row.kind,
      client: row.client ?? '',
      manager: row.manager,
      startOn: typed.day(row.start_on),
      targetEndOn: typed.day(row.target_end_on),
      actualEndOn: typed.day(row.actual_end_on),
      status: row.status,
      method: row.method,
      costTreatment: row.cost_treatment,
      taxCode: row.tax_code ?? '',
      contractPrice: row.original_cents === null ? '' : typed.money(row.original_cents),
      siteAddress: row.site_address,
      notes: row.notes,
    },
  }));
}

async function projectProblems(db: Db, id: number | null, record: ReadRecord): Promise<readonly Problem[]> {
  const problems: Problem[] = [];
  const start = dayNumberOf(record, 'startOn');
  for (const [field, label] of [
    ['targetEndOn', 'the target end'],
    ['actualEndOn', 'the actual end'],
  ] as const) {
    const end = dayNumberOf(record, field);
    if (start !== null && end !== null && end < start) {
      problems.push({ at: field, kind: 'days-out-of-order', earlier: 'the start', later: label });
    }
  }
  const status = textOf(record, 'status');
  if ((status === 'finished' || status === 'closed') && dayNumberOf(record, 'actualEndOn') === null) {
    problems.push({ at: 'actualEndOn', kind: 'missing', field: 'the actual end of a finished project' });
  }
  if (textOf(record, 'kind') === 'client' && numberOf(record, 'client') === null) {
    problems.push({ at: 'client', kind: 'missing', field: 'the client of a project for a client' });
  }
  if (textOf(record, 'kind') === 'internal' && textOf(record, 'method') !== 'none') {
    problems.push({ at: 'method', kind: 'not-a-choice', typed: textOf(record, 'method'), choices: ['none'] });
  }
  return [...problems, ...(id === null ? [] : await fixedProjectFields(db, id, record))];
}

/** What postings rely on stays as it was first stored. */
async function fixedProjectFields(db: Db, id: number, record: ReadRecord): Promise<readonly Problem[]> {
  const stored = await db
    .selectFrom('project')
    .select(['kind', 'cost_treatment', 'client_id'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!stored) return [];
  const posted = await db
    .selectFrom('journal_line')
    .select('id')
    .where('project_id', '=', id)
    .limit(1)
    .executeTakeFirst();
  const fixed = [
    ['kind', stored.kind === textOf(record, 'kind')],
    ['costTreatment', stored.cost_treatment === textOf(record, 'costTreatment')],
    ['client', !posted || stored.client_id === numberOf(record, 'client')],
  ] as const;
  return fixed.flatMap(([at, same]) => (same ? [] : [{ at, kind: 'in-use' as const, subject: 'project' as const, field: at }]));
}

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
async function phaseNamed(db: Db, record: ReadRecord, field: string): Promise<number | undefined> {
  const row = await db
    .selectFrom('phase')
    .select('id')
    .where('project_id', '=', numberOf(record, 'project') ?? 0)
    .where('code', '=', textOf(record, field))
    .executeTakeFirst();
  return row?.id;
}

export const budgetLineStore: RecordStore = {
  all: allBudgetLines,
  match: async (db, record) => {
    const phase = textOf(record, 'phase') === '' ? null : ((await phaseNamed(db, record, 'phase')) ?? -1);
    const row = await db
      .selectFrom('budget_line')
      .select('id')
      .where('project_id', '=', numberOf(record, 'project') ?? 0)
      .where('cost_code_id', '=', numberOf(record, 'costCode') ?? 0)
      .where('cost_type', '=', textOf(record, 'costType'))
      .where((eb) => (phase === null ? eb('phase_id', 'is', null) : eb('phase_id', '=', phase)))
      .executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, acting) => {
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      phase_id: (await phaseNamed(trx, record, 'phase')) ?? null,
      cost_code_id: numberOf(record, 'costCode') ?? 0,
      cost_type: textOf(record, 'costType'),
      unit: textOf(record, 'unit'),
      unit_cost_e4: numberOf(record, 'unitCost') ?? 0,
    };
    const id = Number((await trx.insertInto('budget_line').values(values).executeTakeFirstOrThrow()).insertId);
    await insertBudgetChange(trx, { line: id, original: true, change: budgetAmounts(record) }, record, acting);
    return id;
  },
  update: async (trx, id, record, acting) => {
    const before = await budgetSums(trx, id);
    const now = budgetAmounts(record);
    const change = {
      quantity: now.quantity - before.quantity,
      cost: now.cost - before.cost,
      price: now.price - before.price,
    };
    await trx
      .updateTable('budget_line')
      .set((eb) => ({
        unit: textOf(record, 'unit'),
        unit_cost_e4: numberOf(record, 'unitCost') ?? 0,
        version: eb('version', '+', 1),
      }))
      .where('id', '=', id)
      .execute();
    if (Object.values(change).some((amount) => amount !== 0)) {
      await insertBudgetChange(trx, { line: id, original: false, change }, record, acting);
    }
  },
  problems: async (db, _id, record) => {
    const named = textOf(record, 'phase');
    if (named === '' || (await phaseNamed(db, record, 'phase')) !== undefined) return [];
    return [{ at: 'phase', kind: 'unknown-code', subject: 'phase', typed: named }];
  },
};

interface BudgetSums {
  readonly quantity: number;
  readonly cost: number;
  readonly price: number;
}

/** Cost as typed, or quantity × unit cost where none is. */
function budgetAmounts(record: ReadRecord): BudgetSums {
  const units = quantity(numberOf(record, 'quantity') ?? 0);
  const cost = moneyOf(record, 'cost') ?? extension(units, rate(numberOf(record, 'unitCost') ?? 0));
  return { quantity: units, cost, price: moneyOf(record, 'price') ?? 0 };
}

async function budgetSums(db: Db, line: number): Promise<BudgetSums> {
  const sums = await db
    .selectFrom('budget_change')
    .select(({ fn }) => [
      fn.sum<number>('quantity_e4').as('quantity'),
      fn.sum<number>('cost_cents').as('cost'),
      fn.sum<number>('price_cents').as('price'),
    ])
    .where('budget_line_id', '=', line)
    .executeTakeFirstOrThrow();
  return sums;
}

async function insertBudgetChange(
  trx: Trx,
  { line, original, change }: { readonly line: number; readonly original: boolean; readonly change: BudgetSums },
  record: ReadRecord,
  acting: Acting,
): Promise<void> {
  await trx
    .insertInto('budget_change')
    .values({
      budget_line_id: line,
      effective_on: dayNumberOf(record, 'effectiveOn') ?? dayNumber(acting.today),
      quantity_e4: change.quantity,
      cost_cents: change.cost,
      price_cents: change.price,
      original: original ? 1 : 0,
      reason: textOf(record, 'reason') || (original ? 'Original budget' : 'Changed'),
      recorded_at: acting.at,
      recorded_by: acting.by,
    })
    .execute();
}

async function allBudgetLines(db: Db): Promise<RecordAnswer[]> {
  const rows = await db
    .selectFrom('budget_line as b')
    .innerJoin('project as p', 'p.id', 'b.project_id')
    .innerJoin('cost_code as k', 'k.id', 'b.cost_code_id')
    .innerJoin('budget_change as c', 'c.budget_line_id', 'b.id')
    .leftJoin('phase as h', 'h.id', 'b.phase_id')
    .select(({ fn }) => [
      'b.id',
      'b.version',
      'p.code as project',
      'h.code as phase',
      'k.code as cost_code',
      'b.cost_type',
      'b.unit',
      'b.unit_cost_e4',
      fn.sum<number>('c.quantity_e4').as('quantity'),
      fn.sum<number>('c.cost_cents').as('cost'),
      fn.sum<number>('c.price_cents').as('price'),
      fn.max('c.effective_on').as('effective_on'),
    ])
    .groupBy('b.id')
    .orderBy('p.code')
    .orderBy('k.code')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    fields: {
      project: row.project,
      phase: row.phase ?? '',
      costCode: row.cost_code,
      costType: row.cost_type,
      quantity: row.quantity === 0 ? '' : typed.decimal(row.quantity),
      unit: row.unit,
      unitCost: row.unit_cost_e4 === 0 ? '' : typed.decimal(row.unit_cost_e4),
      cost: typed.money(row.cost),
      price: typed.money(row.price),
      effectiveOn: typed.day(row.effective_on),
      reason: '',
    },
  }));
}

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
