import { dayNumber, dayOf, mondayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay } from '@lowtide/core/calendar/month.ts';
import type { PayKind } from '@lowtide/core/rates/pay.ts';
import { cents, sum } from '@lowtide/core/money/cents.ts';
import { quantity, sumQuantity } from '@lowtide/core/money/quantity.ts';
import { certifiedLines, type CertifiedHours } from '@lowtide/core/reports/certified-payroll/figures.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds, EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { buildUpParts } from './build-up-parts.ts';

type Query = Asked<'certified-payroll'>['query'];

/** Who worked on a project in a week, day by day, with wages by their build-ups, and what the payroll of the period withheld. */
export async function certifiedPayroll(db: Db, query: Query): Promise<Answer<'certified-payroll'>> {
  const weekOn = await weekOf(db, query);
  const lines = certifiedLines(await weekHours(db, query, weekOn), weekOn);
  const people = new Map(
    (await db.selectFrom('employee').select(['id', 'code', 'name', 'job_role']).execute()).map((row) => [row.id, row]),
  );
  const paid = await paidFor(db, weekOn);
  const seen = new Set<number>();
  const rows = lines.map(({ employee, gross, grossInAll, fringe, days, ...line }) => {
    const person = people.get(employee);
    const isFirst = !seen.has(employee);
    seen.add(employee);
    const own = isFirst ? paid.get(employee) : undefined;
    return {
      ...{ code: person?.code ?? '', name: person?.name ?? '', classification: person?.job_role ?? '' },
      ...{ pay: line.pay, days: [...days], hours: line.hours, wage: line.wage },
      ...{ grossCents: gross, fringeCents: fringe, grossInAllCents: grossInAll },
      withheldCents: own === undefined ? null : cents(own.withheld),
      netCents: own === undefined ? null : cents(own.gross - own.withheld),
    };
  });
  return {
    weekOn,
    rows,
    totals: {
      hours: sumQuantity(rows.map(({ hours }) => hours)),
      grossCents: sum(rows.map(({ grossCents }) => grossCents)),
      fringeCents: sum(rows.map(({ fringeCents }) => fringeCents)),
      grossInAllCents: sum(rows.map(({ grossInAllCents }) => grossInAllCents)),
    },
  };
}

interface HoursRow {
  readonly employee: number;
  readonly worked_on: number;
  readonly pay: PayKind;
  readonly here: number;
  readonly build_up: string | null;
  readonly hours: number;
}

/** Hours on the project asked for, or on any. */
function onProject({ project }: Query): RawBuilder<unknown> {
  return project === undefined ? sql`w.project_id IS NOT NULL` : sql`ifnull(w.project_id, 0) = ${project}`;
}

/** The Monday of the week meant: of the latest in which somebody worked there, where none is named. */
async function weekOf(db: Db, query: Query): Promise<IsoDate> {
  if (query.week !== undefined) return mondayOf(query.week);
  const { rows } = await sql<{ latest: number | null }>`SELECT MAX(w.worked_on) AS latest FROM worked_hours w
    JOIN document d ON d.id = w.document_id WHERE ${onProject(query)} AND w.worked_on <= ${dayNumber(lastDay(query.through))}
      AND ${notReversed('d', EVERYTHING)}`.execute(db);
  const latest = rows[0]?.latest ?? null;
  return mondayOf(latest === null ? lastDay(query.through) : dayOf(latest));
}

async function weekHours(db: Db, query: Query, weekOn: IsoDate): Promise<readonly CertifiedHours[]> {
  const at = await bounds(db, asOf(query));
  const [from, through] = [dayNumber(weekOn), dayNumber(plusDays(weekOn, 6))];
  const { rows } = await sql<HoursRow>`
    SELECT w.employee_id AS employee, w.worked_on, w.pay, ${onProject(query)} AS here, r.build_up, SUM(w.hours_e4) AS hours
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN rate_rule r ON r.id = w.rate_rule_id
    WHERE w.worked_on BETWEEN ${from} AND ${through} AND d.recorded_at <= ${at.recordedAt}
      AND ${notReversed('d', { day: EVERYTHING.day, recordedAt: at.recordedAt })}
    GROUP BY 1, 2, 3, 4, 5 HAVING SUM(w.hours_e4) <> 0
    ORDER BY e.code, CASE w.pay WHEN 'regular' THEN 0 WHEN 'overtime' THEN 1 WHEN 'double' THEN 2 ELSE 3 END, w.worked_on`.execute(
    db,
  );
  const partsOf = buildUpParts();
  return rows.map(({ employee, worked_on, pay, here: isHere, build_up, hours }) => ({
    ...{ employee, workedOn: dayOf(worked_on), pay, hours: quantity(hours), isOnProject: isHere === 1 },
    parts: partsOf(build_up),
  }));
}

/** Gross and withheld of the payroll whose period holds the week, by person; nothing while it is not paid. */
async function paidFor(db: Db, weekOn: IsoDate) {
  const day = dayNumber(weekOn);
  const { rows } = await sql<{ employee: number; gross: number; withheld: number }>`
    SELECT l.employee_id AS employee, SUM(l.gross_cents) AS gross, SUM(l.withheld_cents) AS withheld
    FROM payroll p JOIN payroll_line l ON l.document_id = p.document_id JOIN document d ON d.id = p.document_id
    WHERE ${day} BETWEEN p.from_on AND p.through_on AND l.employee_id IS NOT NULL AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1`.execute(db);
  return new Map(rows.map((row) => [row.employee, row]));
}
