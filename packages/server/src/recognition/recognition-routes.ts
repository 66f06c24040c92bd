import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { createHash } from 'node:crypto';
import type { Router } from 'express';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, monthOf, monthText, type Month } from '@lowtide/core/calendar/month.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { problemsOf as refusalsOf } from '@lowtide/core/problems/decision.ts';
import { cents, difference, sum } from '@lowtide/core/money/cents.ts';
import { revenueRecognized } from '@lowtide/core/documents/recognition/post.ts';
import { changesAnything, mayRun, recognized, type RecognitionRow } from '@lowtide/core/progress/recognition-run.ts';
import { PostedRows } from '@lowtide/core/wire/recognition.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { orderedBy } from '@lowtide/core/reports/table.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { remark } from '../http/error-response.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { postDocument } from '../ledger/post-document-queries.ts';
import { reverseDocument } from '../ledger/reversal-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { closeFinished, reopenClosedWith } from './close-finished-queries.ts';
import { keepForecasts } from './kept-forecast-queries.ts';
import { latestRun, runThrough, type LatestRun } from '../projects/latest-run-queries.ts';
import { recognitionState } from './recognition-state-queries.ts';
import { explained } from './month-causes-queries.ts';
import {
  FIRST_WARNINGS,
  leftOutAnswer,
  postedTotals,
  rowAnswer,
  RUN_ORDERS,
  totalsAnswer,
  warningAnswer,
} from './run-answers.ts';
import { postedRows, runOfMonth, runRows } from './run-queries.ts';

type Run = Answer<'recognition'>;

export function recognitionRoutes(router: Router, context: Context): void {
  read(router, context, 'recognition', async (db, { query }, { today }) => preview(db, query, today));
  read(router, context, 'recognitionState', async (db, { query }) => recognitionState(db, query));
  write(router, context, 'recognize', async (trx, { body }, acting) => recognize(trx, body, acting));
  write(router, context, 'unrecognize', async (trx, { body }, acting) => {
    return takeBack(trx, await latestAsked(trx, body), { reason: body.reason, acting });
  });
  write(router, context, 'recognizeAgain', async (trx, { body }, acting) => recognizeAgain(trx, body, acting));
}

/** The latest run, where it is the one asked for. */
async function latestAsked(trx: Trx, { documentId, reason }: Asked<'unrecognize'>['body']): Promise<LatestRun> {
  const latest = await latestRun(trx);
  if (latest === null) throw new Refusal([{ at: 'documentId', kind: 'not-there', subject: 'document' }], 404);
  if (latest.document !== documentId) {
    throw new Refusal([{ at: 'documentId', kind: 'not-latest-run', latest: latest.month }]);
  }
  if (reason.trim() === '') throw new Refusal([{ at: 'reason', kind: 'reason-needed' }]);
  return latest;
}

async function takeBack(
  trx: Trx,
  latest: LatestRun,
  { reason, acting }: { readonly reason: string; readonly acting: Acting },
): Promise<Answer<'unrecognize'>> {
  await reopenClosedWith(trx, latest, acting);
  return reverseDocument(trx, { document: latest.document, postedOn: lastDay(latest.month), reason }, acting);
}

/** The latest run taken back and posted anew: what came since is in it. The difference is the one that was shown. */
async function recognizeAgain(
  trx: Trx,
  { stamp, ...asked }: Asked<'recognizeAgain'>['body'],
  acting: Acting,
): Promise<Answer<'recognizeAgain'>> {
  const latest = await latestAsked(trx, asked);
  const shown = await runRows(trx, { through: latest.month, known: null });
  if (stampOf(shown) !== stamp) throw new Refusal([{ at: 'stamp', kind: 'preview-outdated' }], 409);
  if (!shown.some(changesAnything)) {
    throw new Refusal([{ at: 'documentId', kind: 'nothing-to-recognize', month: latest.month }]);
  }
  await takeBack(trx, latest, { reason: asked.reason, acting });
  const rows = await runRows(trx, { through: latest.month, known: null });
  const problems = await problemsOf(trx, latest.month, { rows, latest: await latestRun(trx), today: acting.today });
  if (problems.length > 0) throw new Refusal(problems);
  return postRun(trx, { month: latest.month, rows }, acting);
}

/** The run of a month; of its rows as many as are asked for, totals and warnings of all. */
async function preview(
  db: Db,
  { month, order = '', offset, limit }: Asked<'recognition'>['query'],
  today: IsoDate,
): Promise<Run> {
  const latest = await latestRun(db);
  const { rows, leftOut } = await runOfMonth(db, { through: month, known: null });
  const why = await explained(db, month, rows);
  const run = await runThrough(db, month);
  const posted = run?.month === month ? PostedRows.parse(await postedRows(db, run.document)) : null;
  const inPart = <Row>(all: readonly Row[]): Row[] =>
    all.slice(offset, limit === undefined ? undefined : offset + limit);
  const warnings = rows.flatMap((row) =>
    row.warnings.map((warning) => ({ ...warningAnswer(warning), projectId: row.position.project.id as number })),
  );
  return {
    month,
    rows: inPart(
      orderedBy(
        rows.map((row) => rowAnswer(row, month, why.get(row.position.project.id))),
        order,
        RUN_ORDERS,
      ),
    ),
    count: rows.length,
    totals: totalsAnswer(rows, why),
    leftOut: leftOutAnswer(leftOut),
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
  return postRun(trx, { month, rows }, acting);
}

/** Posts a run, with its rows as they were shown. */
async function postRun(
  trx: Trx,
  { month, rows }: { readonly month: Month; readonly rows: readonly RecognitionRow[] },
  acting: Acting,
): Promise<Answer<'recognize'>> {
  const why = await explained(trx, month, rows);
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
      body: { rows: rows.map((row) => rowAnswer(row, month, why.get(row.position.project.id))) },
      entries: [revenueRecognized(roles, lastDay(month), rows.map(recognized))],
      effects: [],
    },
    acting,
  );
  await closeFinished(trx, acting);
  await audit(trx, acting, { action: 'recognize', subject: month });
  return posted;
}

/** The same for the same figures, so that what is posted is what was shown. */
function stampOf(rows: readonly RecognitionRow[]): string {
  const figures = rows.map((row) => [row.position.project.id, recognized(row), row.provisionToDate]);
  return createHash('sha256').update(JSON.stringify(figures)).digest('hex').slice(0, 32);
}
