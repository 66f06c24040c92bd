import type { Router } from 'express';
import { mondayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { takesCost } from '@lowtide/core/ledger/project.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { concern, wording } from '@lowtide/core/problems/wording.ts';
import { enteredHours, neededApprovals, waitingFor } from '@lowtide/core/timesheets/week-approval.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { activities } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { employeeOf } from '../people/person-queries.ts';
import { budgetedLabor } from '../projects/budgeted-labor-queries.ts';
import { projects } from '../company/project-queries.ts';
import { statusOf } from './timesheet-answers.ts';
import { keepWeek, ledProjects, weeks, type StoredWeek } from './timesheet-queries.ts';
import { weekRemarks } from './week-remarks.ts';

/** A week of hours that somebody enters for themselves, and nobody else. */
export function ownWeekRoutes(router: Router, context: Context): void {
  read(router, context, 'ownWeek', async (db, { query }, { actor, today }) => {
    const weekOn = mondayOf(query.weekOn);
    const employee = await employeeOf(db, actor?.id ?? null);
    if (employee === null) return nobodysWeek(weekOn);
    const week = await weekOf(db, employee.id, weekOn);
    const { problems, warnings } = await weekRemarks(db, { employee: employee.code, weekOn, rows: week.rows }, today);
    const needed = neededApprovals(week.rows, await ledProjects(db), week.approvals);
    return {
      ...{ employee: employee.name, weekOn, reason: week.reason, version: week.version, rows: [...week.rows] },
      status: await statusOf(db, week),
      ...{ hours: enteredHours(week.rows), usualHours: quantity(employee.usualHours) },
      waitingFor: week.status === 'submitted' ? [...waitingFor(needed)] : [],
      problems: problems.map((problem) => ({ ...problem, message: wording(problem) })),
      // What is posted is there by itself.
      warnings: week.status === 'posted' ? [] : warnings.map((warning) => ({ ...warning, message: concern(warning) })),
    };
  });
  read(router, context, 'ownWeekChoices', async (db) => {
    const labor = await budgetedLabor(db);
    return {
      projects: (await projects(db))
        .filter(takesCost)
        .map(({ id, code, name }) => ({ code, name, codes: [...(labor.get(id) ?? [])] })),
      activities: (await activities(db)).map(({ code, name }) => ({ code, name })),
    };
  });
  write(router, context, 'saveOwnWeek', async (trx, { body }, acting) => {
    const { employee, week } = await ownWeekOf(trx, body, acting);
    refuseUnless(week, ['open', 'returned']);
    return keep(trx, { ...week, employee, rows: body.rows }, acting);
  });
  write(router, context, 'submitOwnWeek', async (trx, { body }, acting) => submit(trx, body, acting));
  write(router, context, 'recallOwnWeek', async (trx, { body }, acting) => {
    const { employee, week } = await ownWeekOf(trx, body, acting);
    refuseUnless(week, ['submitted']);
    return keep(trx, { ...week, employee, status: 'open', reason: '' }, acting);
  });
}

type OwnEmployee = NonNullable<Awaited<ReturnType<typeof employeeOf>>>;
type OneWeek = Pick<StoredWeek, 'weekOn' | 'rows' | 'status' | 'reason' | 'version' | 'approvals' | 'document'> & {
  readonly changed: { readonly by: string; readonly at: number } | null;
};

function nobodysWeek(weekOn: IsoDate): Answer<'ownWeek'> {
  return {
    ...{
      employee: null,
      weekOn,
      status: 'open',
      reason: '',
      version: 0,
      rows: [],
      waitingFor: [],
      problems: [],
      warnings: [],
    },
    ...{ hours: quantity(0), usualHours: quantity(0) },
  };
}

async function weekOf(db: Db, employee: number, weekOn: IsoDate): Promise<OneWeek> {
  const [known] = await weeks(db, { employee, weekOn });
  if (known !== undefined) return { ...known, changed: { by: known.changedBy, at: known.changedAt } };
  return { weekOn, rows: [], status: 'open', reason: '', version: 0, approvals: [], document: null, changed: null };
}

/** The week of whoever acts, where it is of the version they saw. */
async function ownWeekOf(
  trx: Trx,
  { weekOn, version }: { readonly weekOn: IsoDate; readonly version: number },
  acting: Acting,
): Promise<{ readonly employee: OwnEmployee; readonly week: OneWeek }> {
  const employee = await employeeOf(trx, acting.actor?.id ?? null);
  if (employee === null) throw new Refusal([{ at: '', kind: 'no-employee' }], 403);
  const week = await weekOf(trx, employee.id, mondayOf(weekOn));
  refuseOtherVersion(week, version);
  return { employee, week };
}

export function refuseOtherVersion(
  { version: known, changed }: Pick<OneWeek, 'version' | 'changed'>,
  version: number,
): void {
  if (known === version) return;
  const when = new Date(changed?.at ?? 0).toISOString().slice(0, 16).replace('T', ' ');
  throw new Refusal([{ at: '', kind: 'changed-meanwhile', by: changed?.by ?? '', when }], 409);
}

function refuseUnless({ status }: OneWeek, statuses: readonly StoredWeek['status'][]): void {
  if (!statuses.includes(status)) throw new Refusal([{ at: '', kind: 'week-not-open', status }]);
}

async function keep(
  trx: Trx,
  week: OneWeek & { readonly employee: OwnEmployee },
  acting: Acting,
): Promise<Answer<'saveOwnWeek'>> {
  const { employee, weekOn, rows, status, reason, version, document } = week;
  const kept = await keepWeek(trx, { employee: employee.id, weekOn, rows, status, reason, version, document }, acting);
  return { ...kept, status: await statusOf(trx, { rows, status, approvals: [] }) };
}

async function submit(
  trx: Trx,
  body: Asked<'submitOwnWeek'>['body'],
  acting: Acting,
): Promise<Answer<'submitOwnWeek'>> {
  const { employee, week } = await ownWeekOf(trx, body, acting);
  refuseUnless(week, ['open', 'returned']);
  const { problems } = await weekRemarks(
    trx,
    { employee: employee.code, weekOn: week.weekOn, rows: week.rows },
    acting.today,
  );
  if (problems.length > 0) throw new Refusal(problems);
  await audit(trx, acting, { action: 'submit hours', subject: `${employee.code} ${week.weekOn}` });
  return keep(trx, { ...week, employee, status: 'submitted', reason: '' }, acting);
}
