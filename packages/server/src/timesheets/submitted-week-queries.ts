import { neededApprovals } from '@lowtide/core/timesheets/week-approval.ts';
import type { Db } from '../database/schema.ts';
import type { Actor } from '../http/actor.ts';
import { mayApprove, statusOf } from './timesheet-answers.ts';
import { ledProjects, weeks } from './timesheet-queries.ts';

/** Of the weeks that people submitted: how many wait for somebody's approval, and how many only to be posted. */
export async function submittedWeeks(
  db: Db,
  actor: Actor | null,
): Promise<{ readonly toApprove: number; readonly toPost: number }> {
  const projects = await ledProjects(db);
  let [toApprove, toPost] = [0, 0];
  for (const week of await weeks(db, { status: 'submitted' })) {
    if ((await statusOf(db, week)) === 'approved') toPost += 1;
    else if (
      neededApprovals(week.rows, projects, week.approvals).some((each) => each.by === null && mayApprove(actor, each))
    )
      toApprove += 1;
  }
  return { toApprove, toPost };
}
