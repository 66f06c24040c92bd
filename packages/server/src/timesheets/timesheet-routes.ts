import type { Router } from 'express';
import { required, textIn } from '@lowtide/core/cells/cell.ts';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { MOST_ROWS, type HoursSheet } from '@lowtide/core/documents/hours/form.ts';
import { neededApprovals } from '@lowtide/core/timesheets/week-approval.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { postReading } from '../sheets/post-sheet-queries.ts';
import { previewOf } from '../sheets/preview-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { refuseOtherVersion } from './own-week-routes.ts';
import { sheetRowsOf } from './week-remarks.ts';
import { mayApprove, statusOf, weekAnswer } from './timesheet-answers.ts';
import { insertApprovals, keepWeek, ledProjects, weeks, type StoredWeek } from './timesheet-queries.ts';

/** Weeks that people entered: approved or returned by whoever leads the projects, and posted together. */
export function timesheetRoutes(router: Router, context: Context): void {
  read(router, context, 'timesheets', async (db, { query }, { actor, today }) => {
    const projects = await ledProjects(db);
    const rows = [];
    for (const week of await weeks(db, {})) {
      if (week.status === 'open') continue;
      const answer = await weekAnswer(db, week, { actor, projects, today });
      if (answer !== null && (query.status ?? answer.status) === answer.status) rows.push(answer);
    }
    return { rows };
  });
  write(router, context, 'approveTimesheet', async (trx, { params, body }, acting) => {
    const week = await submittedWeek(trx, params.id, body.version);
    const needed = neededApprovals(week.rows, await ledProjects(trx), week.approvals);
    const mine = needed.filter((each) => each.by === null && mayApprove(acting.actor, each));
    if (mine.length === 0) throw new Refusal([{ at: '', kind: 'nothing-to-approve' }]);
    await insertApprovals(
      trx,
      week,
      mine.map(({ project }) => project?.id ?? null),
      acting,
    );
    await audit(trx, acting, { action: 'approve hours', subject: nameOf(week), about: `week ${week.id}` });
    return statusNow(trx, week.id);
  });
  write(router, context, 'returnTimesheet', async (trx, { params, body }, acting) => {
    const week = await submittedWeek(trx, params.id, body.version);
    const needed = neededApprovals(week.rows, await ledProjects(trx), []);
    if (!needed.some((each) => mayApprove(acting.actor, each))) {
      throw new Refusal([{ at: '', kind: 'nothing-to-approve' }]);
    }
    const cell = { typed: body.reason, at: 'reason' };
    const reason = acceptedOr(required(cell, 'the reason', (typed) => textIn(typed, 'the reason', 400)));
    await keepWeek(trx, { ...week, employee: week.employee.id, status: 'returned', reason }, acting);
    await audit(trx, acting, {
      action: 'return hours',
      subject: nameOf(week),
      about: `week ${week.id}`,
      detail: { reason },
    });
    return statusNow(trx, week.id);
  });
  read(router, context, 'timesheetPreview', async (db, { body }, { today }) => {
    const { sheet } = await batch(db, body);
    const month = monthOf(sheet.weekOn);
    return previewOf(db, month, await sheetRead(db, { month, today }, sheet));
  });
  write(router, context, 'postTimesheets', async (trx, { body }, acting) => postBatch(trx, body, acting));
}

function nameOf({ employee, weekOn }: StoredWeek): string {
  return `${employee.code} ${weekOn}`;
}

async function submittedWeek(trx: Trx, id: number, version: number): Promise<StoredWeek> {
  const [week] = await weeks(trx, { id });
  if (week === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'week' }], 404);
  refuseOtherVersion({ version: week.version, changed: { by: week.changedBy, at: week.changedAt } }, version);
  if (week.status !== 'submitted') throw new Refusal([{ at: '', kind: 'nothing-to-approve' }]);
  return week;
}

async function statusNow(trx: Trx, id: number): Promise<Answer<'approveTimesheet'>> {
  const [week] = await weeks(trx, { id });
  if (week === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'week' }], 404);
  return { id, version: week.version, status: await statusOf(trx, week) };
}

/** Approved weeks of one Monday as one sheet, in order of people. */
async function batch(
  db: Db,
  { weekOn, ids }: Asked<'timesheetPreview'>['body'],
): Promise<{ readonly chosen: readonly StoredWeek[]; readonly sheet: HoursSheet }> {
  const monday = mondayOf(weekOn);
  const chosen = (await weeks(db, { weekOn: monday })).filter(({ id }) => ids.includes(id));
  if (chosen.length < new Set(ids).size) throw new Refusal([{ at: 'ids', kind: 'not-there', subject: 'week' }], 404);
  for (const week of chosen) {
    if ((await statusOf(db, week)) === 'approved') continue;
    throw new Refusal([{ at: 'ids', kind: 'week-not-approved', employee: week.employee.name, weekOn: monday }]);
  }
  const rows = chosen.flatMap(({ employee, rows: own }) => sheetRowsOf({ employee: employee.code, rows: own }));
  if (rows.length > MOST_ROWS) throw new Refusal([{ at: 'ids', kind: 'too-many-rows', most: MOST_ROWS }]);
  return { chosen, sheet: { kind: 'hours', weekOn: monday, rows } };
}

async function postBatch(
  trx: Trx,
  body: Asked<'postTimesheets'>['body'],
  acting: Acting,
): Promise<Answer<'postTimesheets'>> {
  const { chosen, sheet } = await batch(trx, body);
  const { reading } = await sheetRead(trx, { month: monthOf(sheet.weekOn), today: acting.today }, sheet);
  const [posted] = await postReading(trx, reading, { ...acting, acceptWarnings: body.acceptWarnings });
  if (posted === undefined) throw new Refusal([{ at: '', kind: 'nothing-entered' }]);
  for (const week of chosen) {
    await keepWeek(trx, { ...week, employee: week.employee.id, status: 'posted', document: posted.id }, acting);
  }
  await audit(trx, acting, {
    action: 'post hours',
    subject: posted.number,
    about: `document ${posted.id}`,
    detail: { people: chosen.map(({ employee }) => employee.code) },
  });
  return posted;
}
