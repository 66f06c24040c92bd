import type { OwedItem, ReminderStep } from '@lowtide/core/billing/reminders.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

interface NewReminder {
  readonly client: number;
  readonly step: ReminderStep;
  readonly on: IsoDate;
  readonly text: string;
  readonly items: readonly OwedItem[];
}

export async function insertReminder(trx: Trx, made: NewReminder, { at, by }: Stamp): Promise<number> {
  const { client, step, on, text, items } = made;
  const row = { party_id: client, step, reminded_on: dayNumber(on), text, recorded_at: at, recorded_by: by };
  const id = Number((await trx.insertInto('reminder').values(row).executeTakeFirstOrThrow()).insertId);
  for (const { document, open } of items) {
    await trx
      .insertInto('reminder_item')
      .values({ reminder_id: id, document_id: document, open_cents: open })
      .execute();
  }
  return id;
}

interface NewPromise {
  readonly client: number;
  readonly on: IsoDate;
  readonly amount: Cents;
  readonly text: string;
}

export async function insertPromise(
  trx: Trx,
  { client, on, amount, text }: NewPromise,
  { at, by }: Stamp,
): Promise<number> {
  const row = { party_id: client, promised_on: dayNumber(on), amount_cents: amount, text };
  const { insertId } = await trx
    .insertInto('payment_promise')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .executeTakeFirstOrThrow();
  return Number(insertId);
}

/** A reminder as it was sent. */
export async function sentReminder(db: Db, id: number) {
  const row = await db
    .selectFrom('reminder as r')
    .innerJoin('party as y', 'y.id', 'r.party_id')
    .select(['r.step', 'r.reminded_on', 'r.text', 'y.name', 'y.address'])
    .where('r.id', '=', id)
    .executeTakeFirst();
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  const items = await db
    .selectFrom('reminder_item as i')
    .innerJoin('document as d', 'd.id', 'i.document_id')
    .select(['d.number', 'd.dated_on', 'd.due_on', 'i.open_cents'])
    .where('i.reminder_id', '=', id)
    .orderBy('i.id')
    .execute();
  return {
    ...{ step: row.step as ReminderStep, on: dayOf(row.reminded_on), text: row.text },
    ...{ client: row.name, address: row.address },
    items: items.map((item) => ({
      ...{ number: item.number, datedOn: dayOf(item.dated_on), open: cents(item.open_cents) },
      dueOn: dayOf(item.due_on ?? item.dated_on),
    })),
  };
}
export type SentReminder = Awaited<ReturnType<typeof sentReminder>>;
