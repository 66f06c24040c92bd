import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { createHash } from 'node:crypto';
import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, monthOf, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { problemsOf as refusalsOf } from '@lowtide/core/problems/decision.ts';
import { cents, difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { revenueRecognized } from '@lowtide/core/documents/recognition/post.ts';
import {
  changesAnything,
  mayRun,
  recognized,
  releasedCost,
  type RecognitionRow,
} from '@lowtide/core/progress/recognition-run.ts';
import { concern } from '@lowtide/core/problems/wording.ts';
import { PostedRows } from '@lowtide/core/wire/documents.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import { orderedBy, type Value } from '@lowtide/core/reports/table.ts';
import type { z } from 'zod';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument } from '../ledger/post-document-queries.ts';
import { reverseDocument } from '../ledger/reversal-queries.ts';
import { projectFigures } from '../http/traced.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { closeFinished, reopenClosedWith } from './close-finished-queries.ts';
import { keepForecasts } from './kept-forecast-queries.ts';
import { latestRun, type LatestRun } from '../projects/latest-run-queries.ts';
import { recognitionState } from './recognition-state-queries.ts';
import { postedRows, runRows } from './run-queries.ts';

type Run = Answer<'recognition'>;

export function recognitionRoutes(router: Router, context: Context): void {
  read(router, context, 'recognition', async (db, { query }, { today }) => preview(db, query, today));
  read(router, context, 'recognitionState', async (db, { query }) => recognitionState(db, query));
  write(router, context, 'recognize', async (trx, { body }, acting) => recognize(trx, body, acting));
  write(router, context, 'unrecognize', async (trx, { body }, acting) => {
    const latest = await latestRun(trx);
    if (latest === null) throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'document' }], 404);
    if (latest.document !== body.documentId) {
      throw new Refusal([{ at: 'documentId', kind: 'not-latest-run', latest: latest.month }]);
    }
    if (body.reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
    await reopenClosedWith(trx, latest, acting);
    const order = { document: body.documentId, postedOn: lastDay(latest.month), reason: body.reason };
    return reverseDocument(trx, order, acting);
  });
}

/** The run of a month; of its rows as many as are asked for, totals and warnings of all. */
async function preview(
  db: Db,
  { month, order = '', offset, limit }: Asked<'recognition'>['query'],
  today: IsoDate,
): Promise<Run> {
  const latest = await latestRun(db);
  const rows = await runRows(db, { through: month, known: null });
  const posted = latest?.month === month ? PostedRows.parse(await postedRows(db, latest.document)) : null;
  const inPart = <Row>(all: readonly Row[]): Row[] =>
    all.slice(offset, limit === undefined ? undefined : offset + limit);
  const warnings = rows.flatMap((row) =>
    row.warnings.map((warning) => ({ ...warningAnswer(warning), projectId: row.position.project.id as number })),
  );
  return {
    month,
    rows: inPart(
      orderedBy(
        rows.map((row) => rowAnswer(row, month)),
        order,
        RUN_ORDERS,
      ),
    ),
    count: rows.length,
    totals: totalsAnswer(rows),
    warnings: { first: warnings.slice(0, FIRST_WARNINGS), count: warnings.length },
    posts: await postsAnswer(db, rows, month),
    posted: posted && inPart(posted),
    postedTotals: posted && postedTotals(posted),
    problems: (await problemsOf(db, month, { rows, latest, today })).map(remark),
    stamp: stampOf(rows),
    latest: latest && {
      documentId: latest.document,
      month: latest.month,
      recordedAt: new Date(latest.recordedAt).toISOString(),
      recordedBy: latest.recordedBy,
    },
  };
}

/** What the run posts, account by account, both sides of each. */
async function postsAnswer(db: Db, rows: readonly RecognitionRow[], month: Month): Promise<Run['posts']> {
  const chart = await accounts(db);
  const { lines } = revenueRecognized(rolesOf(chart), lastDay(month), rows.map(recognized));
  const sides = new Map<number, { debit: number; credit: number }>();
  for (const { account, amount } of lines) {
    const of = sides.get(account) ?? { debit: 0, credit: 0 };
    if (amount > 0) of.debit += amount;
    else of.credit -= amount;
    sides.set(account, of);
  }
  return chart.flatMap(({ id, code, name }) => {
    const of = sides.get(id);
    if (of === undefined || (of.debit === 0 && of.credit === 0)) return [];
    return [{ code, name, debitCents: cents(of.debit), creditCents: cents(of.credit) }];
  });
}

/** What a run is of, and on which day. */
interface Running {
  readonly rows: readonly RecognitionRow[];
  readonly latest: LatestRun | null;
  readonly today: IsoDate;
}

/** Why the month cannot be run; empty when it can. */
async function problemsOf(db: Db, month: Month, { rows, latest, today }: Running): Promise<readonly Problem[]> {
  const { lockedThrough } = await companyOf(db);
  const allowed = mayRun(month, latest?.month ?? null, monthOf(today));
  const problems = [...refusalsOf(openDay(firstDay(month), lockedThrough, 'month')), ...refusalsOf(allowed)];
  if (problems.length === 0 && !rows.some(changesAnything)) {
    return [{ at: 'month', kind: 'nothing-to-recognize', month }];
  }
  return problems;
}

