import { reasonsToBill, type PlannedBill } from '@lowtide/core/billing/to-bill.ts';
import { dayNumber, dayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, difference, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { agreedPrice, priceOf } from '@lowtide/core/progress/project-position.ts';
import { sql } from 'kysely';
import { oldestOf, workLeftAt } from '../billable-work/unbilled-work-queries.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds, notWithdrawn, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { dueDays } from '../orders/client-retention-queries.ts';
import { applicationsSent } from '../schedules/project-billing-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

/** Projects to bill by the month's end, each with its reasons. */
export async function toBill(db: Db, query: Asked<'to-bill'>['query']): Promise<Answer<'to-bill'>> {
  return toBillAt(db, asOf(query), cents(Number(query.above) * 100));
}

/** The same, where what is underbilled counts above an amount. */
export async function toBillAt(db: Db, at: AsOf, above: Cents): Promise<Answer<'to-bill'>> {
  const day = lastDay(at.through);
  const then = await bounds(db, at);
  const plans = await plannedBills(db, then);
  const work = groupedBy(await workLeftAt(db, then), ({ project }) => project);
  const sent = groupedBy(await applicationsSent(db, then), ({ project }) => project);
  const due = await dueDays(db);
  const standing = (await standingProjects(db, at)).filter(({ record }) => record.kind === 'client');
  const rows = standing.flatMap(({ record, position, totals }) => {
    if (record.status === 'closed' || record.status === 'proposed') return [];
    const unbilled = work.get(record.id) ?? null;
    const asked = sum([ZERO, ...(sent.get(record.id) ?? []).map((each) => each.asked)]);
    const days = due.get(record.id) ?? null;
    const reasons = reasonsToBill(
      {
        planned: plans.get(record.id) ?? [],
        left: priceOf(position).figure === 'contract' ? difference(agreedPrice(position), position.billed) : null,
        ...{ earned: position.earned, billed: position.billed, asked, held: totals.retained },
        work: unbilled && { left: sum(unbilled.map(({ left }) => left)), oldestOn: oldestOf(unbilled) },
        heldDueOn: record.actualEndOn === null || days === null ? null : plusDays(record.actualEndOn, days),
      },
      day,
      above,
    );
    return reasons.map(({ reason, amount, since, text }) => ({
      ...{ id: record.id as number, code: record.code, name: record.name, client: record.clientName ?? '' },
      ...{ reason, amountCents: amount, since, text, days: since === null ? null : daysBetween(since, day) },
    }));
  });
  const inOrder = rows.toSorted(
    (one, other) => other.amountCents - one.amountCents || (one.code < other.code ? -1 : 1),
  );
  return { rows: inOrder, totalCents: sum([ZERO, ...inOrder.map(({ amountCents }) => amountCents)]) };
}

function daysBetween(from: IsoDate, through: IsoDate): number {
  return dayNumber(through) - dayNumber(from);
}

/** Items of billing plans that are due by the month's end, as known then. */
async function plannedBills(
  db: Db,
  { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>,
): Promise<ReadonlyMap<number, readonly PlannedBill[]>> {
  const { rows } = await sql<{ project: number; due: number; text: string; amount: number }>`
    SELECT a.project_id AS project, b.due_on AS due, b.text, b.amount_cents AS amount
    FROM planned_bill b JOIN approval a ON a.id = b.approval_id
    WHERE b.due_on <= ${day} AND a.recorded_at <= ${recordedAt} AND ${notWithdrawn('b', recordedAt)}
    ORDER BY b.due_on, b.id`.execute(db);
  return groupedBy(
    rows.map(({ project, due, text, amount }) => ({ project, dueOn: dayOf(due), text, amount: cents(amount) })),
    ({ project }) => project,
  );
}
