import { seesOwnProjectsOnly } from '@lowtide/core/people/roles.ts';
import {
  enteredHours,
  neededApprovals,
  type LedProject,
  type NeededApproval,
} from '@lowtide/core/timesheets/week-approval.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import type { Actor } from '../http/actor.ts';
import { companyOf } from '../records/company-queries.ts';
import { ledProjects, type StoredWeek } from './timesheet-queries.ts';

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

/** A week as whoever asks may see it: a manager the rows of projects they lead; null where that is none. */
export async function weekAnswer(
  db: Db,
  week: StoredWeek,
  { actor, projects }: { readonly actor: Actor | null; readonly projects: readonly LedProject[] },
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
  };
}
