import type { Router } from 'express';
import { dayIn, numberIn, quantityIn, required, textIn, type Cell } from '@lowtide/core/cells/cell.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import type { Quantity } from '@lowtide/core/money/quantity.ts';
import { MILLIONTHS, ratio } from '@lowtide/core/money/ratio.ts';
import { dayThatCame } from '@lowtide/core/months/books-span.ts';
import { openDay, type LockedThrough } from '@lowtide/core/months/open-day.ts';
import { accepted, following, gathered, listed, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { progressByCost, type KeptDecimals } from '@lowtide/core/progress/measured-progress.ts';
import { obligationPositions } from '@lowtide/core/progress/obligation-positions.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyAt, companyOf } from '../company/company-queries.ts';
import { projects } from '../company/project-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { closedProblems } from './closed-project-queries.ts';
import { insertUnits, unitsDone } from './hours-and-units-queries.ts';
import { splits } from './obligation-queries.ts';
import { standingProjects, type StandingProject } from './position-queries.ts';
import { insertMilestone, insertStand, insertSurvey, milestonesAt, surveysAt } from './told-progress-queries.ts';

/** Progress that cost does not show: what a site was surveyed at, and the milestones that were reached. */
export function toldProgressRoutes(router: Router, context: Context): void {
  read(router, context, 'toldProgress', async (db, { query }) => toldRows(db, asOf(query)));
  read(router, context, 'projectTold', async (db, { params, query }) => projectTold(db, params.id, asOf(query)));
  write(router, context, 'tellSurveys', async (trx, { body }, acting) => tellSurveys(trx, body.rows, acting));
  write(router, context, 'tellUnits', async (trx, { body }, acting) => tellUnits(trx, body.rows, acting));
  write(router, context, 'addMilestones', async (trx, { params, body }, acting) =>
    addMilestones(trx, params.id, { body, acting }),
  );
  write(router, context, 'reachMilestone', async (trx, { params, body }, acting) =>
    reachMilestone(trx, params.id, { body, acting }),
  );
}

async function toldRows(db: Db, at: AsOf): Promise<Answer<'toldProgress'>> {
  const then = await bounds(db, at);
  const { percentDecimals } = await companyAt(db, then);
  const surveys = new Map((await surveysAt(db, then)).map((survey) => [survey.project, survey]));
  const units = await unitsDone(db, then);
  const standing = await standingProjects(db, at);
  return {
    rows: standing.flatMap((each) => {
      const { record, position } = each;
      const { method, status } = record;
      if (position.split !== null) return status === 'closed' ? [] : obligationRows(each, percentDecimals);
      if (!isTold(method) || status === 'closed') return [];
      const done = method === 'units' ? units.get(record.id) : undefined;
      const last = method === 'surveyed' ? surveys.get(record.id) : done;
      return [
        {
          ...{ projectId: record.id as number, phaseId: null, code: record.code, name: record.name, method },
          ...{ unitsDone: done?.done ?? null, unitsInAll: method === 'units' ? record.unitsInAll : null },
          ...{ complete: position.told, on: last?.on ?? null, reason: last?.reason ?? '', by: last?.by ?? '' },
          byCost: progressByCost(position, percentDecimals).complete,
          byBilling: position.contract > 0 ? ratio(position.billed, position.contract) : null,
        },
      ];
    }),
  };
}

type ToldRow = Answer<'toldProgress'>['rows'][number];

/** The obligations of a split contract that are surveyed. */
function obligationRows({ record, position }: StandingProject, kept: KeptDecimals): readonly ToldRow[] {
  return obligationPositions(position).flatMap(({ obligation: of, position: part }): ToldRow[] => {
    if (of.method !== 'surveyed' || of.isFinished) return [];
    return [
      {
        ...{ projectId: record.id, phaseId: of.phase, code: `${record.code}/${of.code}`, name: of.name },
        ...{ method: 'surveyed', unitsDone: null, unitsInAll: null },
        ...{ complete: of.told, on: of.toldOn, reason: '', by: '' },
        ...{ byCost: progressByCost(part, kept).complete, byBilling: null },
      },
    ];
  });
}

/** Measures that cost does not show. */
const TOLD = ['surveyed', 'milestones', 'units', 'labor-hours'] as const;

function isTold(method: string): method is (typeof TOLD)[number] {
  return TOLD.some((each) => each === method);
}

async function projectTold(db: Db, id: number, at: AsOf): Promise<Answer<'projectTold'>> {
  const then = await bounds(db, at);
  const milestones = await milestonesAt(db, then, id);
  const whole = milestones.reduce((all, { weight }) => all + weight, 0);
  return {
    milestones: milestones.map(({ id: milestone, name, weight, reachedOn, reason, by }) => ({
      ...{ id: milestone, name, weightMillionths: weight, share: ratio(weight, whole), reachedOn, reason, by },
    })),
    surveys: (await surveysAt(db, then, id)).toReversed().map(({ project: _, ...survey }) => survey),
  };
}

/** What a day is read by: it lies in an open month, and is today at the latest. */
interface TellingOn {
  readonly today: IsoDate;
  readonly lockedThrough: LockedThrough;
  readonly dayOrder: DayOrder;
}

async function tellingOn(trx: Trx, { today }: Acting): Promise<TellingOn> {
  const { lockedThrough, dayOrder } = await companyOf(trx);
  return { today, lockedThrough, dayOrder };
}

function dayTold(cell: Cell, { today, lockedThrough, dayOrder }: TellingOn): Decision<IsoDate> {
  return following(
    required(cell, 'the day', (typed) => dayIn(typed, today, dayOrder)),
    (day) => following(dayThatCame(day, today, cell.at), (came) => openDay(came, lockedThrough, cell.at)),
  );
}

function percentTold(cell: Cell): Decision<number> {
  return following(
    required(cell, 'the percent', (typed) => numberIn(typed, 4)),
    (millionths) =>
      millionths >= 0 && millionths <= MILLIONTHS
        ? accepted(millionths)
        : refused({ at: cell.at, kind: 'number-outside', field: 'the percent', least: '0', most: '100' }),
  );
}

async function tellSurveys(
  trx: Trx,
  rows: Asked<'tellSurveys'>['body']['rows'],
  acting: Acting,
): Promise<Answer<'tellSurveys'>> {
  const on = await tellingOn(trx, acting);
  const read = acceptedOr(
    listed(
      rows.map((row, place) => {
        const cell = (column: 'toldOn' | 'percent' | 'reason'): Cell => ({
          typed: row[column],
          at: `rows/${place}/${column}`,
        });
        return gathered({
          on: dayTold(cell('toldOn'), on),
          complete: percentTold(cell('percent')),
          reason: required(cell('reason'), 'who says so, and why', (typed) => textIn(typed, 'the reason', 400)),
        });
      }),
    ),
  );
  for (const [place, survey] of read.entries()) {
    const { projectId: project = 0, phaseId: phase = null } = rows[place] ?? {};
    const code = await surveyedCode(trx, { project, phase, through: monthOf(acting.today) }, `rows/${place}`);
    await insertSurvey(trx, { project, phase, ...survey }, acting);
    await audit(trx, acting, { action: 'tell progress', subject: code, about: `project ${project}`, detail: survey });
  }
  return { done: true };
}

async function tellUnits(
  trx: Trx,
  rows: Asked<'tellUnits'>['body']['rows'],
  acting: Acting,
): Promise<Answer<'tellUnits'>> {
  const on = await tellingOn(trx, acting);
  const all = new Map((await projects(trx)).map((project) => [project.id as number, project.unitsInAll]));
  const read = acceptedOr(
    listed(
      rows.map((row, place) => {
        const cell = (column: 'toldOn' | 'units' | 'reason'): Cell => ({
          typed: row[column],
          at: `rows/${place}/${column}`,
        });
        return gathered({
          on: dayTold(cell('toldOn'), on),
          done: unitsTold(cell('units'), all.get(row.projectId) ?? null),
          reason: required(cell('reason'), 'who says so, and why', (typed) => textIn(typed, 'the reason', 400)),
        });
      }),
    ),
  );
  for (const [place, told] of read.entries()) {
    const { projectId: project = 0 } = rows[place] ?? {};
    const code = await toldProject(trx, project, { method: 'units', at: `rows/${place}/projectId` });
    await insertUnits(trx, { project, ...told }, acting);
    await audit(trx, acting, { action: 'tell units done', subject: code, about: `project ${project}`, detail: told });
  }
  return { done: true };
}

/** To date: never below zero, nor more than there are. */
function unitsTold(cell: Cell, inAll: number | null): Decision<Quantity> {
  return following(
    required(cell, 'the units done', (typed) => quantityIn(typed)),
    (done) =>
      done >= 0 && (inAll === null || done <= inAll * 10_000)
        ? accepted(done)
        : refused({
            ...{ at: cell.at, kind: 'number-outside', field: 'the units done' },
            ...{ least: '0', most: String(inAll ?? '') },
          }),
  );
}

interface Surveyed {
  readonly project: number;
  readonly phase: number | null;
  /** The month by which the contract is split. */
  readonly through: Month;
}

/** The code of a project that is surveyed, or of its obligation that is. */
async function surveyedCode(trx: Trx, { project, phase, through }: Surveyed, at: string): Promise<string> {
  if (phase === null) return toldProject(trx, project, { method: 'surveyed', at: `${at}/projectId` });
  const record = await trx.selectFrom('project').select('code').where('id', '=', project).executeTakeFirst();
  if (!record) throw new Refusal([{ at: `${at}/projectId`, kind: 'not-there', subject: 'project' }], 404);
  const closed = await closedProblems(trx, project, `${at}/projectId`);
  if (closed.length > 0) throw new Refusal(closed);
  const obligation = (await splits(trx, await bounds(trx, { through, known: null }), project))
    .get(project)
    ?.obligations.find((each) => each.phase === phase && each.method === 'surveyed');
  if (obligation === undefined) {
    throw new Refusal([{ at: `${at}/phaseId`, kind: 'no-obligation', phase: record.code }]);
  }
  return `${record.code}/${obligation.code}`;
}

/** The code of a project whose progress is told in a way; a closed one takes nothing more. */
async function toldProject(
  trx: Trx,
  id: number,
  { method, at }: { readonly method: 'surveyed' | 'milestones' | 'units'; readonly at: string },
): Promise<string> {
  const project = await trx.selectFrom('project').select(['code', 'method']).where('id', '=', id).executeTakeFirst();
  if (!project) throw new Refusal([{ at, kind: 'not-there', subject: 'project' }], 404);
  if (project.method !== method) throw new Refusal([{ at, kind: 'measured-in-another-way', project: project.code }]);
  const closed = await closedProblems(trx, id, at);
  if (closed.length > 0) throw new Refusal(closed);
  return project.code;
}

interface Ordered<B> {
  readonly body: B;
  readonly acting: Acting;
}

async function addMilestones(
  trx: Trx,
  project: number,
  { body, acting }: Ordered<Asked<'addMilestones'>['body']>,
): Promise<Answer<'addMilestones'>> {
  const code = await toldProject(trx, project, { method: 'milestones', at: '' });
  const on = await tellingOn(trx, acting);
  const { countsOn, rows } = acceptedOr(
    gathered({
      countsOn: dayTold({ typed: body.countsOn, at: 'countsOn' }, on),
      rows: listed(
        body.rows.map(({ name, weight }, place) =>
          gathered({
            name: required({ typed: name, at: `rows/${place}/name` }, 'the milestone', (cell) =>
              textIn(cell, 'the milestone', 120),
            ),
            weight: weightTold({ typed: weight, at: `rows/${place}/weight` }),
          }),
        ),
      ),
    }),
  );
  for (const { name, weight } of rows) await insertMilestone(trx, { project, name, weight, countsOn }, acting);
  await audit(trx, acting, { action: 'add milestones', subject: code, about: `project ${project}`, detail: body });
  return { done: true };
}

function weightTold(cell: Cell): Decision<number> {
  return following(
    required(cell, 'the weight', (typed) => numberIn(typed, 4)),
    (weight) =>
      weight > 0 ? accepted(weight) : refused({ at: cell.at, kind: 'number-not-positive', field: 'the weight' }),
  );
}

async function reachMilestone(
  trx: Trx,
  id: number,
  { body, acting }: Ordered<Asked<'reachMilestone'>['body']>,
): Promise<Answer<'reachMilestone'>> {
  const milestone = await trx
    .selectFrom('milestone')
    .select(['project_id', 'name'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!milestone) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  const code = await toldProject(trx, milestone.project_id, { method: 'milestones', at: '' });
  const { on, reason } = acceptedOr(
    gathered({
      on: dayTold({ typed: body.on, at: 'on' }, await tellingOn(trx, acting)),
      reason: required({ typed: body.reason, at: 'reason' }, 'who says so, and why', (cell) =>
        textIn(cell, 'the reason', 400),
      ),
    }),
  );
  await insertStand(trx, { milestone: id, on, isReached: body.isReached, reason }, acting);
  const action = body.isReached ? 'reach a milestone' : 'take a milestone back';
  await audit(trx, acting, { action, subject: `${code}, ${milestone.name}`, detail: { on, reason } });
  return { done: true };
}
