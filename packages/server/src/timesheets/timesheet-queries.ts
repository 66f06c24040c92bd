import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import type { GivenApproval, LedProject } from '@lowtide/core/timesheets/week-approval.ts';
import { OwnRow } from '@lowtide/core/wire/timesheets.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import type { Stamp } from '../audit/stamp.ts';
import { notReversed, isReversed } from '../ledger/settlement-queries.ts';

type KeptStatus = 'open' | 'submitted' | 'returned' | 'posted';

/** A week somebody entered, with whose it is. */
export interface StoredWeek {
  readonly id: number;
  readonly employee: {
    readonly id: number;
    readonly code: string;
    readonly name: string;
    readonly usualHours: Quantity;
  };
  readonly weekOn: IsoDate;
  readonly rows: readonly OwnRow[];
  readonly status: KeptStatus;
  readonly reason: string;
  readonly version: number;
  readonly changedAt: number;
  readonly changedBy: string;
  /** What posted it, while that is not reversed. */
  readonly document: number | null;
  readonly approvals: readonly GivenApproval[];
}

export interface WantedWeeks {
  readonly employee?: number;
  readonly weekOn?: IsoDate;
  readonly id?: number;
  readonly status?: 'submitted';
}

interface WeekRow {
  readonly id: number;
  readonly employee_id: number;
  readonly code: string;
  readonly name: string;
  readonly usual_hours_e4: number;
  readonly week_on: number;
  readonly rows: string;
  readonly status: KeptStatus;
  readonly reason: string;
  readonly version: number;
  readonly changed_at: number;
  readonly changed_by: string;
  readonly document_id: number | null;
  readonly stands: number;
}

const REVERSED = 'What was posted of this week is reversed.';

/** Weeks that people entered, the latest first. A week whose posting was reversed is with whoever entered it again. */
export async function weeks(db: Db, { employee, weekOn, id, status }: WantedWeeks): Promise<readonly StoredWeek[]> {
  const { rows } = await sql<WeekRow>`
    SELECT t.*, e.code, e.name, e.usual_hours_e4,
      EXISTS (SELECT 1 FROM document d WHERE d.id = t.document_id AND ${notReversed('d', EVERYTHING)}) AS stands
    FROM timesheet t JOIN employee e ON e.id = t.employee_id
    WHERE 1 = 1 ${employee === undefined ? sql`` : sql`AND t.employee_id = ${employee}`}
      ${weekOn === undefined ? sql`` : sql`AND t.week_on = ${dayNumber(weekOn)}`}
      ${id === undefined ? sql`` : sql`AND t.id = ${id}`}
      ${status === undefined ? sql`` : sql`AND t.status = ${status}`}
    ORDER BY t.week_on DESC, e.code LIMIT 2000`.execute(db);
  const approvals = await approvalsOf(db);
  return rows.map((row) => {
    const isBack = row.status === 'posted' && row.stands === 0;
    return {
      ...{ id: row.id, weekOn: dayOf(row.week_on), version: row.version },
      employee: { id: row.employee_id, code: row.code, name: row.name, usualHours: quantity(row.usual_hours_e4) },
      rows: OwnRow.array().parse(JSON.parse(row.rows)),
      status: isBack ? 'returned' : row.status,
      reason: isBack ? REVERSED : row.reason,
      ...{ changedAt: row.changed_at, changedBy: row.changed_by, document: isBack ? null : row.document_id },
      approvals: approvals.get(row.id) ?? [],
    };
  });
}

/** Approvals that hold: of the version of the week that there is. */
async function approvalsOf(db: Db): Promise<ReadonlyMap<number, readonly GivenApproval[]>> {
  const rows = await db
    .selectFrom('timesheet_approval as a')
    .innerJoin('timesheet as t', 't.id', 'a.timesheet_id')
    .select(['a.timesheet_id', 'a.project_id', 'a.recorded_by'])
    .whereRef('a.timesheet_version', '=', 't.version')
    .orderBy('a.id')
    .execute();
  const known = new Map<number, GivenApproval[]>();
  for (const { timesheet_id, project_id, recorded_by } of rows) {
    const own = known.get(timesheet_id) ?? [];
    own.push({ project: project_id, by: recorded_by });
    known.set(timesheet_id, own);
  }
  return known;
}

/** Every project with whoever leads it, whoever asks. */
export async function ledProjects(db: Db): Promise<readonly LedProject[]> {
  return db.selectFrom('project').select(['id', 'code', 'name', 'manager']).orderBy('code').execute();
}

export interface ChangedWeek {
  readonly employee: number;
  readonly weekOn: IsoDate;
  readonly rows: readonly OwnRow[];
  readonly status: KeptStatus;
  readonly reason: string;
  readonly version: number;
  readonly document: number | null;
}

/** Keeps a week as it is now, a version further. */
export async function keepWeek(
  trx: Trx,
  week: ChangedWeek,
  { at, by }: Stamp,
): Promise<{ id: number; version: number }> {
  const version = week.version + 1;
  const values = {
    ...{ rows: JSON.stringify(week.rows), status: week.status, reason: week.reason, version },
    ...{ changed_at: at, changed_by: by, document_id: week.document },
  };
  const { id } = await trx
    .insertInto('timesheet')
    .values({ employee_id: week.employee, week_on: dayNumber(week.weekOn), ...values })
    .onConflict((conflict) => conflict.columns(['employee_id', 'week_on']).doUpdateSet(values))
    .returning('id')
    .executeTakeFirstOrThrow();
  return { id, version };
}

export async function insertApprovals(
  trx: Trx,
  { id, version }: { readonly id: number; readonly version: number },
  projects: readonly (number | null)[],
  { at, by }: Stamp,
): Promise<void> {
  for (const project of projects) {
    await trx
      .insertInto('timesheet_approval')
      .values({ timesheet_id: id, timesheet_version: version, project_id: project, recorded_at: at, recorded_by: by })
      .execute();
  }
}

/** Hours of the week that are posted by other documents than its own. */
export async function postedApart(
  db: Db,
  { employee, weekOn, document }: Pick<StoredWeek, 'employee' | 'weekOn' | 'document'>,
): Promise<Quantity> {
  const from = dayNumber(weekOn);
  const { rows } = await sql<{ hours: number | null }>`SELECT SUM(w.hours_e4) AS hours FROM worked_hours w
    WHERE w.employee_id = ${employee.id} AND w.worked_on BETWEEN ${from} AND ${from + 6} AND w.document_id <> ${document ?? 0}
      AND NOT ${isReversed('w.document_id')}`.execute(db);
  return quantity(rows[0]?.hours ?? 0);
}
