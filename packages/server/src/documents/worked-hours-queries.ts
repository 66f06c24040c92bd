import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { HoursThere } from '@lowtide/core/documents/catalog.ts';
import type { PayKind } from '@lowtide/core/documents/hours/pay.ts';
import type { WorkedHours } from '@lowtide/core/documents/hours/post.ts';
import { dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { activityId, employeeId } from '@lowtide/core/ledger/ids.ts';
import type { Coding } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

const WORKED_HOURS: Target = {
  table: 'worked_hours',
  columns: [
    ...['document_id', 'employee_id', 'worked_on', 'hours_e4', 'rate_e4', 'cost_cents'],
    ...['pay', 'is_billable', 'rate_rule_id', 'overhead_cents', 'activity_id'],
    ...['project_id', 'phase_id', 'cost_code_id', 'cost_type'],
  ],
  adds: [],
};

/** Keeps each day's hours with their work and the rate they were posted at; what labor clearing is checked against. */
export async function insertWorkedHours(trx: Trx, document: number, worked: readonly WorkedHours[]): Promise<void> {
  await bulkInsert(
    trx,
    WORKED_HOURS,
    worked.map(({ employee, workedOn, hours, rate, cost, work, pay, billable, rule, overhead, activity }) => [
      ...[document, employee, dayNumber(workedOn), hours, rate, cost],
      ...[pay, billable ? 1 : 0, rule === 0 ? null : rule, overhead, activity],
      ...(work === 'no project'
        ? [null, null, null, null]
        : [work.coding.project, work.coding.phase, work.coding.costCode, work.coding.costType]),
    ]),
  );
}

/** From one day through another. */
export interface WorkedDays {
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/** Posted hours of somebody on a day, on one work and paid one way. */
export interface PostedHours extends Omit<HoursThere, 'coding'> {
  /** Null without a project. */
  readonly coding: Coding | null;
}

/** Hours posted for some days, by person, day, coding, pay and activity; reversed ones do not count. */
export async function postedHoursOf(db: Db, { from, through }: WorkedDays): Promise<readonly PostedHours[]> {
  const { rows } = await sql<Readonly<Record<string, number | string | null>>>`
    SELECT w.employee_id, w.worked_on, w.project_id, w.phase_id, w.cost_code_id, w.cost_type, w.pay, w.activity_id,
      SUM(w.hours_e4) AS hours, SUM(w.cost_cents) AS cost, SUM(w.overhead_cents) AS overhead,
      MAX(ifnull(w.rate_rule_id, 0)) AS rule, MAX(w.rate_e4) AS rate
    FROM worked_hours w JOIN document d ON d.id = w.document_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1, 2, 3, 4, 5, 6, 7, 8`.execute(db);
  return rows.map((row) => {
    const { project, phase, costCode, costType } = dimensionsOf(row);
    const isCoded = project !== null && costCode !== null && costType !== null;
    return {
      employee: employeeId(Number(row['employee_id'])),
      workedOn: dayOf(Number(row['worked_on'])),
      coding: isCoded ? { project, phase, costCode, costType } : null,
      pay: String(row['pay']) as PayKind,
      activity: row['activity_id'] === null ? null : activityId(Number(row['activity_id'])),
      hours: quantity(Number(row['hours'])),
      cost: cents(Number(row['cost'])),
      overhead: cents(Number(row['overhead'])),
      rule: Number(row['rule']),
      rate: rate(Number(row['rate'])),
    };
  });
}
