import type { Router } from 'express';
import { plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { truedUp, type TrueUp } from '@lowtide/core/documents/true-up/post.ts';
import {
  clearingRows,
  clearingTotals,
  differencePerHour,
  type ClearingSums,
} from '@lowtide/core/labor/period-clearing.ts';
import { trueUpShares, type TrueUpShare } from '@lowtide/core/labor/true-up.ts';
import type { JournalEntry } from '@lowtide/core/ledger/journal-entry.ts';
import { rolesOf } from '@lowtide/core/ledger/roles.ts';
import { cents, difference, opposite, sum } from '@lowtide/core/money/cents.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { sumQuantity } from '@lowtide/core/money/quantity.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { people } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
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

interface PlannedTrueUp {
  readonly known: KnownPayroll;
  readonly shares: readonly TrueUpShare[];
  readonly entries: readonly JournalEntry[];
}

/** What a true-up of the payroll would post now. */
async function planned(db: Db, { payrollId, method }: Asked<'trueUp'>['body']): Promise<PlannedTrueUp> {
  const known = await payrollOf(db, payrollId);
  const shares = trueUpShares(await clearingPeriod(db, known));
  const order: TrueUp = {
    from: known.from,
    through: known.through,
    method,
    shares,
    text: `True-up of ${known.number}`,
  };
  const company = await companyOf(db);
  if (company.laborCost === 'standard' && method === 'spread')
    throw new Refusal([{ at: 'method', kind: 'labor-at-standard' }]);
  const all = await projects(db);
  const entries = truedUp(order, {
    roles: rolesOf(await accounts(db)),
    lockedThrough: company.lockedThrough,
    projects: new Map(all.map((project) => [Number(project.id), project])),
  });
  return { known, shares, entries };
}

async function trueUpPreview(db: Db, body: Asked<'trueUp'>['body']): Promise<Answer<'trueUpPreview'>> {
  const { shares, entries } = await planned(db, body);
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
  const problems = shares.length === 0 ? [{ at: '', kind: 'nothing-to-true-up' as const }] : [];
  return {
    rows,
    totalCents: sum(shares.map(({ amount }) => amount)),
    problems: problems.map((problem) => ({ ...problem, message: wording(problem) })),
  };
}

async function postTrueUp(trx: Trx, body: Asked<'trueUp'>['body'], acting: Acting): Promise<Answer<'trueUp'>> {
  const { known, shares, entries } = await planned(trx, body);
  if (shares.length === 0) throw new Refusal([{ at: '', kind: 'nothing-to-true-up' }]);
  const gross = sum(shares.map(({ amount }) => amount));
  const posted = await postDocument(
    trx,
    {
      ...{ kind: 'true-up', number: null, party: null, project: null, datedOn: known.through, dueOn: null },
      ...{ gross: cents(gross), memo: `${known.number}, ${body.method === 'spread' ? 'to the hours' : 'to variance'}` },
      ...{ body, entries, effects: [{ kind: 'true-up', payroll: known.id, shares }] },
    },
    acting,
  );
  await audit(trx, acting, { action: 'true up labor', subject: known.number, about: `document ${posted.id}` });
  return posted;
}
