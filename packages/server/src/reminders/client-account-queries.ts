import { nextReminder } from '@lowtide/core/billing/reminders.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, opposite, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { DocumentKind } from '@lowtide/core/documents/kinds.ts';
import type { Role } from '@lowtide/core/ledger/account.ts';
import { sql } from 'kysely';
import { entryOf } from '../database/line-number.ts';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { clientDelay } from '../schedules/receivable-queries.ts';
import { openItems, promisesOf } from './owing-queries.ts';

/** A client by its number. */
export async function clientNumbered(db: Db, id: number) {
  const row = await db
    .selectFrom('party')
    .select(['id', 'code', 'name', 'address'])
    .where('id', '=', id)
    .where('kind', '=', 'client')
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'client' }], 404);
  return row;
}

/** Where the account of a client stands on a day, as known at the moment. */
export async function clientAccount(db: Db, id: number, at: Bounds, on: IsoDate) {
  const { code, name } = await clientNumbered(db, id);
  const items = await openItems(db, at, id);
  const promises = await promisesOf(db, at, id);
  const next = nextReminder(items, promises.at(-1) ?? null, on);
  const overdue = items.filter(({ dueOn, open }) => open > 0 && dueOn < on);
  return {
    ...{ client: { id, code, name }, on },
    items: items.map(({ document, number, project, datedOn, dueOn, open, reminded }) => ({
      ...{ documentId: document, number, project, datedOn, dueOn, openCents: open, reminded },
      daysLate: dayNumber(on) - dayNumber(dueOn),
    })),
    openCents: sum([ZERO, ...items.map(({ open }) => open)]),
    overdueCents: sum([ZERO, ...overdue.map(({ open }) => open)]),
    heldCents: await balanceOf(db, id, { role: 'retention-receivable', at }),
    depositCents: opposite(await balanceOf(db, id, { role: 'client-deposits', at })),
    delayDays: await clientDelay(db, id),
    reminders: await remindersOf(db, id, at),
    promises: promises.map(({ id: promise, on: day, saidOn, amount, text, stateOn }) => ({
      ...{ id: promise, on: day, saidOn, amountCents: amount, text, state: stateOn(on) },
    })),
    next: next && { step: next.step, isTime: next.isTime, amountCents: sum(next.items.map(({ open }) => open)) },
  };
}

export type ClientStanding = Awaited<ReturnType<typeof clientAccount>>;

interface Balance {
  readonly role: Role;
  readonly at: Pick<Bounds, 'day' | 'firstLaterLine'>;
}

async function balanceOf(db: Db, party: number, { role, at }: Balance): Promise<Cents> {
  const { rows } = await sql<{ amount: number | null }>`SELECT SUM(l.amount_cents) AS amount FROM journal_line l
    WHERE l.party_id = ${party} AND l.account_id IN (SELECT id FROM account WHERE role = ${role})
      AND l.posted_on <= ${at.day} AND l.id < ${at.firstLaterLine ?? Number.MAX_SAFE_INTEGER}`.execute(db);
  return cents(rows[0]?.amount ?? 0);
}

async function remindersOf(db: Db, client: number, at: Pick<Bounds, 'day' | 'recordedAt'>) {
  const { rows } = await sql<{
    id: number;
    step: 1 | 2 | 3;
    on: number;
    text: string;
    amount: number;
    by: string;
  }>`SELECT r.id, r.step, r.reminded_on AS "on", r.text, r.recorded_by AS by,
      (SELECT SUM(i.open_cents) FROM reminder_item i WHERE i.reminder_id = r.id) AS amount
    FROM reminder r WHERE r.party_id = ${client} AND r.reminded_on <= ${at.day} AND r.recorded_at <= ${at.recordedAt}
    ORDER BY r.id DESC`.execute(db);
  return rows.map(({ on, amount, ...row }) => ({ ...row, on: dayOf(on), amountCents: cents(amount) }));
}

/** A document on a client's account, with what it moved. */
export interface AccountMove {
  readonly on: IsoDate;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly memo: string;
  readonly amount: Cents;
}

/** What moved a client's account in a span of days, and what stood on it before. */
export async function accountMoves(
  db: Db,
  client: number,
  { from, at }: { readonly from: IsoDate; readonly at: Bounds },
): Promise<{ readonly opening: Cents; readonly moves: readonly AccountMove[] }> {
  const { rows } = await sql<{ on: number; number: string; kind: DocumentKind; memo: string; amount: number }>`
    SELECT l.posted_on AS "on", d.number, d.kind, d.memo, SUM(l.amount_cents) AS amount
    FROM journal_line l JOIN journal_entry e ON e.id = ${entryOf('l.id')} JOIN document d ON d.id = e.document_id
    WHERE l.party_id = ${client} AND l.account_id IN (SELECT id FROM account WHERE role = 'receivable')
      AND l.posted_on BETWEEN ${dayNumber(from)} AND ${at.day} AND l.id < ${at.firstLaterLine ?? Number.MAX_SAFE_INTEGER}
    GROUP BY d.id, l.posted_on HAVING SUM(l.amount_cents) <> 0 ORDER BY l.posted_on, d.id`.execute(db);
  const before = { ...at, day: dayNumber(from) - 1 };
  return {
    opening: await balanceOf(db, client, { role: 'receivable', at: before }),
    moves: rows.map(({ on, amount, ...row }) => ({ ...row, on: dayOf(on), amount: cents(amount) })),
  };
}
