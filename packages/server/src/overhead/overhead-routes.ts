import type { Router } from 'express';
import { fiscalYearStart, lastDay, monthText, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { differenceSettled, isOfClosed } from '@lowtide/core/documents/overhead-difference/post.ts';
import { overheadApplied, type OverheadBooks } from '@lowtide/core/documents/overhead/post.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import {
  isAppliedByRun,
  proposedRate,
  spreadDifference,
  type AppliedOverhead,
} from '@lowtide/core/overhead/overhead-pool.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { postDocument } from '../ledger/post-document-queries.ts';
import { projects } from '../company/project-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import { baseTotals, type Months } from './overhead-queries.ts';
import { appliedSinceSettled, poolFigures, poolSums, stillToApply, type PoolFigures } from './pool-figures.ts';
import { overheadPools, type OverheadPool } from './pool-queries.ts';

/** Overhead: applied to projects by a base, compared with what was spent, the difference settled. */
export function overheadRoutes(router: Router, context: Context): void {
  read(router, context, 'overhead', async (db, { query }) => overheadOf(db, query.through));
  read(router, context, 'overheadProposal', async (db, { query }) => proposal(db, query));
  read(router, context, 'overheadPreview', async (db, { body: { month } }) => {
    const { applied, problems } = await planned(db, month);
    return previewAnswer(db, { postedOn: month, applied, problems });
  });
  write(router, context, 'applyOverhead', async (trx, { body }, acting) => apply(trx, body, acting));
  read(router, context, 'differencePreview', async (db, { body }) => {
    const { figures, amount, shares, problems } = await plannedDifference(db, body);
    const rows = shares === null ? inResult(amount) : borne(shares, await overheadBooks(db));
    return previewAnswer(db, { postedOn: body.through, applied: [{ pool: figures.pool, rows }], problems });
  });
  write(router, context, 'settleDifference', async (trx, { body }, acting) => settle(trx, body, acting));
}

function monthsFrom(from: Month, through: Month): readonly Month[] {
  return from > through ? [] : [from, ...monthsFrom(plusMonths(from, 1), through)];
}

async function overheadOf(db: Db, through: Month): Promise<Answer<'overhead'>> {
  const { fiscalYearStartMonth, firstMonth } = await companyOf(db);
  const base = { from: fiscalYearStart(through, fiscalYearStartMonth), through };
  const codes = new Map((await accounts(db)).map(({ id, code }) => [Number(id), code]));
  const pools = [];
  for (const pool of await overheadPools(db)) {
    const figures = await poolFigures(db, pool, { base, sinceMonth: firstMonth });
    pools.push({
      ...{ id: pool.id, code: pool.code, name: pool.name, base: pool.base },
      accounts: pool.accounts.map((account) => codes.get(account) ?? ''),
      rate: figures.rateIn(through),
      months: monthsFrom(base.from, through).map((month) => ({
        month,
        sums: sumsOf(figures, (each) => each === month),
        toApplyCents: sum(stillToApply(figures, month).map(({ amount }) => amount)),
      })),
      toDate: sumsOf(figures, (each) => each <= through),
    });
  }
  return { pools };
}

function sumsOf(figures: PoolFigures, isIn: (month: Month) => boolean) {
  return { ...baseAnswer(figures, isIn), ...poolSums(figures, isIn) };
}

function baseAnswer({ pool, base }: PoolFigures, isIn: (month: Month) => boolean) {
  const { hours, laborCost, directCost } = baseTotals(base.filter(({ month }) => isIn(month)));
  return {
    baseHours: pool.base === 'labor hours' ? hours : null,
    baseCents: pool.base === 'labor cost' ? laborCost : pool.base === 'direct cost' ? directCost : null,
  };
}

async function poolOf(db: Db, id: number): Promise<OverheadPool> {
  const pool = (await overheadPools(db)).find((each) => each.id === id);
  if (pool === undefined) throw new Refusal([{ at: 'poolId', kind: 'not-there', subject: 'overhead pool' }], 404);
  return pool;
}

async function proposal(
  db: Db,
  { poolId, from, through }: Asked<'overheadProposal'>['query'],
): Promise<Answer<'overheadProposal'>> {
  const pool = await poolOf(db, poolId);
  const figures = await figuresOf(db, pool, { from, through });
  const isIn = (month: Month): boolean => from <= month && month <= through;
  const { expenseCents } = poolSums(figures, isIn);
  const rate = isAppliedByRun(pool.base) ? proposedRate(pool.base, expenseCents, baseTotals(figures.base)) : null;
  return { expenseCents, ...baseAnswer(figures, isIn), rate };
}

async function figuresOf(db: Db, pool: OverheadPool, base: Months): Promise<PoolFigures> {
  return poolFigures(db, pool, { base, sinceMonth: (await companyOf(db)).firstMonth });
}

interface Rows {
  readonly pool: OverheadPool;
  readonly rows: readonly { readonly coding: AppliedOverhead['coding'] | null; readonly amount: Cents }[];
}

/** What a run of the month would post, and why it would not. */
async function planned(
  db: Db,
  month: Month,
): Promise<{ readonly applied: readonly Rows[]; readonly problems: readonly Problem[] }> {
  const { lockedThrough } = await companyOf(db);
  const applied: Rows[] = [];
  for (const pool of await overheadPools(db)) {
    const rows = stillToApply(await figuresOf(db, pool, { from: month, through: month }), month);
    if (rows.length > 0) applied.push({ pool, rows });
  }
  const locked = problemsOf(openDay(lastDay(month), lockedThrough, 'month'));
  const nothing = applied.length === 0 ? [{ at: 'month', kind: 'nothing-to-apply', month } as const] : [];
  return { applied, problems: locked.length > 0 ? locked : nothing };
}

