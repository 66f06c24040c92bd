import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { EstimateSheet as SheetShape } from '@lowtide/core/wire/estimates.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { notWithdrawn, type Bounds } from '../ledger/as-of-queries.ts';

export type EstimateKind = 'estimate' | 'change';
export type EstimateStatus = 'open' | 'pending' | 'approved' | 'rejected';

/** An estimate or a change order without its sheet. */
export interface EstimateRecord {
  readonly id: number;
  readonly project: number;
  readonly kind: EstimateKind;
  readonly number: string;
  readonly name: string;
  readonly status: EstimateStatus;
  readonly cost: Cents;
  readonly price: Cents;
  readonly pricedOn: IsoDate;
  readonly targetEndOn: IsoDate | null;
  readonly decidedOn: IsoDate | null;
  readonly decidedBy: string;
  readonly decision: string;
  readonly effectiveOn: IsoDate | null;
  readonly version: number;
  readonly updatedAt: number;
  readonly updatedBy: string;
}

const COLUMNS = [
  'e.id',
  'e.project_id',
  'e.kind',
  'e.number',
  'e.name',
  'e.status',
  'e.cost_cents',
  'e.price_cents',
  'e.priced_on',
  'e.target_end_on',
  'e.decided_on',
  'e.decided_by',
  'e.decision',
  'e.version',
  'e.updated_at',
  'e.updated_by',
] as const;

function estimates(db: Db) {
  return db
    .selectFrom('estimate as e')
    .where('e.dropped', '=', 0)
    .select(COLUMNS)
    .select(
      sql<number | null>`(SELECT a.effective_on FROM approval a WHERE a.estimate_id = e.id
        AND a.id NOT IN (SELECT approval_id FROM withdrawal))`.as('effective_on'),
    );
}

type Row = Awaited<ReturnType<ReturnType<typeof estimates>['execute']>>[number];

/** What people call it: `Estimate 2`, `Change order 1`. */
export function numberText(kind: EstimateKind, number: number): string {
  return `${kind === 'estimate' ? 'Estimate' : 'Change order'} ${number}`;
}

function record(row: Row): EstimateRecord {
  const kind = row.kind as EstimateKind;
  return {
    id: row.id,
    project: row.project_id,
    kind,
    number: numberText(kind, row.number),
    name: row.name,
    status: row.status as EstimateStatus,
    cost: cents(row.cost_cents),
    price: cents(row.price_cents),
    pricedOn: dayOf(row.priced_on),
    targetEndOn: row.target_end_on === null ? null : dayOf(row.target_end_on),
    decidedOn: row.decided_on === null ? null : dayOf(row.decided_on),
    decidedBy: row.decided_by,
    decision: row.decision,
    effectiveOn: row.effective_on === null ? null : dayOf(row.effective_on),
    version: row.version,
    updatedAt: row.updated_at,
    updatedBy: row.updated_by,
  };
}

/** A project's estimates, then its change orders, by number. */
export async function projectEstimates(db: Db, project: number): Promise<readonly EstimateRecord[]> {
  const rows = await estimates(db)
    .where('e.project_id', '=', project)
    .orderBy('e.kind', 'desc')
    .orderBy('e.number')
    .execute();
  return rows.map(record);
}

export async function estimateOf(db: Db, id: number): Promise<EstimateRecord & { readonly sheet: EstimateSheet }> {
  const row = await estimates(db).select('e.sheet').where('e.id', '=', id).executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'estimate' }], 404);
  return { ...record(row), sheet: SheetShape.parse(JSON.parse(row.sheet)) };
}