async function recognize(
  trx: Trx,
  { month, stamp }: { readonly month: Month; readonly stamp: string },
  acting: Acting,
): Promise<Answer<'recognize'>> {
  const rows = await runRows(trx, { through: month, known: null });
  const problems = await problemsOf(trx, month, { rows, latest: await latestRun(trx), today: acting.today });
  if (problems.length > 0) throw new Refusal(problems);
  if (stampOf(rows) !== stamp) throw new Refusal([{ at: 'stamp', kind: 'preview-outdated' }], 409);
  await keepForecasts(trx, month, acting);
  const roles = rolesOf(await accounts(trx));
  const number = `Recognition ${monthText(month)}`;
  const posted = await postDocument(
    trx,
    {
      kind: 'recognition',
      number,
      party: null,
      project: null,
      datedOn: lastDay(month),
      dueOn: null,
      gross: sum(rows.map((row) => difference(row.earnedToDate, row.earnedBefore))),
      memo: `${rows.filter(changesAnything).length} projects`,
      body: { rows: rows.map((row) => rowAnswer(row, month)) },
      entries: [revenueRecognized(roles, lastDay(month), rows.map(recognized))],
      effects: [],
    },
    acting,
  );
  await closeFinished(trx, acting);
  await audit(trx, acting, { action: 'recognize', subject: month });
  return posted;
}

function rowAnswer(row: RecognitionRow, month: Month): Run['rows'][number] {
  const { position } = row;
  const { project, override } = position;
  const figure = projectFigures(project.id, month);
  return {
    id: project.id,
    code: project.code,
    name: project.name,
    contract: figure('contract', position.contract),
    estimate: figure('estimate', row.estimate),
    cost: figure('cost', position.costToDate),
    progress: row.progress.kind,
    complete: row.progress.complete,
    earnedBeforeCents: row.earnedBefore,
    earnedMonthCents: difference(row.earnedToDate, row.earnedBefore),
    earnedToDateCents: row.earnedToDate,
    releasedCents: releasedCost(row),
    provisionChangeCents: difference(row.provisionToDate, position.provision),
    provisionCents: row.provisionToDate,
    override: override && { amountCents: override.amount, reason: override.reason },
    warnings: row.warnings.map(warningAnswer),
  };
}

/** Warnings that are told at once. */
const FIRST_WARNINGS = 500;

function warningAnswer(warning: Warning): Run['rows'][number]['warnings'][number] {
  return { at: warning.at, kind: warning.kind, message: concern(warning) };
}

/** What the rows of a run can be put in order by. */
const RUN_ORDERS: Readonly<Record<string, (row: Run['rows'][number]) => Value>> = {
  code: ({ code }) => code,
  name: ({ name }) => name,
  contract: ({ contract }) => contract.amountCents,
  estimate: ({ estimate }) => estimate.amountCents,
  cost: ({ cost }) => cost.amountCents,
  complete: ({ complete }) => complete,
  before: ({ earnedBeforeCents }) => earnedBeforeCents,
  month: ({ earnedMonthCents }) => earnedMonthCents,
  toDate: ({ earnedToDateCents }) => earnedToDateCents,
  released: ({ releasedCents }) => releasedCents,
  provision: ({ provisionChangeCents }) => provisionChangeCents,
};

type PostedRow = z.output<typeof PostedRows>[number];

function postedTotals(rows: readonly PostedRow[]): NonNullable<Run['postedTotals']> {
  const total = (of: (row: PostedRow) => Cents): Cents => sum(rows.map(of));
  return {
    count: rows.length,
    earnedBeforeCents: total(({ earnedBeforeCents }) => earnedBeforeCents),
    earnedMonthCents: total(({ earnedMonthCents }) => earnedMonthCents),
    earnedToDateCents: total(({ earnedToDateCents }) => earnedToDateCents),
    releasedCents: total(({ releasedCents }) => releasedCents),
    provisionChangeCents: total(({ provisionChangeCents }) => provisionChangeCents),
  };
}

function totalsAnswer(rows: readonly RecognitionRow[]): Run['totals'] {
  const total = (of: (row: RecognitionRow) => Cents): Cents => cents(rows.reduce((all, row) => all + of(row), 0));
  return {
    contractCents: total(({ position }) => position.contract),
    estimateCents: total(({ estimate }) => estimate),
    costCents: total(({ position }) => position.costToDate),
    earnedBeforeCents: total(({ earnedBefore }) => earnedBefore),
    earnedMonthCents: total((row) => difference(row.earnedToDate, row.earnedBefore)),
    earnedToDateCents: total(({ earnedToDate }) => earnedToDate),
    releasedCents: total(releasedCost),
    provisionChangeCents: total((row) => difference(row.provisionToDate, row.position.provision)),
    provisionCents: total(({ provisionToDate }) => provisionToDate),
  };
}

/** The same for the same figures, so that what is posted is what was shown. */
function stampOf(rows: readonly RecognitionRow[]): string {
  const figures = rows.map((row) => [row.position.project.id, recognized(row), row.provisionToDate]);
  return createHash('sha256').update(JSON.stringify(figures)).digest('hex').slice(0, 32);
}
