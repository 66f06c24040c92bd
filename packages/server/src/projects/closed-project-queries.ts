import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

/** Why nothing can be agreed for a project, or taken back of it: it is closed. */
export async function closedProblems(db: Db, project: number, at: string): Promise<readonly Problem[]> {
  const row = await db.selectFrom('project').select(['code', 'status']).where('id', '=', project).executeTakeFirst();
  return row?.status === 'closed' ? [{ at, kind: 'project-closed', project: row.code, status: row.status }] : [];
}

export async function refuseClosed(db: Db, project: number, at: string): Promise<void> {
  const problems = await closedProblems(db, project, at);
  if (problems.length > 0) throw new Refusal(problems);
}
