import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** Wasted cost of projects, or of one of them, as told by then. */
export async function wastedCost(db: Db, { day, recordedAt }: At, only?: number): Promise<ReadonlyMap<number, Cents>> {
  const of = only === undefined ? sql`` : sql`AND project_id = ${only}`;
  const { rows } = await sql<{ project: number; amount: number }>`
    SELECT project_id AS project, SUM(amount_cents) AS amount FROM wasted_cost
    WHERE counts_on <= ${day} AND recorded_at <= ${recordedAt} ${of} GROUP BY 1`.execute(db);
  return new Map(rows.map(({ project, amount }) => [project, cents(amount)]));
}

/** Each time it was told, or taken back, the latest first. */
export async function wastedRows(db: Db, { day, recordedAt }: At) {
  const { rows } = await sql<{
    id: number;
    project: number;
    code: string;
    name: string;
    on: number;
    amount: number;
    reason: string;
    by: string;
  }>`SELECT w.id, w.project_id AS project, p.code, p.name, w.counts_on AS "on", w.amount_cents AS amount, w.reason,
      w.recorded_by AS by
    FROM wasted_cost w JOIN project p ON p.id = w.project_id
    WHERE w.counts_on <= ${day} AND w.recorded_at <= ${recordedAt} ORDER BY w.counts_on DESC, w.id DESC`.execute(db);
  return rows.map(({ on, amount, ...row }) => ({ ...row, on: dayOf(on), amount: cents(amount) }));
}

interface NewWaste {
  readonly project: number;
  readonly on: IsoDate;
  readonly amount: Cents;
  readonly reason: string;
}

export async function insertWaste(
  trx: Trx,
  { project, on, amount, reason }: NewWaste,
  { at, by }: Stamp,
): Promise<void> {
  const row = { project_id: project, counts_on: dayNumber(on), amount_cents: amount, reason };
  await trx
    .insertInto('wasted_cost')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}
