import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { MOST_CENTS } from '@lowtide/core/money/cents.ts';
import { extension, quantity, rate, unboundedExtension } from '@lowtide/core/money/quantity.ts';
import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import type { Db, Trx } from '../database/schema.ts';
import { notWithdrawn } from '../ledger/as-of-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import {
  countsOn,
  dayNumberOf,
  moneyOf,
  numberOf,
  textOf,
  typed,
  type RecordAnswer,
  type RecordStore,
} from './record-queries.ts';
import type { Recording } from '../company/recording.ts';
import { closedProblems } from '../projects/closed-project-queries.ts';
import { insertZeroMargin, zeroMarginLines } from '../projects/zero-margin-queries.ts';
import { phaseNamed } from './phase-record-queries.ts';
import { hasAsked } from '../database/coding-columns.ts';

export const budgetLineStore: RecordStore = {
  all: allBudgetLines,
  match: async (db, record) => {
    const phase = textOf(record, 'phase') === '' ? null : ((await phaseNamed(db, record, 'phase')) ?? -1);
    const row = await db
      .selectFrom('budget_line')
      .select('id')
      .where(
        hasAsked('budget_line', {
          ...{ project: numberOf(record, 'project') ?? 0, phase, costCode: numberOf(record, 'costCode') ?? 0 },
          costType: textOf(record, 'costType'),
        }),
      )
      .executeTakeFirst();
    return row?.id;
  },
  insert: async (trx, record, recording) => {
    const values = {
      project_id: numberOf(record, 'project') ?? 0,
      phase_id: (await phaseNamed(trx, record, 'phase')) ?? null,
      cost_code_id: numberOf(record, 'costCode') ?? 0,
      cost_type: textOf(record, 'costType'),
      unit: textOf(record, 'unit'),
      unit_cost_e4: numberOf(record, 'unitCost') ?? 0,
    };
    const id = Number((await trx.insertInto('budget_line').values(values).executeTakeFirstOrThrow()).insertId);
    await insertBudgetChange(trx, { line: id, original: true, change: budgetAmounts(record) }, record, recording);
    await markZeroMargin(trx, { line: id, wasMarked: false }, record, recording);
    return id;
  },
  update: async (trx, id, record, recording) => {
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
      await insertBudgetChange(trx, { line: id, original: false, change }, record, recording);
    }
    await markZeroMargin(trx, { line: id, wasMarked: (await zeroMarginLines(trx)).has(id) }, record, recording);
  },
  problems: async (db, _id, record) => {
    const named = textOf(record, 'phase');
    const units = quantity(numberOf(record, 'quantity') ?? 0);
    const cost = unboundedExtension(units, rate(numberOf(record, 'unitCost') ?? 0));
    const tooLarge = moneyOf(record, 'cost') === null && Math.abs(cost) > MOST_CENTS;
    const known = named === '' || (await phaseNamed(db, record, 'phase')) !== undefined;
    return [
      ...(await closedProblems(db, numberOf(record, 'project') ?? 0, 'project')),
      ...(known ? [] : [{ at: 'phase', kind: 'unknown-code', subject: 'phase', typed: named } as const]),
      ...(tooLarge ? [{ at: 'unitCost', kind: 'number-too-large', typed: typed.decimal(cost) } as const] : []),
    ];
  },
};

/** Says of the line whether it is carried at zero margin, where the record says otherwise than the books; from its day on. */
async function markZeroMargin(
  trx: Trx,
  { line, wasMarked }: { readonly line: number; readonly wasMarked: boolean },
  record: ReadRecord,
  recording: Recording,
): Promise<void> {
  const said = textOf(record, 'zeroMargin');
  if (said === '' || (said === 'yes') === wasMarked) return;
  const { from } = countsOn(dayNumberOf(record, 'effectiveOn') ?? dayNumber(recording.today), recording.lockedThrough);
  await insertZeroMargin(trx, { line, marked: said === 'yes', countsFrom: from }, recording);
}

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
      fn.sum<number | null>('quantity_e4').as('quantity'),
      fn.sum<number | null>('cost_cents').as('cost'),
      fn.sum<number | null>('price_cents').as('price'),
    ])
    .where('budget_line_id', '=', line)
    .where(notWithdrawn('budget_change'))
    .executeTakeFirstOrThrow();
  return { quantity: sums.quantity ?? 0, cost: sums.cost ?? 0, price: sums.price ?? 0 };
}

async function insertBudgetChange(
  trx: Trx,
  { line, original, change }: { readonly line: number; readonly original: boolean; readonly change: BudgetSums },
  record: ReadRecord,
  { at, by, today, lockedThrough }: Recording,
): Promise<void> {
  const { from, agreed } = countsOn(dayNumberOf(record, 'effectiveOn') ?? dayNumber(today), lockedThrough);
  await trx
    .insertInto('budget_change')
    .values({
      budget_line_id: line,
      effective_on: from,
      agreed_on: agreed,
      unit: textOf(record, 'unit'),
      cause: original ? 'original' : textOf(record, 'cause') || 'correction',
      quantity_e4: change.quantity,
      cost_cents: change.cost,
      price_cents: change.price,
      original: original ? 1 : 0,
      reason: textOf(record, 'reason') || (original ? 'Original budget' : 'Changed'),
      recorded_at: at,
      recorded_by: by,
    })
    .execute();
  await refuseSumsTooLarge(trx, { turnover: 0, planned: Math.abs(change.cost) + Math.abs(change.price) });
}

async function allBudgetLines(db: Db): Promise<RecordAnswer[]> {
  const marked = await zeroMarginLines(db);
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
    .where(notWithdrawn('c'))
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
      cause: '',
      zeroMargin: marked.has(row.id) ? 'yes' : 'no',
    },
  }));
}
