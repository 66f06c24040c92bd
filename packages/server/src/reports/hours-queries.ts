import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, month, monthNumber, monthOf, monthText } from '@lowtide/core/calendar/month.ts';
import type { PayKind } from '@lowtide/core/rates/pay.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { perUnit, quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { rateBook } from '@lowtide/core/rates/applying-rule.ts';
import { hoursReport, type HoursSums, type ReportedHours } from '@lowtide/core/reports/hours/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';

type Query = Asked<'hours'>['query'];

interface Named {
  readonly id: number | null;
  readonly code: string;
  readonly name: string;
}

/** Hours of some months with their cost and price, by whatever was asked for. */
export async function hoursBy(db: Db, query: Query): Promise<Answer<'hours'>> {
  return hoursAnswer(db, await reportedHours(db, query), query);
}

/** The report of some lines, from the books or from elsewhere. */
export async function hoursAnswer(
  db: Db,
  lines: readonly HoursLine[],
  query: Pick<Query, 'by' | 'from' | 'through'>,
): Promise<Answer<'hours'>> {
  const names = await namesOf(db, query.by);
  const { rows, totals } = hoursReport(lines, rateBook(await rateRules(db, 'bill')), (line) => KEYS[query.by](line));
  const earned = query.by === 'project' ? await earnedBy(db, query) : null;
  return {
    rows: [...rows]
      .map(([key, sums]) => {
        const earnedCents = earned === null || key === '' ? null : cents(earned.get(key) ?? 0);
        return {
          ...(names.get(key) ?? namedByKey(query.by, key, names)),
          ...sumsAnswer(sums),
          ...{ earnedCents, earnedPerHour: perHour(earnedCents, sums.hours) },
        };
      })
      .toSorted((one, other) => (orderOf(query.by, one) < orderOf(query.by, other) ? -1 : 1)),
    totals: sumsAnswer(totals),
  };
}

/** Hours with the code and activity they were on. */
export interface HoursLine extends ReportedHours {
  readonly code: number | null;
}

const KEYS: { readonly [B in Query['by']]: (line: HoursLine) => string } = {
  person: ({ employee }) => String(employee),
  project: ({ project }) => String(project ?? ''),
  role: ({ role }) => role ?? '',
  activity: ({ activity }) => activity ?? '',
  code: ({ code }) => String(code ?? ''),
  month: ({ day }) => monthOf(day),
  'person and month': ({ employee, day }) => `${employee} ${monthOf(day)}`,
};

const WITHOUT: { readonly [B in Query['by']]: string } = {
  ...{ person: '', project: 'Without a project', role: 'No role', activity: 'No activity', code: 'No code', month: '' },
  'person and month': '',
};

/** What a key is called that is no record of its own. */
function namedByKey(by: Query['by'], key: string, names: ReadonlyMap<string, Named>): Named {
  if (by === 'month') return { id: null, code: key, name: monthText(month(key)) };
  const [employee = '', at = ''] = key.split(' ');
  const person = by === 'person and month' ? names.get(employee) : undefined;
  if (person === undefined) return { id: null, code: '', name: key || WITHOUT[by] };
  return { ...person, name: `${person.name}, ${monthText(month(at))}` };
}

/** By code and name; months of a person one after the other. */
function orderOf(by: Query['by'], { code, name }: Named): string {
  return by === 'month' ? code : `${code} ${name}`;
}

const TABLES: { readonly [B in Query['by']]: 'employee' | 'project' | 'cost_code' | 'activity' | null } = {
  ...{ person: 'employee', project: 'project', role: null, activity: 'activity', code: 'cost_code', month: null },
  'person and month': 'employee',
};

async function namesOf(db: Db, by: Query['by']): Promise<ReadonlyMap<string, Named>> {
  const table = TABLES[by];
  if (table === null) return new Map();
  const rows = await db.selectFrom(table).select(['id', 'code', 'name']).execute();
  return new Map(rows.map((row) => [by === 'activity' ? row.code : String(row.id), row]));
}

/** What each project earned in the months. */
async function earnedBy(
  db: Db,
  { from, through }: Pick<Query, 'from' | 'through'>,
): Promise<ReadonlyMap<string, number>> {
  const { rows } = await sql<{ project: number; earned: number }>`
    SELECT project_id AS project, SUM(earned_cents) AS earned FROM project_month
    WHERE month BETWEEN ${monthNumber(from)} AND ${monthNumber(through)} GROUP BY 1`.execute(db);
  return new Map(rows.map(({ project, earned }) => [String(project), earned]));
}

/** Ten-thousandths of a currency unit; null where nothing is said or no hour was worked. */
function perHour(earned: Cents | null, hours: Quantity): Quantity | null {
  return earned === null || hours <= 0 ? null : quantity(perUnit(earned, hours));
}

async function reportedHours(db: Db, query: Query): Promise<readonly HoursLine[]> {
  const at = await bounds(db, asOf(query));
  const { rows } = await sql<{
    employee: number;
    role: string;
    project: number | null;
    client: number | null;
    day: number;
    pay: PayKind;
    billable: number;
    hours: number;
    cost: number;
    activity: string | null;
    code: number | null;
  }>`SELECT w.employee_id AS employee, e.job_role AS role, w.project_id AS project, p.client_id AS client,
      w.worked_on AS day, w.pay, w.is_billable AND p.kind = 'client' AS billable, SUM(w.hours_e4) AS hours,
      SUM(w.cost_cents) AS cost, a.code AS activity, w.cost_code_id AS code
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN project p ON p.id = w.project_id LEFT JOIN activity a ON a.id = w.activity_id
    WHERE w.worked_on BETWEEN ${dayNumber(firstDay(query.from))} AND ${at.day} AND d.recorded_at <= ${at.recordedAt}
      AND ${notReversed('d', at)} ${query.project === undefined ? sql`` : sql`AND w.project_id = ${query.project}`}
    GROUP BY 1, 3, 5, 6, 7, 10, 11`.execute(db);
  const days = new Map<number, IsoDate>();
  return rows.map((row) => {
    const day = days.get(row.day) ?? dayOf(row.day);
    days.set(row.day, day);
    const { employee, project, client, pay, activity, code } = row;
    const [role, billable] = [row.role || null, row.billable === 1];
    const [hours, cost] = [quantity(row.hours), cents(row.cost)];
    return { employee, role, project, client, day, pay, billable, hours, cost, activity, code };
  });
}

function sumsAnswer({ cost, bill, profit, ...sums }: HoursSums) {
  return { ...sums, costCents: cost, billCents: bill, profitCents: profit };
}
