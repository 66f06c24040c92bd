import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { RateBasis } from '@lowtide/core/rates/read-rate.ts';
import type { Db } from '../database/schema.ts';
import { parties, people } from '../company/list-queries.ts';
import { activities } from '../company/list-queries.ts';
import { projects } from '../company/project-queries.ts';
import { companyOf } from '../company/company-queries.ts';

/** What a typed rate may name. */
export async function rateBasis(db: Db, today: IsoDate): Promise<RateBasis> {
  return {
    employees: await people(db),
    clients: await parties(db, 'client'),
    projects: await projects(db),
    activities: await activities(db),
    days: { near: today, order: (await companyOf(db)).dayOrder },
  };
}