/** What change orders that were pending on a day, as known at a moment, would add, by project. */
export async function exposures(
  db: Db,
  { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>,
): Promise<ReadonlyMap<number, { readonly cost: Cents; readonly price: Cents }>> {
  const { rows } = await sql<{ project_id: number; cost: number; price: number }>`
    SELECT project_id, SUM(cost_cents) AS cost, SUM(price_cents) AS price FROM change_order_stand
    WHERE pending = 1 AND id IN (SELECT MAX(id) FROM change_order_stand
      WHERE counts_from <= ${day} AND recorded_at <= ${recordedAt} GROUP BY estimate_id)
    GROUP BY project_id`.execute(db);
  return new Map(rows.map((row) => [row.project_id, { cost: cents(row.cost), price: cents(row.price) }]));
}

interface ChangeOrderStand {
  readonly estimate: number;
  readonly project: number;
  /** What it would add while it is pending; null once it is decided or thrown away. */
  readonly adds: { readonly cost: Cents; readonly price: Cents } | null;
  readonly countsFrom: IsoDate;
}

/** Notes how a change order stands from a day on. */
export async function insertChangeOrderStand(
  trx: Trx,
  { estimate, project, adds, countsFrom }: ChangeOrderStand,
  { at, by }: Acting,
): Promise<void> {
  await trx
    .insertInto('change_order_stand')
    .values({
      estimate_id: estimate,
      project_id: project,
      pending: adds === null ? 0 : 1,
      cost_cents: adds?.cost ?? 0,
      price_cents: adds?.price ?? 0,
      counts_from: dayNumber(countsFrom),
      recorded_at: at,
      recorded_by: by,
    })
    .execute();
}

/**
 * Notes how a change order stands once its approval is taken back: as if that had never been. What stood before it on each day stands
 * again; the latest note of a day is the one that counts.
 */
export async function asIfNotApproved(trx: Trx, estimate: number, acting: Acting): Promise<void> {
  const notes = await trx
    .selectFrom('change_order_stand')
    .select(['project_id', 'pending', 'cost_cents', 'price_cents', 'counts_from'])
    .where('estimate_id', '=', estimate)
    .orderBy('id')
    .execute();
  const approved = notes.at(-1);
  if (approved === undefined) return;
  const before = notes.slice(0, -1);
  const then = before.findLast(({ counts_from }) => counts_from <= approved.counts_from);
  const again = [
    then === undefined ? { ...approved, pending: 0 } : { ...then, counts_from: approved.counts_from },
    ...before.filter(({ counts_from }) => counts_from > approved.counts_from),
  ];
  for (const note of again) {
    const values = { ...note, estimate_id: estimate, recorded_at: acting.at, recorded_by: acting.by };
    await trx.insertInto('change_order_stand').values(values).execute();
  }
}

export interface NewEstimate {
  readonly project: number;
  readonly kind: EstimateKind;
  readonly name: string;
  readonly pricedOn: IsoDate;
  readonly sheet: EstimateSheet;
  readonly cost: Cents;
  readonly price: Cents;
}

export async function insertEstimate(trx: Trx, made: NewEstimate, acting: Acting): Promise<number> {
  const { last } = await trx
    .selectFrom('estimate')
    .select(({ fn }) => fn.max<number | null>('number').as('last'))
    .where('project_id', '=', made.project)
    .where('kind', '=', made.kind)
    .executeTakeFirstOrThrow();
  const number = (last ?? 0) + 1;
  const inserted = await trx
    .insertInto('estimate')
    .values({
      project_id: made.project,
      kind: made.kind,
      number,
      name: made.name === '' ? `Version ${number}` : made.name,
      status: made.kind === 'estimate' ? 'open' : 'pending',
      priced_on: dayNumber(made.pricedOn),
      target_end_on: null,
      sheet: JSON.stringify(made.sheet),
      cost_cents: made.cost,
      price_cents: made.price,
      decided_on: null,
      version: 1,
      updated_at: acting.at,
      updated_by: acting.by,
    })
    .executeTakeFirstOrThrow();
  return Number(inserted.insertId);
}

export interface EstimateEdit {
  readonly name: string;
  readonly pricedOn: IsoDate;
  readonly targetEndOn: IsoDate | null;
  readonly sheet: EstimateSheet;
  readonly cost: Cents;
  readonly price: Cents;
}

export async function updateEstimate(trx: Trx, id: number, edit: EstimateEdit, acting: Acting): Promise<void> {
  await trx
    .updateTable('estimate')
    .set((eb) => ({
      name: edit.name,
      priced_on: dayNumber(edit.pricedOn),
      target_end_on: edit.targetEndOn === null ? null : dayNumber(edit.targetEndOn),
      sheet: JSON.stringify(edit.sheet),
      cost_cents: edit.cost,
      price_cents: edit.price,
      version: eb('version', '+', 1),
      updated_at: acting.at,
      updated_by: acting.by,
    }))
    .where('id', '=', id)
    .execute();
}

export interface EstimateDecision {
  readonly status: EstimateStatus;
  /** Null: nothing is decided any more. */
  readonly decidedOn: IsoDate | null;
  readonly decision: string;
}

export async function decideEstimate(trx: Trx, id: number, made: EstimateDecision, acting: Acting): Promise<void> {
  const { status, decidedOn, decision } = made;
  await trx
    .updateTable('estimate')
    .set((eb) => ({
      status,
      decided_on: decidedOn === null ? null : dayNumber(decidedOn),
      decided_by: decidedOn === null ? '' : acting.by,
      decision,
      version: eb('version', '+', 1),
      updated_at: acting.at,
      updated_by: acting.by,
    }))
    .where('id', '=', id)
    .execute();
}

/** One that was ever approved stays in the books, for its approval names it; it is shown no more. */
export async function deleteEstimate(trx: Trx, id: number): Promise<void> {
  const approved = await trx.selectFrom('approval').select('id').where('estimate_id', '=', id).executeTakeFirst();
  const included = await trx
    .selectFrom('variable_amount')
    .select('id')
    .where('estimate_id', '=', id)
    .executeTakeFirst();
  if (approved === undefined && included === undefined) await trx.deleteFrom('estimate').where('id', '=', id).execute();
  else await trx.updateTable('estimate').set({ dropped: 1 }).where('id', '=', id).execute();
}

export interface ScheduledRow {
  readonly name: string;
  readonly amount: Cents;
  /** What made it. */
  readonly from: string;
}

/** The schedule of values as it stands: what each approval that counts put into it. */
export async function scheduleOf(db: Db, project: number): Promise<readonly ScheduledRow[]> {
  const rows = await db
    .selectFrom('scheduled_value as s')
    .innerJoin('approval as a', 'a.id', 's.approval_id')
    .innerJoin('estimate as e', 'e.id', 'a.estimate_id')
    .select(['s.name', 's.amount_cents', 'e.kind', 'e.number'])
    .where('a.project_id', '=', project)
    .where(notWithdrawn('s'))
    .orderBy('s.id')
    .execute();
  return rows.map(({ name, amount_cents, kind, number }) => ({
    name,
    amount: cents(amount_cents),
    from: numberText(kind as EstimateKind, number),
  }));
}

/** The billing plan as it stands, by day. */
export async function planOf(
  db: Db,
  project: number,
): Promise<readonly (ScheduledRow & { readonly dueOn: IsoDate })[]> {
  const rows = await db
    .selectFrom('planned_bill as s')
    .innerJoin('approval as a', 'a.id', 's.approval_id')
    .innerJoin('estimate as e', 'e.id', 'a.estimate_id')
    .select(['s.text', 's.amount_cents', 's.due_on', 'e.kind', 'e.number'])
    .where('a.project_id', '=', project)
    .where(notWithdrawn('s'))
    .orderBy('s.due_on')
    .orderBy('s.id')
    .execute();
  return rows.map(({ text, amount_cents, due_on, kind, number }) => ({
    name: text,
    amount: cents(amount_cents),
    dueOn: dayOf(due_on),
    from: numberText(kind as EstimateKind, number),
  }));
}
