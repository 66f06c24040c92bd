import type { Router } from 'express';
import { plusDays } from '@lowtide/core/calendar/iso-date.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { trueUpPlan } from '@lowtide/core/documents/true-up/plan.ts';
import {
  clearingRows,
  clearingTotals,
  differencePerHour,
  type ClearingSums,
} from '@lowtide/core/labor/period-clearing.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { difference, opposite, sum, ZERO } from '@lowtide/core/money/cents.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { problemsOf, type Decision } from '@lowtide/core/problems/decision.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { people } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr } from '../http/refusal.ts';
import { postDocument } from '../ledger/post-document-queries.ts';
import { projects } from '../company/project-queries.ts';
import { accounts, companyOf } from '../company/company-queries.ts';
import {
  appliedHours,
  clearedPeriods,
  clearingBalance,
  clearingPeriod,
  payrollOf,
  trueUpOf,
  trueUpState,
  type KnownPayroll,
} from './clearing-queries.ts';

/** Labor clearing: what hours applied at rates against what payroll paid, and the true-up of the difference. */
export function laborRoutes(router: Router, context: Context): void {
  read(router, context, 'laborClearing', async (db, _asked, { today }) => {
    const periods = (await clearedPeriods(db)).map(({ id, number, from, through, sums, trueUp }) => ({
      ...{ id, number, from, through, trueUpId: trueUp?.id ?? null, trueUp: trueUp?.number ?? '' },
      sums: sumsOf(sums),
    }));
    const from = periods[0] === undefined ? null : plusDays(periods[0].through, 1);
    const left = sum(periods.map(({ sums }) => sums.differenceCents));
    return {
      periods,
      leftCents: opposite(left),
      unpaid: await unpaidSince(db, from, today),
      ...(await clearingBalance(db)),
    };
  });
  read(router, context, 'laborState', async (db) => trueUpState(db));
  read(router, context, 'clearingOf', async (db, { params }) => {
    const known = await payrollOf(db, params.id);
    const rows = clearingRows(await clearingPeriod(db, known));
    const names = await peopleNames(db);
    return {
      period: await periodAnswer(db, known),
      rows: rows.map((row) => ({
        ...{ employee: row.employee === null ? '' : (names.get(row.employee) ?? ''), is: row.is },
        ...sumsOf(row),
      })),
      sums: sumsOf(clearingTotals(rows)),
    };
  });
  read(router, context, 'trueUpPreview', async (db, { body }) => trueUpPreview(db, body));
  write(router, context, 'trueUp', async (trx, { body }, acting) => postTrueUp(trx, body, acting));
}

function sumsOf(row: ClearingSums) {
  const { entered, hoursPaid, applied, paid, settled } = row;
  const apart = difference(paid, applied);
  return {
    ...{ entered, hoursPaid, appliedCents: applied, paidCents: paid, apartCents: apart },
    apartShare: applied === 0 ? null : ratio(apart, applied),
    apartPerHour: differencePerHour({ difference: apart, entered }),
    ...{ settledCents: settled, differenceCents: row.difference },
  };
}

async function periodAnswer(db: Db, { id, number, from, through }: KnownPayroll) {
  const done = await trueUpOf(db, id);
  return { ...{ id, number, from, through }, trueUpId: done?.id ?? null, trueUp: done?.number ?? '' };
}

/** What was worked after the last period that was paid, by person; all of it where none was. */
async function unpaidSince(
  db: Db,
  from: KnownPayroll['from'] | null,
  today: KnownPayroll['from'],
): Promise<Answer<'laborClearing'>['unpaid']> {
  const through = plusDays(today, 366);
  const applied = await appliedHours(db, { from: from ?? plusDays(today, -40_000), through });
  const people = groupedBy(applied, ({ employee }) => employee);
  const names = await peopleNames(db);
  return {
    from,
    rows: [...people]
      .map(([employee, own]) => ({
        employee: names.get(employee) ?? '',
        entered: sumQuantity(own.map(({ hours }) => hours)),
        appliedCents: sum(own.map((each) => each.applied)),
      }))
      .toSorted((one, other) => (one.employee < other.employee ? -1 : 1)),
    appliedCents: sum(applied.map((each) => each.applied)),
  };
}

/** Code and name of everybody, by number. */
async function peopleNames(db: Db): Promise<ReadonlyMap<number, string>> {
  return new Map((await people(db)).map(({ id, code, name }) => [id, `${code} ${name}`]));
}

/** What a true-up of the payroll would post now. */
async function planned(db: Db, { payrollId, method }: Asked<'trueUp'>['body']): Promise<Decision<Posting>> {
  const payroll = await payrollOf(db, payrollId);
  const { laborCost, lockedThrough } = await companyOf(db);
  const all = await projects(db);
  return trueUpPlan(
    { payroll, method },
    {
      ...{ period: await clearingPeriod(db, payroll), laborCost, lockedThrough, roles: rolesOf(await accounts(db)) },
      projects: new Map(all.map((project) => [Number(project.id), project])),
    },
  );
}

async function trueUpPreview(db: Db, body: Asked<'trueUp'>['body']): Promise<Answer<'trueUpPreview'>> {
  const plan = await planned(db, body);
  const [entries, gross] = plan.ok ? [plan.value.entries, plan.value.gross] : [[], ZERO];
  const accountNames = new Map((await accounts(db)).map(({ id, code, name }) => [id, `${code} ${name}`]));
  const projectNames = new Map((await projects(db)).map(({ id, code, name }) => [id, `${code} ${name}`]));
  const clearing = rolesOf(await accounts(db))['labor-clearing'];
  const rows = entries.flatMap(({ postedOn, lines }) => {
    const onto = groupedBy(
      lines.filter(({ account }) => account !== clearing),
      ({ account, project }) => `${account} ${project ?? ''}`,
    );
    return [...onto.values()].map((own) => ({
      postedOn,
      account: accountNames.get(own[0]?.account ?? clearing) ?? '',
      amountCents: sum(own.map(({ amount }) => amount)),
      project: own[0]?.project == null ? '' : (projectNames.get(own[0].project) ?? ''),
    }));
  });
  const problems = problemsOf(plan).map((problem) => ({ ...problem, message: wording(problem) }));
  return { rows, totalCents: gross, problems };
}

async function postTrueUp(trx: Trx, body: Asked<'trueUp'>['body'], acting: Acting): Promise<Answer<'trueUp'>> {
  const { number } = await payrollOf(trx, body.payrollId);
  const posted = await postDocument(trx, acceptedOr(await planned(trx, body)), acting);
  await audit(trx, acting, { action: 'true up labor', subject: number, about: `document ${posted.id}` });
  return posted;
}
