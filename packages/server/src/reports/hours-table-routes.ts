import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { problemRemark } from '@lowtide/core/documents/preview.ts';
import { rateBook } from '@lowtide/core/rates/applying-rule.ts';
import { joinedHours, type HoursTableBasis, type HoursTableLine } from '@lowtide/core/reports/hours/imported.ts';
import type { Db } from '../database/schema.ts';
import { people } from '../company/list-queries.ts';
import { activities } from '../company/list-queries.ts';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { csvTable } from '../http/csv-table.ts';
import { acceptedOr } from '../http/refusal.ts';
import { projects } from '../company/project-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { hoursAnswer } from './hours-queries.ts';

const NAMES = ['employee', 'project', 'activity', 'day', 'hours'] as const;
const COLUMNS = NAMES.map((name) => ({ name, isNeeded: name !== 'project' && name !== 'activity' }));

/** Hours that are not in the books, joined with them by their codes: cost and price at the rates of the books. */
export function hoursTableRoutes(router: Router, context: Context): void {
  read(router, context, 'hoursTable', async (db, { body: { csv, by } }, { today }) => {
    const lines = acceptedOr(await csvTable(csv, COLUMNS)).map(lineOf);
    const joined = joinedHours(lines, await basisOf(db, today));
    const matched = joined.flatMap((each) => (each.kind === 'joined' ? [{ ...each.line, code: null }] : []));
    const month = monthOf(today);
    const report = await hoursAnswer(db, matched, { by, from: month, through: month });
    return {
      report: { ...report, rows: report.rows.map((row) => ({ ...row, earnedCents: null, earnedPerHour: null })) },
      unmatched: joined.flatMap((each) =>
        each.kind === 'joined'
          ? []
          : [{ row: each.place + 2, text: textOf(lines[each.place]), problems: each.problems.map(problemRemark) }],
      ),
    };
  });
}

function lineOf(row: Readonly<Record<string, string>>): HoursTableLine {
  const { employee = '', project = '', activity = '', day = '', hours = '' } = row;
  return { employee, project, activity, day, hours };
}

function textOf(line: HoursTableLine | undefined): string {
  return line === undefined ? '' : NAMES.map((name) => line[name]).join(', ');
}

async function basisOf(db: Db, today: IsoDate): Promise<HoursTableBasis> {
  return {
    employees: (await people(db)).map(({ id, code, name, job_role }) => ({ id, code, name, role: job_role || null })),
    projects: (await projects(db)).map(({ id, code, name, client, kind }) => ({
      ...{ id, code, name, client },
      isForClient: kind === 'client',
    })),
    activities: await activities(db),
    costRates: rateBook(await rateRules(db, 'cost')),
    days: { near: today, order: (await companyOf(db)).dayOrder },
  };
}
