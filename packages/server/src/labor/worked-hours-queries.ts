import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { HoursThere } from '@lowtide/core/documents/catalog.ts';
import type { PayKind } from '@lowtide/core/rates/pay.ts';
import type { WorkedHours } from '@lowtide/core/documents/hours/post.ts';
import { codingOf, type Coding } from '@lowtide/core/ledger/dimensions.ts';
import { activityId, employeeId } from '@lowtide/core/ledger/ids.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Sql, Trx } from '../database/schema.ts';
import type { EffectStore, TieLook, TieSides } from '../effects/effect-store.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { entryOf, isOfEntry, LINES_PER_ENTRY } from '../database/line-number.ts';
import { notReversed, isReversed } from '../ledger/settlement-queries.ts';
import { CODING_COLUMNS, codingOfTable, codingValues } from '../database/coding-columns.ts';

const WORKED_HOURS: Target = {
  table: 'worked_hours',
  columns: [
    ...['document_id', 'employee_id', 'worked_on', 'hours_e4', 'rate_e4', 'cost_cents'],
    ...['pay', 'is_billable', 'rate_rule_id', 'overhead_cents', 'activity_id'],
    ...CODING_COLUMNS,
  ],
  adds: [],
};

/** Keeps each day's hours with their work and the rate they were posted at; what labor clearing is checked against. */
async function insertWorkedHours(trx: Trx, document: number, worked: readonly WorkedHours[]): Promise<void> {
  await bulkInsert(
    trx,
    WORKED_HOURS,
    worked.map(({ employee, workedOn, hours, rate, cost, work, pay, billable, rule, overhead, activity }) => [
      ...[document, employee, dayNumber(workedOn), hours, rate, cost],
      ...[pay, billable ? 1 : 0, rule === 0 ? null : rule, overhead, activity],
      ...codingValues(work === 'no project' ? null : work.coding),
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
    SELECT w.employee_id, w.worked_on, ${codingOfTable('w')}, w.pay, w.activity_id,
      SUM(w.hours_e4) AS hours, SUM(w.cost_cents) AS cost, SUM(w.overhead_cents) AS overhead,
      MAX(ifnull(w.rate_rule_id, 0)) AS rule, MAX(w.rate_e4) AS rate
    FROM worked_hours w JOIN document d ON d.id = w.document_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY w.employee_id, w.worked_on, ${codingOfTable('w')}, w.pay, w.activity_id`.execute(db);
  return rows.map((row) => ({
    employee: employeeId(Number(row['employee_id'])),
    workedOn: dayOf(Number(row['worked_on'])),
    coding: codingOf(row),
    pay: String(row['pay']) as PayKind,
    activity: row['activity_id'] === null ? null : activityId(Number(row['activity_id'])),
    hours: quantity(Number(row['hours'])),
    cost: cents(Number(row['cost'])),
    overhead: cents(Number(row['overhead'])),
    rule: Number(row['rule']),
    rate: rate(Number(row['rate'])),
  }));
}

/** Hours of which some were taken back since are not taken back as well: there would be less than none. */
async function refuseCorrected(trx: Trx, document: number): Promise<void> {
  const { rows } = await sql<{ hours: number }>`SELECT SUM(w.hours_e4) AS hours
    FROM (SELECT DISTINCT employee_id, worked_on FROM worked_hours WHERE document_id = ${document}) m
      JOIN worked_hours w ON w.employee_id = m.employee_id AND w.worked_on = m.worked_on
    WHERE w.document_id <> ${document}
      AND NOT ${isReversed('w.document_id')}
    GROUP BY w.employee_id, w.worked_on, ${codingOfTable('w')}, w.pay
    HAVING SUM(w.hours_e4) < 0 LIMIT 1`.execute(trx);
  if (rows.length > 0) throw new Refusal([{ at: '', kind: 'corrected-since' }]);
}

/** Adds the hours of a document to what their days come to, or takes them off. */
async function addToDays(trx: Trx, document: number, sign: 1 | -1): Promise<void> {
  await sql`INSERT INTO labor_day (worked_on, hours_e4, applied_cents)
    SELECT worked_on, ${sql.lit(sign)} * SUM(hours_e4), ${sql.lit(sign)} * SUM(cost_cents - overhead_cents)
    FROM worked_hours WHERE document_id = ${document} GROUP BY worked_on
    ON CONFLICT (worked_on) DO UPDATE SET hours_e4 = hours_e4 + excluded.hours_e4,
      applied_cents = applied_cents + excluded.applied_cents`.execute(trx);
}

/** Posted hours: what labor clearing is checked against. */
export const HOURS_WORKED: EffectStore<'worked-hours'> = {
  write: async (trx, { id }, { hours }) => {
    await insertWorkedHours(trx, id, hours);
    await addToDays(trx, id, 1);
  },
  refuseReversal: refuseCorrected,
  undo: (trx, document) => addToDays(trx, document, -1),
  lastDay: async (db, document) => {
    const { rows } = await sql<{ last: number | null }>`SELECT MAX(worked_on) AS last FROM worked_hours
      WHERE document_id = ${document}`.execute(db);
    return rows[0]?.last ?? null;
  },
  tables: ['worked_hours'],
  ties: (look) => ({ labor: hoursAndClearing(look) }),
  balances: [
    {
      title: 'Hours and applied labor by day',
      kept: sql`SELECT worked_on, hours_e4 AS hours, applied_cents AS applied FROM labor_day`,
      worked: sql`SELECT w.worked_on, SUM(w.hours_e4) AS hours, SUM(w.cost_cents - w.overhead_cents) AS applied
        FROM worked_hours w JOIN document d ON d.id = w.document_id WHERE ${notReversed('d', EVERYTHING)} GROUP BY 1`,
      ...{ key: 'worked_on', amounts: ['hours', 'applied'] },
    },
  ],
};

/** Hours of the days looked at, at the rates they were posted at, and what their lines credited to labor clearing. */
function hoursAndClearing({ after, from, through }: TieLook): TieSides {
  const worked = sql`SUM(w.cost_cents - w.overhead_cents) FROM worked_hours w`;
  // All of it is found by day and account, what came since by its number: a plus keeps SQLite from the other way.
  const later = after('journal_entry') > 0 ? sql`+` : sql``;
  const between = (day: Sql) => sql`${day} BETWEEN ${from} AND ${through}`;
  const credited = sql`${later}l.account_id = (SELECT id FROM account WHERE role = 'labor-clearing')
    AND l.employee_id IS NOT NULL AND ${between(sql`${later}l.posted_on`)}`;
  const reversed = sql`document r CROSS JOIN document d ON d.id = r.reverses_id AND d.kind = 'hours'`;
  const reversedSince = sql`r.reverses_id IS NOT NULL AND r.id > ${after('document')}`;
  const firstLine = (after('journal_entry') + 1) * LINES_PER_ENTRY;
  return {
    one: sql`(ifnull((SELECT ${worked} WHERE w.id > ${after('worked_hours')} AND ${between(sql`${later}w.worked_on`)}), 0)
      - ifnull((SELECT SUM(w.cost_cents - w.overhead_cents) FROM ${reversed} CROSS JOIN worked_hours w ON w.document_id = d.id
          WHERE ${reversedSince} AND ${between(sql`w.worked_on`)}), 0))`,
    other: sql`(ifnull((SELECT -SUM(l.amount_cents) FROM journal_line l JOIN journal_entry e ON e.id = ${entryOf('l.id')}
        JOIN document d ON d.id = e.document_id WHERE l.id >= ${firstLine} AND ${credited} AND d.kind = 'hours'), 0)
      - ifnull((SELECT -SUM(l.amount_cents) FROM ${reversed} CROSS JOIN journal_entry e ON e.document_id = d.id
          CROSS JOIN journal_line l ON ${isOfEntry('l.id')}
          WHERE ${reversedSince} AND ${credited}), 0))`,
  };
}
