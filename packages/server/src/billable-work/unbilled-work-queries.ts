import type { UnbilledWork } from '@lowtide/core/billing/unbilled-work.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstOpenDay } from '@lowtide/core/months/open-day.ts';
import { employeeId, projectId } from '@lowtide/core/ledger/ids.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { rateBook, rateFinder } from '@lowtide/core/rates/applying-rule.ts';
import type { PayKind } from '@lowtide/core/rates/pay.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Stamp } from '../audit/stamp.ts';
import { companyIfAny } from '../company/company-queries.ts';
import type { Acting } from '../http/context.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { worthOfHours } from './posted-work-queries.ts';
import { insertMoves, PRICED_SINCE, type WorkMove } from './work-left-queries.ts';

interface Row {
  readonly id: number;
  readonly project: number;
  readonly kind: UnbilledWork['kind'];
  readonly done: number;
  readonly employee: number | null;
  readonly name: string;
  readonly code: string;
  readonly quantity: number;
  readonly worth: number;
  readonly left: number;
  readonly priced: number;
}

/** Work of some projects that is not billed yet, oldest first. */
export async function unbilledWork(db: Db, projects: readonly number[]): Promise<readonly UnbilledWork[]> {
  if (projects.length === 0) return [];
  const { rows } =
    await sql<Row>`SELECT w.id, w.project_id AS project, w.kind, w.done_on AS done, w.employee_id AS employee,
      ifnull(e.name, w.text) AS name, trim(ifnull(h.code || '/', '') || ifnull(c.code, '')) AS code,
      w.quantity_e4 AS quantity, w.worth_cents AS worth, l.left_cents AS "left",
      (w.priced = 1 OR l.left_cents <> 0) AS priced
    FROM work_left l JOIN billable_work w ON w.id = l.work_id LEFT JOIN employee e ON e.id = w.employee_id
      LEFT JOIN phase h ON h.id = w.phase_id LEFT JOIN cost_code c ON c.id = w.cost_code_id
    WHERE l.project_id IN (${sql.join([...projects])}) ORDER BY w.project_id, w.done_on, w.id`.execute(db);
  return rows.map((row) => ({
    ...{ id: row.id, project: projectId(row.project), kind: row.kind, doneOn: dayOf(row.done) },
    employee: row.employee === null ? null : employeeId(row.employee),
    ...{ name: row.name, code: row.code, quantity: quantity(row.quantity), worth: cents(row.worth) },
    ...{ left: cents(row.left), isPriced: row.priced === 1 },
  }));
}

