import { seesOwnProjectsOnly } from '@lowtide/core/people/roles.ts';
import {
  enteredHours,
  neededApprovals,
  type LedProject,
  type NeededApproval,
} from '@lowtide/core/timesheets/week-approval.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { concern } from '@lowtide/core/problems/wording.ts';
import type { OwnRow } from '@lowtide/core/wire/timesheets.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import type { Actor } from '../http/actor.ts';
import { companyOf } from '../company/company-queries.ts';
import { ledProjects, postedApart, type StoredWeek } from './timesheet-queries.ts';
import { weekRemarks } from './week-remarks.ts';

type Status = Answer<'ownWeek'>['status'];

/** Submitted is approved once everybody did whose word it needs; at once where the company asks for none. */
export async function statusOf(db: Db, week: Pick<StoredWeek, 'rows' | 'status' | 'approvals'>): Promise<Status> {
  if (week.status !== 'submitted') return week.status;
  if (!(await companyOf(db)).approveHours) return 'approved';
  const needed = neededApprovals(week.rows, await ledProjects(db), week.approvals);
  return needed.every(({ by }) => by !== null) ? 'approved' : 'submitted';
}

/** Whether somebody may approve a project of a week: whoever keeps the books any, a manager those they lead. */
export function mayApprove(actor: Actor | null, { project }: NeededApproval): boolean {
  if (actor === null || !seesOwnProjectsOnly(actor.role)) return true;
  return project !== null && project.manager.toLowerCase() === actor.name.toLowerCase();
}

type WeekAnswer = Answer<'timesheets'>['rows'][number];

interface WeekAsker {
  readonly actor: Actor | null;
  readonly projects: readonly LedProject[];
  readonly today: IsoDate;
}

/** A week as whoever asks may see it: a manager the rows of projects they lead; null where that is none. */
export async function weekAnswer(
  db: Db,
  week: StoredWeek,
  { actor, projects, today }: WeekAsker,
): Promise<WeekAnswer | null> {
  const rows = week.rows.flatMap((row) => {
    const [needed] = neededApprovals([row], projects, week.approvals);
    if (needed === undefined) return [];
    const isMine = mayApprove(actor, needed);
    if (!isMine) return [];
    return [{ ...row, projectName: needed.project?.name ?? '', isMine, approvedBy: needed.by ?? '' }];
  });
  if (rows.length === 0) return null;
  return {
    ...{ id: week.id, employee: `${week.employee.code} ${week.employee.name}`, weekOn: week.weekOn },
    ...{ status: await statusOf(db, week), reason: week.reason, version: week.version },
    ...{ hours: enteredHours(rows), usualHours: week.employee.usualHours, rows, documentId: week.document },
    postedHours: await postedApart(db, week),
    warnings: await hoursThere(db, week, rows, today),
  };
}

/** Of a week that waits: hours of its rows on days that have such hours already. */
async function hoursThere(
  db: Db,
  { employee, weekOn, status }: StoredWeek,
  rows: readonly OwnRow[],
  today: IsoDate,
): Promise<string[]> {
  if (status !== 'submitted') return [];
  const { warnings } = await weekRemarks(db, { employee: employee.code, weekOn, rows }, today);
  return [...new Set(warnings.map(concern))];
}
