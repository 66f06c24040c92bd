import {
  nextReminder,
  promiseState,
  type OwedItem,
  type Promised,
  type PromiseState,
  type ReminderStep,
} from '@lowtide/core/billing/reminders.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { cents, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { bounds, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { notReversed, openAmount } from '../ledger/settlement-queries.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

/** What a client owes, with its project. */
export interface ClientItem extends OwedItem {
  readonly client: number;
  readonly project: string;
}

/** What each client owes at the month's end, with what they were told and what they said. */
export async function owing(db: Db, asOf: AsOf): Promise<Answer<'owing'>> {
  const at = await bounds(db, asOf);
  const day = lastDay(asOf.through);
  const items = groupedBy(await openItems(db, at), ({ client }) => client);
  const promises = groupedBy(await promisesOf(db, at), ({ client }) => client);
  const names = new Map(
    (await db.selectFrom('party').select(['id', 'code', 'name']).execute()).map((party) => [party.id, party]),
  );
  const rows = [...items].map(([id, own]) => {
    const promised = promises.get(id)?.at(-1) ?? null;
    const overdue = own.filter(({ dueOn, open }) => open > 0 && dueOn < day);
    const next = nextReminder(own, promised, day);
    return {
      ...{ id, code: names.get(id)?.code ?? '', name: names.get(id)?.name ?? '' },
      ...{ openCents: sum(own.map(({ open }) => open)), overdueCents: sum([ZERO, ...overdue.map(({ open }) => open)]) },
      daysLate:
        overdue.length === 0 ? null : Math.max(...overdue.map(({ dueOn }) => dayNumber(day) - dayNumber(dueOn))),
      reminded: lastTold(own),
      promised: promised && { on: promised.on, amountCents: promised.amount, state: promised.stateOn(day) },
      next: next && { step: next.step, isTime: next.isTime },
    };
  });
  const inOrder = rows.toSorted(
    (one, other) => other.overdueCents - one.overdueCents || (one.code < other.code ? -1 : 1),
  );
  return {
    rows: inOrder,
    totals: {
      openCents: sum([ZERO, ...inOrder.map(({ openCents }) => openCents)]),
      overdueCents: sum([ZERO, ...inOrder.map(({ overdueCents }) => overdueCents)]),
    },
  };
}

function lastTold(items: readonly OwedItem[]): OwedItem['reminded'] {
  return items.reduce<OwedItem['reminded']>(
    (last, { reminded }) => (reminded !== null && (last === null || reminded.on > last.on) ? reminded : last),
    null,
  );
}

/** What is open of clients, or of one of them, oldest due first, with the last reminder that named it. */
export async function openItems(db: Db, at: At, client?: number): Promise<readonly ClientItem[]> {
  const only = client === undefined ? sql`` : sql`AND d.party_id = ${client}`;
  const { rows } = await sql<{
    id: number;
    number: string;
    client: number;
    project: string | null;
    dated: number;
    due: number;
    open: number;
    told: string | null;
  }>`SELECT * FROM (
      SELECT d.id, d.number, d.party_id AS client, p.code AS project, d.dated_on AS dated,
        ifnull(d.due_on, d.dated_on) AS due, ${openAmount('d', at)} AS open,
        (SELECT json_array(r.step, r.reminded_on) FROM reminder_item i JOIN reminder r ON r.id = i.reminder_id
          WHERE i.document_id = d.id AND r.reminded_on <= ${at.day} AND r.recorded_at <= ${at.recordedAt}
          ORDER BY r.id DESC LIMIT 1) AS told
      FROM document d LEFT JOIN project p ON p.id = d.project_id
      WHERE d.kind IN (${sql.join([...settledKinds('receivable')])}) AND d.party_id IS NOT NULL
        AND d.posted_on <= ${at.day} AND d.recorded_at <= ${at.recordedAt} ${only})
    WHERE open <> 0 ORDER BY due, id`.execute(db);
  return rows.map(({ id, number, client: of, project, dated, due, open, told }) => ({
    ...{ document: id, number, client: of, project: project ?? '', datedOn: dayOf(dated), dueOn: dayOf(due) },
    ...{ open: cents(open), reminded: toldIn(told) },
  }));
}

function toldIn(told: string | null): OwedItem['reminded'] {
  if (told === null) return null;
  const [step, on] = JSON.parse(told) as [ReminderStep, number];
  return { step, on: dayOf(on) };
}

export interface MadePromise extends Promised {
  readonly id: number;
  readonly client: number;
  readonly text: string;
  /** Whether it was kept by a day. */
  readonly stateOn: (day: IsoDate) => PromiseState;
}

/** What clients, or one of them, promised by the moment, in the order they said it, with what came in since. */
export async function promisesOf(db: Db, at: At, client?: number): Promise<readonly MadePromise[]> {
  const only = client === undefined ? sql`` : sql`AND p.party_id = ${client}`;
  const { rows } = await sql<{
    id: number;
    client: number;
    promised: number;
    amount: number;
    text: string;
    said: number;
    came: string;
  }>`SELECT p.id, p.party_id AS client, p.promised_on AS promised, p.amount_cents AS amount, p.text,
      p.recorded_at AS said,
      (SELECT json_group_array(json_array(d.dated_on, d.gross_cents)) FROM document d
        WHERE d.party_id = p.party_id AND d.kind = 'receipt' AND d.dated_on <= p.promised_on
          AND d.dated_on >= p.recorded_at / 86400000 AND d.recorded_at <= ${at.recordedAt} AND ${notReversed('d', at)}) AS came
    FROM payment_promise p WHERE p.recorded_at <= ${at.recordedAt} AND p.recorded_at / 86400000 <= ${at.day} ${only}
    ORDER BY p.id`.execute(db);
  return rows.map(({ id, client: of, promised, amount, text, said, came }) => {
    const made: Promised = { on: dayOf(promised), saidOn: dayOf(Math.floor(said / 86_400_000)), amount: cents(amount) };
    const received = (JSON.parse(came) as readonly (readonly [number, number])[]).map(([on, gross]) => ({
      ...{ on: dayOf(on), amount: cents(gross) },
    }));
    return { ...made, id, client: of, text, stateOn: (day) => promiseState(made, received, day) };
  });
}
