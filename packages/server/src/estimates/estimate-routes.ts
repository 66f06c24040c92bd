import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import type { Router } from 'express';
import { lastDay, monthOf } from '@lowtide/core/calendar/month.ts';
import { approval } from '@lowtide/core/estimate/approval.ts';
import { comparedEstimates, comparedTotals } from '@lowtide/core/estimate/compared-estimates.ts';
import { readEstimate, type EstimateBasis } from '@lowtide/core/estimate/read-estimate.ts';
import { dayIn, ifFilled, required } from '@lowtide/core/cells/cell.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { openDayFrom } from '@lowtide/core/months/open-day.ts';
import { gathered } from '@lowtide/core/problems/decision.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked, type Work } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { refuseClosed } from '../projects/closed-project-queries.ts';
import { seenProjects } from '../http/seen-projects.ts';
import { companyOf } from '../company/company-queries.ts';
import {
  approvalProblems,
  insertApproval,
  insertWithdrawal,
  withdrawable,
  type Approving,
} from './approval-queries.ts';
import { basisAnswer, headAnswer, projectAnswer } from './estimate-answers.ts';
import { estimateBasis } from './estimate-basis-queries.ts';
import {
  decideEstimate,
  asIfNotApproved,
  deleteEstimate,
  estimateOf,
  exposures,
  insertChangeOrderStand,
  insertEstimate,
  planOf,
  projectEstimates,
  scheduleOf,
  updateEstimate,
  type EstimateRecord,
} from './estimate-queries.ts';
import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import { readSheetFile } from './sheet-file.ts';
import { typedAtSetUp } from './typed-setup-queries.ts';

export function estimateRoutes(router: Router, context: Context): void {
  read(router, context, 'estimates', async (db, { params }, { today }) => {
    const { project } = await estimateBasis(db, params.id, today);
    const parts = {
      rows: await projectEstimates(db, params.id),
      exposure: (await exposures(db, EVERYTHING)).get(params.id),
      schedule: await scheduleOf(db, params.id),
      plan: await planOf(db, params.id),
      typed: await typedAtSetUp(db, params.id),
    };
    return projectAnswer(project, parts);
  });
  read(router, context, 'estimate', async (db, { params }) => {
    const estimate = await estimateOf(db, params.id);
    const basis = await estimateBasis(db, estimate.project, estimate.pricedOn);
    const { problems } = readEstimate(estimate.sheet, basis);
    return {
      ...headAnswer(estimate),
      sheet: estimate.sheet,
      basis: basisAnswer(basis),
      problems: problems.map(remark),
    };
  });
  read(router, context, 'compareEstimates', async (db, { params, query }) => compared(db, params.id, query.with));
  write(router, context, 'newEstimate', async (trx, asked, acting) => begin(trx, asked, acting));
  write(router, context, 'changeEstimate', async (trx, asked, acting) => keep(trx, asked, acting));
  write(router, context, 'dropEstimate', async (trx, { params }, acting) => {
    const estimate = await estimateOf(trx, params.id);
    stillOpen(estimate);
    await deleteEstimate(trx, estimate.id);
    // Thrown away, it was pending on no day.
    await noteStand(trx, estimate, { ...acting, today: FIRST_DAY });
    await audit(trx, acting, { action: 'drop estimate', ...subjectOf(estimate) });
    return { done: true };
  });
  write(router, context, 'approve', async (trx, asked, acting) => approve(trx, asked, acting));
  write(router, context, 'withdraw', async (trx, asked, acting) => withdraw(trx, asked, acting));
  write(router, context, 'reject', async (trx, { params, body }, acting) => {
    const estimate = await unchanged(trx, params.id, body.version);
    if (estimate.status !== 'pending') throw notOpen(estimate);
    needReason(body.reason);
    const made = { status: 'rejected', decidedOn: acting.today, decision: body.reason.trim() } as const;
    await decideEstimate(trx, estimate.id, made, acting);
    await noteStand(trx, estimate, acting);
    await audit(trx, acting, { action: 'reject', ...subjectOf(estimate) });
    return headAnswer(await estimateOf(trx, estimate.id));
  });
  write(
    router,
    context,
    'readSheetFile',
    async (_trx, _asked, _acting, { prepared }: Work<EstimateSheet>) => ({ sheet: prepared }),
    {
      prepare: ({ body }) => readSheetFile(body),
    },
  );
}

const FIRST_DAY = isoDate('1950-01-01');