async function overheadBooks(db: Db): Promise<OverheadBooks> {
  const all = await projects(db);
  return { roles: rolesOf(await accounts(db)), projects: new Map(all.map((project) => [Number(project.id), project])) };
}

interface Previewed {
  readonly postedOn: Month;
  readonly applied: readonly Rows[];
  readonly problems: readonly Problem[];
}

async function previewAnswer(db: Db, { postedOn, applied, problems }: Previewed): Promise<Answer<'overheadPreview'>> {
  const known = new Map((await projects(db)).map((project) => [project.id, project]));
  const codes = new Map((await costCodes(db)).map(({ id, code }) => [id, code]));
  const rows = applied.flatMap(({ pool, rows: own }) =>
    own.map(({ coding, amount }) => {
      const project = coding === null ? undefined : known.get(coding.project);
      const phase = project?.phases.find(({ id }) => id === coding?.phase);
      const code = coding === null ? '' : (codes.get(coding.costCode) ?? '');
      return {
        ...{ pool: `${pool.code} ${pool.name}`, amountCents: amount },
        project: project === undefined ? '' : `${project.code} ${project.name}`,
        coding: phase === undefined ? code : `${phase.code}/${code}`,
      };
    }),
  );
  return {
    postedOn: lastDay(postedOn),
    rows,
    totalCents: sum(applied.flatMap(({ rows: own }) => own.map(({ amount }) => amount))),
    problems: problems.map((problem) => ({ ...problem, message: wording(problem) })),
  };
}

async function apply(trx: Trx, { month }: Asked<'applyOverhead'>['body'], acting: Acting) {
  const { applied, problems } = await planned(trx, month);
  if (problems.length > 0) throw new Refusal(problems);
  const pools = applied.map(({ pool, rows }) => ({ pool, applied: rows.flatMap(coded) }));
  const entries = overheadApplied(
    lastDay(month),
    pools.map((each) => ({ pool: each.pool.name, applied: each.applied })),
    await overheadBooks(trx),
  );
  const gross = sum(pools.flatMap((each) => each.applied.map(({ amount }) => amount)));
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'overhead', number: null, party: null, project: null, datedOn: lastDay(month), dueOn: null },
      ...{ gross, memo: monthText(month), body: { month }, entries },
      effects: pools.map(({ pool, applied: amounts }) => ({
        ...{ kind: 'overhead', pool: pool.id, month, isDifference: false, amounts },
      })),
    },
    acting,
  );
  await audit(trx, acting, { action: 'apply overhead', subject: month, about: `document ${posted.id}` });
  return posted;
}

function coded({ coding, amount }: Rows['rows'][number]): readonly AppliedOverhead[] {
  return coding === null ? [] : [{ coding, amount }];
}

/** The difference of a pool through a month, and where it would go. */
async function plannedDifference(db: Db, { poolId, through, method }: Asked<'settleDifference'>['body']) {
  const figures = await figuresOf(db, await poolOf(db, poolId), { from: through, through });
  const { lockedThrough } = await companyOf(db);
  const amount = poolSums(figures, (month) => month <= through).differenceCents;
  const shares =
    method === 'result' ? null : spreadDifference(amount, appliedSinceSettled(figures, through), figures.pool.onto);
  const locked = problemsOf(openDay(lastDay(through), lockedThrough, 'through'));
  const problems: readonly Problem[] = locked.length > 0 ? locked : differenceProblems(amount, shares);
  return { figures, amount, shares, problems };
}

function inResult(amount: Cents): Rows['rows'] {
  return amount === 0 ? [] : [{ coding: null, amount }];
}

/** What projects bear of a difference; what closed ones would, the result bears. */
function borne(shares: readonly AppliedOverhead[], books: OverheadBooks): Rows['rows'] {
  const open = shares.filter((share) => !isOfClosed(share, books));
  const rest = sum(shares.filter((share) => isOfClosed(share, books)).map(({ amount }) => amount));
  return [...open, ...inResult(rest)];
}

function differenceProblems(amount: Cents, shares: readonly AppliedOverhead[] | null): readonly Problem[] {
  if (amount === 0) return [{ at: 'through', kind: 'nothing-apart' }];
  return shares?.length === 0 ? [{ at: 'method', kind: 'nowhere-to-spread' }] : [];
}

async function settle(trx: Trx, body: Asked<'settleDifference'>['body'], acting: Acting) {
  const { figures, amount, shares, problems } = await plannedDifference(trx, body);
  if (problems.length > 0) throw new Refusal(problems);
  const { pool } = figures;
  const books = await overheadBooks(trx);
  const settled = { pool: pool.name, base: pool.base, postedOn: lastDay(body.through), amount, shares };
  const amounts = shares === null ? inResult(amount) : borne(shares, books);
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'overhead-difference', number: null, party: null, project: null },
      ...{ datedOn: lastDay(body.through), dueOn: null, gross: amount },
      memo: `${pool.code}, ${body.method === 'spread' ? 'to the projects' : 'to the result'}`,
      ...{ body, entries: [differenceSettled(settled, books)] },
      effects: [{ kind: 'overhead', pool: pool.id, month: body.through, isDifference: true, amounts }],
    },
    acting,
  );
  await audit(trx, acting, { action: 'settle overhead', subject: pool.code, about: `document ${posted.id}` });
  return posted;
}
