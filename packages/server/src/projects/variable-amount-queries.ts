import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { VariableKind } from '@lowtide/core/progress/variable-amounts.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

export interface VariableAmountAt {
  readonly id: number;
  readonly project: number;
  readonly kind: VariableKind;
  readonly name: string;
  /** The pending change order that it is of. */
  readonly estimate: number | null;
  /** What of it is included in the price. */
  readonly amount: Cents;
  readonly on: IsoDate;
  readonly reason: string;
  readonly by: string;
  /** A change order that was decided by then: its approval has taken the place of what was included. */
  readonly isDecided: boolean;
}

/** What may be part of the price of projects, or of one of them, before it is agreed, as it stood; by project, in order of entry. */
export async function variableAmounts(
  db: Db,
  { day, recordedAt }: At,
  only?: number,
): Promise<readonly VariableAmountAt[]> {
  const of = only === undefined ? sql`` : sql`AND v.project_id = ${only}`;
  const { rows } = await sql<{
    id: number;
    project: number;
    kind: VariableKind;
    name: string;
    estimate: number | null;
    amount: number;
    on: number;
    reason: string;
    by: string;
    pending: number | null;
  }>`SELECT v.id, v.project_id AS project, v.kind, v.name, v.estimate_id AS estimate, s.amount_cents AS amount,
      s.counts_on AS "on", s.reason, s.recorded_by AS by,
      (SELECT o.pending FROM change_order_stand o WHERE o.estimate_id = v.estimate_id
        AND o.counts_from <= ${day} AND o.recorded_at <= ${recordedAt} ORDER BY o.id DESC LIMIT 1) AS pending
    FROM variable_amount v JOIN variable_stand s ON s.id = (SELECT l.id FROM variable_stand l
      WHERE l.variable_amount_id = v.id AND l.counts_on <= ${day} AND l.recorded_at <= ${recordedAt}
      ORDER BY l.counts_on DESC, l.id DESC LIMIT 1)
    WHERE v.recorded_at <= ${recordedAt} ${of} ORDER BY v.project_id, v.id`.execute(db);
  return rows.map(({ amount, on, pending, ...row }) => {
    // A day before the change order was begun is none on which it was decided.
    const isDecided = row.estimate !== null && pending === 0;
    return { ...row, amount: isDecided ? cents(0) : cents(amount), on: dayOf(on), isDecided };
  });
}

/** What is included in the price of projects, or of one of them, and not agreed. */
export async function includedAmounts(db: Db, at: At, only?: number): Promise<ReadonlyMap<number, Cents>> {
  const included = new Map<number, Cents>();
  for (const { project, amount } of await variableAmounts(db, at, only)) {
    included.set(project, cents((included.get(project) ?? 0) + amount));
  }
  return included;
}

interface NewAmount {
  readonly project: number;
  readonly kind: VariableKind;
  readonly name: string;
  readonly estimate: number | null;
}

/** Answers its number. */
export async function insertVariableAmount(
  trx: Trx,
  { project, kind, name, estimate }: NewAmount,
  { at, by }: Stamp,
): Promise<number> {
  const row = { project_id: project, kind, name, estimate_id: estimate, recorded_at: at, recorded_by: by };
  const { insertId } = await trx.insertInto('variable_amount').values(row).executeTakeFirstOrThrow();
  return Number(insertId);
}

interface NewStand {
  readonly of: number;
  readonly on: IsoDate;
  readonly amount: Cents;
  readonly reason: string;
}

export async function insertVariableStand(
  trx: Trx,
  { of, on, amount, reason }: NewStand,
  { at, by }: Stamp,
): Promise<void> {
  const row = { variable_amount_id: of, counts_on: dayNumber(on), amount_cents: amount, reason };
  await trx
    .insertInto('variable_stand')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
  await refuseSumsTooLarge(trx, { turnover: 0, planned: Math.abs(amount) });
}

/** Change orders that are pending now, with what they would add to the price. */
export async function pendingOrders(db: Db) {
  const rows = await db
    .selectFrom('estimate as e')
    .innerJoin('project as p', 'p.id', 'e.project_id')
    .select([
      'e.id',
      'e.project_id as project',
      'p.code',
      'p.name as projectName',
      'e.number',
      'e.name',
      'e.price_cents',
    ])
    .where('e.kind', '=', 'change')
    .where('e.status', '=', 'pending')
    .where('e.dropped', '=', 0)
    .orderBy('p.code')
    .orderBy('e.number')
    .execute();
  return rows.map(({ price_cents, ...row }) => ({ ...row, price: cents(price_cents) }));
}
