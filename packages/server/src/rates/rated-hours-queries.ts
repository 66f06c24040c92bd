import { dayNumber, dayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { HoursAtRate } from '@lowtide/core/documents/hours/re-rated.ts';
import { HoursRow } from '@lowtide/core/documents/hours/form.ts';
import { PAY_KINDS, type PayKind } from '@lowtide/core/rates/pay.ts';
import { found, type Named } from '@lowtide/core/lookup/lookup.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { typedNumber } from '@lowtide/core/money/typed-number.ts';
import type { RatedHours } from '@lowtide/core/rates/rate-table.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { codingOfTable } from '../database/coding-columns.ts';

interface PostedRow {
  readonly worked_on: number;
  readonly employee_id: number;
  readonly employee: string;
  readonly role: string;
  readonly project_id: number | null;
  readonly project: string | null;
  readonly client_id: number | null;
  readonly coding: string | null;
  readonly cost_type: string | null;
  readonly pay: PayKind;
  readonly activity: string | null;
  readonly is_billable: number;
  readonly rate_e4: number;
  readonly hours: number;
  readonly cost: number;
}

export interface Days {
  readonly from: IsoDate;
  readonly through: IsoDate;
}

/** Posted hours of some days by person, day, work and rate; reversed documents do not count. */
export async function hoursAtRates(db: Db, { from, through }: Days): Promise<readonly HoursAtRate[]> {
  const { rows } = await sql<PostedRow>`
    SELECT w.worked_on, w.employee_id, e.code AS employee, e.job_role AS role, w.project_id, p.code AS project, p.client_id,
      CASE WHEN h.code IS NULL THEN '' ELSE h.code || '/' END || k.code AS coding, w.cost_type, w.pay, a.code AS activity,
      w.is_billable, w.rate_e4, SUM(w.hours_e4) AS hours, SUM(w.cost_cents) AS cost
    FROM worked_hours w JOIN document d ON d.id = w.document_id JOIN employee e ON e.id = w.employee_id
      LEFT JOIN project p ON p.id = w.project_id LEFT JOIN phase h ON h.id = w.phase_id
      LEFT JOIN cost_code k ON k.id = w.cost_code_id LEFT JOIN activity a ON a.id = w.activity_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY w.worked_on, w.employee_id, ${codingOfTable('w')}, w.pay, w.activity_id,
      w.is_billable, w.rate_e4
    ORDER BY w.worked_on, e.code, p.code, coding`.execute(db);
  return rows.map((row) => ({
    workedOn: dayOf(row.worked_on),
    employee: { id: row.employee_id, code: row.employee, role: row.role || null },
    project: row.project_id === null ? null : { id: row.project_id, code: row.project ?? '', client: row.client_id },
    ...{ coding: row.coding ?? '', costType: row.cost_type ?? '', pay: row.pay, activity: row.activity ?? '' },
    ...{ billable: row.is_billable === 1, hours: quantity(row.hours), cost: cents(row.cost), rate: rate(row.rate_e4) },
  }));
}

/** The same as far as rates go by it. */
export function ratedHours(posted: readonly HoursAtRate[]): readonly RatedHours[] {
  return posted.map(({ workedOn, employee, project, activity, pay, hours }) => ({
    ...{ day: workedOn, employee: employee.id, role: employee.role, activity: activity || null },
    ...{ project: project?.id ?? null, client: project?.client ?? null, pay, hours },
  }));
}

/** Hours on sheets that wait and in weeks people entered, as far as they can be read; of days from one on. */
export async function unpostedHours(db: Db, from: IsoDate): Promise<readonly RatedHours[]> {
  const employees = await db.selectFrom('employee').select(['id', 'code', 'name', 'job_role']).execute();
  const projects = await db.selectFrom('project').select(['id', 'code', 'name', 'client_id']).execute();
  return (await waitingRows(db)).flatMap(({ weekOn, row }) => {
    const employee = namedIn(employees, row.employee);
    const project = row.project.trim() === '' ? null : namedIn(projects, row.project);
    if (employee === null || (row.project.trim() !== '' && project === null)) return [];
    const pay = PAY_KINDS.find((kind) => kind === row.pay.trim().toLowerCase()) ?? 'regular';
    return row.days.flatMap((typed, day): readonly RatedHours[] => {
      const read = typedNumber(typed, 4);
      const on = plusDays(weekOn, day);
      if (read.kind !== 'number' || read.scaled <= 0 || on < from) return [];
      return [
        {
          ...{ day: on, employee: employee.id, role: employee.job_role || null, activity: row.activity.trim() || null },
          ...{ project: project?.id ?? null, client: project?.client_id ?? null, pay, hours: quantity(read.scaled) },
        },
      ];
    });
  });
}

function namedIn<T extends Named>(list: readonly T[], typed: string): T | null {
  const result = found(list, typed);
  return result.kind === 'found' ? result.value : null;
}

interface WaitingRow {
  readonly weekOn: IsoDate;
  readonly row: Pick<HoursRow, 'employee' | 'project' | 'days' | 'pay' | 'activity'>;
}

async function waitingRows(db: Db): Promise<readonly WaitingRow[]> {
  const drafts = await db.selectFrom('draft').select('sheet').where('kind', '=', 'hours').execute();
  const onSheets = drafts.flatMap(({ sheet }) => {
    const { weekOn, rows } = JSON.parse(sheet) as { weekOn: IsoDate; rows: unknown };
    return HoursRow.array()
      .catch([])
      .parse(rows)
      .map((row) => ({ weekOn, row }));
  });
  const weeks = await db
    .selectFrom('timesheet as t')
    .innerJoin('employee as e', 'e.id', 't.employee_id')
    .select(['t.rows', 't.week_on', 'e.code'])
    .where('t.status', '<>', 'posted')
    .execute();
  const entered = weeks.flatMap(({ rows, week_on, code }) =>
    (JSON.parse(rows) as Omit<HoursRow, 'employee'>[]).map((row) => ({
      weekOn: dayOf(week_on),
      row: { ...row, employee: code },
    })),
  );
  return [...onSheets, ...entered];
}
