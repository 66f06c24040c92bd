import { rateBook, usualRules } from '@lowtide/core/rates/applying-rule.ts';
import { rateRules } from '../rates/rate-queries.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { EstimateBasis, Worker } from '@lowtide/core/estimate/read-estimate.ts';
import type { Db } from '../database/schema.ts';
import { costCodes, employees } from '../company/list-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { projects, type ProjectRecord } from '../company/project-queries.ts';

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
  const book = rateBook(await rateRules(db, 'cost'));
  return (await employees(db)).map((employee) => ({
    ...employee,
    rates: usualRules(book, { employee: employee.id, role: employee.jobRole }).map(({ effectiveOn, rates }) => ({
      effectiveOn,
      rate: rates.regular.rate,
    })),
  }));
}