/** Notes how a change order stands from today on: pending with what it would add, or no more. */
async function noteStand(
  trx: Trx,
  { id, project, kind }: EstimateRecord,
  acting: Acting,
  adds: { readonly cost: Cents; readonly price: Cents } | null = null,
): Promise<void> {
  if (kind !== 'change') return;
  await insertChangeOrderStand(trx, { estimate: id, project, adds, countsFrom: acting.today }, acting);
}

const subjectOf = ({ id, project, number }: EstimateRecord) => ({
  subject: `project ${project}, ${number}`,
  about: `estimate ${id}`,
});

function notOpen({ number, status }: EstimateRecord): Refusal {
  return new Refusal([{ at: '', kind: 'not-open', number, status }]);
}

function stillOpen(estimate: EstimateRecord): void {
  if (estimate.status !== 'open' && estimate.status !== 'pending') throw notOpen(estimate);
}

function needReason(reason: string): void {
  if (reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
  if (reason.length > 200) throw new Refusal([{ at: 'reason', kind: 'too-long', field: 'the reason', most: 200 }]);
}

/** The estimate, unless somebody changed it since the asker read it. */
async function unchanged(db: Db, id: number, version: number) {
  const estimate = await estimateOf(db, id);
  if (estimate.version === version) return estimate;
  const when = new Date(estimate.updatedAt).toISOString().slice(0, 16).replace('T', ' ');
  throw new Refusal([{ at: '', kind: 'changed-meanwhile', by: estimate.updatedBy, when }], 409);
}

async function compared(db: Db, id: number, other: number): Promise<Answer<'compareEstimates'>> {
  const [after, before] = [await estimateOf(db, id), await estimateOf(db, other)];
  if (before.project !== after.project)
    throw new Refusal([{ at: 'with', kind: 'not-there', subject: 'estimate' }], 404);
  const [later, earlier] = [
    readEstimate(after.sheet, await estimateBasis(db, after.project, after.pricedOn)),
    readEstimate(before.sheet, await estimateBasis(db, before.project, before.pricedOn)),
  ];
  const rows = comparedEstimates(earlier.lines, later.lines);
  return { before: headAnswer(before), after: headAnswer(after), rows: [...rows], totals: comparedTotals(rows) };
}

async function begin(trx: Trx, { params, body }: Asked<'newEstimate'>, acting: Acting): Promise<Answer<'newEstimate'>> {
  const original = body.copyOf === null ? null : await estimateOf(trx, body.copyOf);
  // Whoever is held to their projects copies none of another: it is not there for them.
  const led = seenProjects(trx);
  if (original !== null && led !== null && !led.has(original.project)) {
    throw new Refusal([{ at: 'copyOf', kind: 'not-there', subject: 'estimate' }], 404);
  }
  const basis = await estimateBasis(trx, params.id, acting.today);
  const sheet = original?.sheet ?? { usualMarkup: await firstMarkup(trx, params.id, body.kind), rows: [] };
  nameProblems(body.name);
  const { kind } = body;
  const made = {
    project: params.id,
    kind,
    name: body.name.trim(),
    pricedOn: acting.today,
    sheet,
    ...sums(sheet, basis),
  };
  const id = await insertEstimate(trx, made, acting);
  const estimate = await estimateOf(trx, id);
  await noteStand(trx, estimate, acting, estimate);
  await audit(trx, acting, { action: 'begin estimate', ...subjectOf(estimate) });
  return headAnswer(estimate);
}

/** A change order begins with the usual markup of the estimate it adds to. */
async function firstMarkup(trx: Trx, project: number, kind: 'estimate' | 'change'): Promise<string> {
  if (kind === 'estimate') return '';
  const all = await projectEstimates(trx, project);
  const approved = all.find((each) => each.kind === 'estimate' && each.status === 'approved');
  return approved === undefined ? '' : (await estimateOf(trx, approved.id)).sheet.usualMarkup;
}

function nameProblems(name: string): void {
  if (name.length > 120) throw new Refusal([{ at: 'name', kind: 'too-long', field: 'the name', most: 120 }]);
}

function sums(sheet: Asked<'changeEstimate'>['body']['sheet'], basis: EstimateBasis) {
  const { lines } = readEstimate(sheet, basis);
  return { cost: sum(lines.map(({ cost }) => cost)), price: sum(lines.map(({ price }) => price)) };
}

/** Keeps the sheet as typed, right or wrong; its days have to be days. */
async function keep(
  trx: Trx,
  { params, body }: Asked<'changeEstimate'>,
  acting: Acting,
): Promise<Answer<'changeEstimate'>> {
  const estimate = await unchanged(trx, params.id, body.version);
  stillOpen(estimate);
  nameProblems(body.name);
  const { dayOrder } = await companyOf(trx);
  const { pricedOn, targetEndOn } = acceptedOr(
    gathered({
      pricedOn: dayIn({ typed: body.pricedOn, at: 'pricedOn' }, estimate.pricedOn, dayOrder),
      targetEndOn: ifFilled({ typed: body.targetEndOn, at: 'targetEndOn' }, null, (cell) =>
        dayIn(cell, acting.today, dayOrder),
      ),
    }),
  );
  const basis = await estimateBasis(trx, estimate.project, pricedOn);
  const name = body.name.trim() === '' ? estimate.name : body.name.trim();
  const edit = { name, pricedOn, targetEndOn, sheet: body.sheet, ...sums(body.sheet, basis) };
  await updateEstimate(trx, estimate.id, edit, acting);
  if (edit.cost !== estimate.cost || edit.price !== estimate.price) await noteStand(trx, estimate, acting, edit);
  return headAnswer(await estimateOf(trx, estimate.id));
}

async function approve(trx: Trx, { params, body }: Asked<'approve'>, acting: Acting): Promise<Answer<'approve'>> {
  const estimate = await unchanged(trx, params.id, body.version);
  stillOpen(estimate);
  await refuseClosed(trx, estimate.project, '');
  const { lockedThrough, dayOrder } = await companyOf(trx);
  const basis = await estimateBasis(trx, estimate.project, estimate.pricedOn);
  const agreedOn = agreedDay(body.agreedOn, acting.today, dayOrder);
  const effectiveOn = openDayFrom(agreedOn, lockedThrough);
  const reading = readEstimate(estimate.sheet, basis);
  const plan = await planFor(trx, estimate, body.plan, effectiveOn);
  const decided = approval(reading, basis.project, { grouping: body.grouping, plan, effectiveOn, dayOrder });
  if (!decided.ok) throw new Refusal(decided.problems);
  const approving: Approving = {
    ...{ estimate, lines: reading.lines, made: decided.value, effectiveOn },
    targetEndBefore: basis.project.targetEndOn,
  };
  const problems = await approvalProblems(trx, approving, basis.project.code);
  if (problems.length > 0) throw new Refusal(problems, 409);
  await insertApproval(trx, approving, acting);
  await decideEstimate(trx, estimate.id, { status: 'approved', decidedOn: agreedOn, decision: '' }, acting);
  await noteStand(trx, estimate, { ...acting, today: effectiveOn });
  await audit(trx, acting, { action: 'approve', ...subjectOf(estimate), detail: { effectiveOn } });
  return { id: estimate.id, number: estimate.number, effectiveOn };
}

function agreedDay(typed: string, today: IsoDate, order: DayOrder): IsoDate {
  return acceptedOr(required({ typed, at: 'agreedOn' }, 'the day', (cell) => dayIn(cell, today, order)));
}

/** A change order without a plan of its own is billed at the end of its month, where the project has a plan: that plan goes on adding up. */
async function planFor(
  db: Db,
  { project, kind, price, number }: EstimateRecord,
  plan: Asked<'approve'>['body']['plan'],
  effectiveOn: IsoDate,
): Promise<Asked<'approve'>['body']['plan']> {
  const typed = plan.some((row) => Object.values(row).some((cell) => cell.trim() !== ''));
  if (kind === 'estimate' || typed || price === 0 || (await planOf(db, project)).length === 0) return plan;
  return [{ dueOn: lastDay(monthOf(effectiveOn)), text: number, share: '100 %' }];
}

async function withdraw(trx: Trx, { params, body }: Asked<'withdraw'>, acting: Acting): Promise<Answer<'withdraw'>> {
  const estimate = await unchanged(trx, params.id, body.version);
  needReason(body.reason);
  await refuseClosed(trx, estimate.project, '');
  const { approval: counting, problems } = await withdrawable(trx, estimate);
  if (counting === null) throw notOpen(estimate);
  if (problems.length > 0) throw new Refusal(problems, 409);
  await insertWithdrawal(trx, { estimate, approval: counting, reason: body.reason.trim() }, acting);
  const status = estimate.kind === 'estimate' ? 'open' : 'pending';
  await decideEstimate(trx, estimate.id, { status, decidedOn: null, decision: '' }, acting);
  if (estimate.kind === 'change') await asIfNotApproved(trx, estimate.id, acting);
  await audit(trx, acting, { action: 'withdraw', ...subjectOf(estimate), detail: { reason: body.reason } });
  return headAnswer(await estimateOf(trx, estimate.id));
}