/** What the work of time and materials may be billed at, by project, as of a day and as known at a moment. */
export async function billableByProject(
  db: Db,
  { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>,
  only?: number,
): Promise<ReadonlyMap<number, Cents>> {
  const of = only === undefined ? sql`` : sql`AND w.project_id = ${only}`;
  const known = recordedAt === Number.MAX_SAFE_INTEGER;
  const then = known ? sql`` : sql`AND w.document_id IN (SELECT id FROM document WHERE recorded_at <= ${recordedAt})`;
  const { rows } = await sql<{ project: number; worth: number }>`
    SELECT project, SUM(worth) AS worth FROM (
      SELECT w.project_id AS project, SUM(w.worth_cents) AS worth FROM billable_work w
      WHERE w.counts_on <= ${day} ${then} ${of} GROUP BY 1
      UNION ALL SELECT w.project_id, -SUM(b.written_cents) FROM billed_work b JOIN billable_work w ON w.id = b.work_id
      WHERE b.counts_on <= ${day} AND b.recorded_at <= ${recordedAt} AND b.written_cents <> 0 ${of} GROUP BY 1)
    GROUP BY project`.execute(db);
  return new Map(rows.map(({ project, worth }) => [project, cents(worth)]));
}

/** What makes up the billable value of a project's work: each person's hours, cost by type, and what was written down or up. */
export async function billableParts(db: Db, project: number, { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>) {
  const { rows } = await sql<{ label: string; amount: number }>`
    SELECT CASE w.kind WHEN 'hours' THEN 'Hours of ' || e.name ELSE 'Cost with its markup, ' || w.cost_type END AS label,
      SUM(w.worth_cents) AS amount
    FROM billable_work w JOIN document d ON d.id = w.document_id LEFT JOIN employee e ON e.id = w.employee_id
    WHERE w.project_id = ${project} AND w.counts_on <= ${day} AND d.recorded_at <= ${recordedAt}
    GROUP BY 1 HAVING SUM(w.worth_cents) <> 0
    UNION ALL SELECT 'Written down: ' || b.reason, -SUM(b.written_cents) FROM billed_work b
      JOIN billable_work w ON w.id = b.work_id
    WHERE w.project_id = ${project} AND b.counts_on <= ${day} AND b.recorded_at <= ${recordedAt}
    GROUP BY 1 HAVING SUM(b.written_cents) <> 0`.execute(db);
  return rows.map(({ label, amount }) => ({ label, amount: cents(amount) }));
}

/** Says whether clients are billed for some work: what is left of it is written off, or what was written off comes back. */
export async function markWork(
  trx: Trx,
  {
    work,
    isBillable,
    reason,
  }: { readonly work: readonly number[]; readonly isBillable: boolean; readonly reason: string },
  acting: Acting,
): Promise<readonly string[]> {
  const { rows } = await sql<{ id: number; project: string; left: number; written: number }>`
    SELECT w.id, p.code AS project, ifnull(l.left_cents, 0) AS "left",
      ifnull((SELECT SUM(b.written_cents) FROM billed_work b WHERE b.work_id = w.id), 0) AS written
    FROM billable_work w JOIN project p ON p.id = w.project_id LEFT JOIN work_left l ON l.work_id = w.id
    WHERE w.id IN (SELECT value FROM json_each(${JSON.stringify(work)}))`.execute(trx);
  const countsOn = await decidedOn(trx, acting);
  const moves = rows.flatMap(({ id, left, written }): readonly WorkMove[] => {
    const amount = isBillable ? -Math.max(0, written) : left;
    return amount === 0 ? [] : [{ work: id, document: null, countsOn, billed: 0, written: amount, reason }];
  });
  await insertMoves(trx, moves, acting);
  return [...new Set(rows.map(({ project }) => project))];
}

/** The day a decision counts from: today, or the first open day. */
async function decidedOn(trx: Trx, { today }: Pick<Acting, 'today'>): Promise<number> {
  const lockedThrough = (await companyIfAny(trx))?.lockedThrough ?? null;
  const open = lockedThrough === null ? today : firstOpenDay(lockedThrough);
  return dayNumber(open > today ? open : today);
}

interface WaitingHours {
  readonly work: number;
  readonly employee: number;
  readonly role: string;
  readonly project: number;
  readonly client: number | null;
  readonly worked: number;
  readonly counts: number;
  readonly pay: PayKind;
  readonly hours: number;
  readonly activity: string | null;
}

/** Prices hours that wait for a bill rate, as far as one holds now; they count on their day, or from the first open one. */
export async function priceWaitingHours(trx: Trx, stamp: Stamp): Promise<void> {
  const { rows } = await sql<WaitingHours>`SELECT w.id AS work, h.employee_id AS employee, e.job_role AS role,
      w.project_id AS project, p.client_id AS client, h.worked_on AS worked, w.counts_on AS counts, h.pay,
      h.hours_e4 AS hours, a.code AS activity
    FROM work_left l JOIN billable_work w ON w.id = l.work_id AND w.priced = 0
      JOIN worked_hours h ON h.id = w.hours_id JOIN employee e ON e.id = h.employee_id
      JOIN project p ON p.id = w.project_id LEFT JOIN activity a ON a.id = h.activity_id
    WHERE l.left_cents = 0`.execute(trx);
  if (rows.length === 0) return;
  const rateOf = rateFinder(rateBook(await rateRules(trx, 'bill')));
  const lockedThrough = (await companyIfAny(trx))?.lockedThrough ?? null;
  const firstOpen = lockedThrough === null ? 0 : dayNumber(firstOpenDay(lockedThrough));
  const moves = rows.flatMap((row): readonly WorkMove[] => {
    const worth = worthOfHours(rateOf, row, row.client);
    if (worth === null || worth === 0) return [];
    const countsOn = Math.max(row.counts, firstOpen);
    return [{ work: row.work, document: null, countsOn, billed: 0, written: -worth, reason: PRICED_SINCE }];
  });
  await insertMoves(trx, moves, stamp);
}

/** Work of time and materials not billed at the day, as known at the moment, and hours that had no rate then; in the order it was done. */
export async function workLeftAt(db: Db, { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>) {
  // What is left now, and what was left then: whatever was billed or written down since.
  const { rows } = await sql<{ project: number; done: number; left: number; unpriced: number }>`
    WITH then_left AS (
      SELECT w.project_id AS project, w.done_on AS done, w.priced, SUM(b.work_id IS NOT NULL) AS moves,
        w.worth_cents - ifnull(SUM(b.billed_cents + b.written_cents), 0) AS "left"
      FROM billable_work w JOIN document d ON d.id = w.document_id
        LEFT JOIN billed_work b ON b.work_id = w.id AND b.counts_on <= ${day} AND b.recorded_at <= ${recordedAt}
      WHERE w.id IN (SELECT work_id FROM work_left
          UNION SELECT work_id FROM billed_work WHERE counts_on > ${day} OR recorded_at > ${recordedAt})
        AND w.counts_on <= ${day} AND d.recorded_at <= ${recordedAt}
      GROUP BY w.id)
    SELECT project, done, "left", priced = 0 AND moves = 0 AS unpriced FROM then_left
    WHERE "left" <> 0 OR (priced = 0 AND moves = 0) ORDER BY done`.execute(db);
  return rows.map(({ project, done, left, unpriced }) => ({
    ...{ project, doneOn: dayOf(done), left: cents(left), isUnpriced: unpriced === 1 },
  }));
}

/** The first day of some work; there is some. */
export function oldestOf(work: readonly { readonly doneOn: IsoDate }[]): IsoDate {
  return dayOf(Math.min(...work.map(({ doneOn }) => dayNumber(doneOn))));
}

/** What an invoice billed of each piece of work, less what notes against it credited. */
export async function workBilledBy(db: Db, invoice: number) {
  const { rows } = await sql<{ work: number; billed: number }>`SELECT b.work_id AS work, SUM(b.billed_cents) AS billed
    FROM billed_work b JOIN document d ON d.id = b.document_id
    WHERE b.work_id IN (SELECT work_id FROM billed_work WHERE document_id = ${invoice})
      AND (d.id = ${invoice} OR (d.kind = 'credit-note' AND json_extract(d.body, '$.of') = ${invoice})
        OR d.reverses_id IN (SELECT id FROM document n WHERE n.kind = 'credit-note' AND json_extract(n.body, '$.of') = ${invoice}))
    GROUP BY 1 HAVING SUM(b.billed_cents) <> 0 ORDER BY 1`.execute(db);
  return rows.map(({ work, billed }) => ({ work, billed: cents(billed) }));
}
