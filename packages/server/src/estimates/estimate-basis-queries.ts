import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { EstimateBasis, Worker } from '@lowtide/core/estimate/read-estimate.ts';
import type { Db } from '../database/schema.ts';
import { costCodes, employees } from '../documents/catalog-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { projects, type ProjectRecord } from '../projects/project-queries.ts';

/** What reading an estimate of a project needs of the books, with the project's record. */
export async function estimateBasis(
  db: Db,
  project: number,
  pricedOn: IsoDate,
): Promise<EstimateBasis & { readonly project: ProjectRecord }> {
  const [record] = await projects(db, project);
  if (!record) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  return { project: record, costCodes: await costCodes(db), workers: await workers(db), pricedOn };
}

async function workers(db: Db): Promise<readonly Worker[]> {
  const rows = await db.selectFrom('employee').select(['id', 'job_role']).execute();
  const roles = new Map(rows.map(({ id, job_role }) => [id, job_role]));
  return (await employees(db)).map((employee) => ({ ...employee, jobRole: roles.get(employee.id) ?? '' }));
}
