import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import type { PayKind } from '@lowtide/core/documents/hours/pay.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
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

/** Hours of some months with their cost and price, by person, project or role. */
export async function hoursBy(db: Db, query: Query): Promise<Answer<'hours'>> {
  const lines = await reportedHours(db, query);
  const names = await namesOf(db, query.by);
  const keyOf = ({ employee, project, role }: ReportedHours): string =>
    query.by === 'person' ? String(employee) : query.by === 'project' ? String(project ?? '') : (role ?? '');
  const { rows, totals } = hoursReport(lines, rateBook(await rateRules(db, 'bill')), keyOf);
  return {
    rows: [...rows]
      .map(([key, sums]) => ({ ...(names.get(key) ?? unnamed(query.by, key)), ...sumsAnswer(sums) }))
      .toSorted((one, other) => (`${one.code} ${one.name}` < `${other.code} ${other.name}` ? -1 : 1)),
    totals: sumsAnswer(totals),
  };
}

function unnamed(by: Query['by'], key: string): Named {
  return { id: null, code: '', name: by === 'project' ? 'Without a project' : key || 'No role' };
}

async function namesOf(db: Db, by: Query['by']): Promise<ReadonlyMap<string, Named>> {
  if (by === 'role') return new Map();
  const table = by === 'person' ? 'employee' : 'project';
  const rows = await db.selectFrom(table).select(['id', 'code', 'name']).execute();
  return new Map(rows.map((row) => [String(row.id), row]));
}

async function reportedHours(db: Db, query: Query): Promise<readonly ReportedHours[]> {
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
  }>`SELECT w.employee_id AS employee, e.job_role AS role, w.project_id AS project, p.client_id AS client,
      w.worked_on AS day, w.pay, w.is_billable AND p.kind = 'client' AS billable, SUM(w.hours_e4) AS hours,
      SUM(w.cost_cents) AS cost
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN project p ON p.id = w.project_id
    WHERE w.worked_on BETWEEN ${dayNumber(firstDay(query.from))} AND ${at.day} AND d.recorded_at <= ${at.recordedAt}
      AND ${notReversed('d', at)}
    GROUP BY 1, 3, 5, 6, 7`.execute(db);
  return rows.map(({ role, day, billable, hours, cost, ...row }) => ({
    ...row,
    ...{ role: role || null, activity: null, day: dayOf(day), billable: billable === 1 },
    ...{ hours: quantity(hours), cost: cents(cost) },
  }));
}

function sumsAnswer({ cost, bill, profit, ...sums }: HoursSums) {
  return { ...sums, costCents: cost, billCents: bill, profitCents: profit };
}
