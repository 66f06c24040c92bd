import { lastDay, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import type { Rate } from '@lowtide/core/money/quantity.ts';
import {
  isAppliedByRun,
  overheadCoding,
  overheadToApply,
  type AppliedOverhead,
  type BaseSlice,
} from '@lowtide/core/overhead/overhead-pool.ts';
import { takesCost } from '@lowtide/core/ledger/project.ts';
import { rateOn } from '@lowtide/core/rates/rate-on.ts';
import type { Db } from '../database/schema.ts';
import { projects } from '../company/project-queries.ts';
import { datedRates } from './dated-rate-queries.ts';
import {
  directCost,
  equipmentCharged,
  expenseByMonth,
  overheadLines,
  postedHours,
  type Months,
  type OfMonth,
  type OverheadLine,
} from './overhead-queries.ts';
import type { OverheadPool } from './pool-queries.ts';

/** A pool with all that is known of it: its base in some months, what was applied and spent at any time. */
export interface PoolFigures {
  readonly pool: OverheadPool;
  readonly rateIn: (month: Month) => Rate | null;
  readonly base: readonly OfMonth<BaseSlice>[];
  readonly applied: readonly OfMonth<AppliedOverhead>[];
  readonly settled: readonly OverheadLine[];
  readonly expense: ReadonlyMap<Month, Cents>;
  /** Numbers of projects that still take cost. */
  readonly takesCost: ReadonlySet<number>;
}

/** The base is of the months asked for; what was applied by rates of hours or equipment is of all months since the books began. */
export async function poolFigures(
  db: Db,
  pool: OverheadPool,
  { base, sinceMonth }: { readonly base: Months; readonly sinceMonth: Month },
): Promise<PoolFigures> {
  const rates = (await datedRates(db, 'pool_id')).get(pool.id) ?? [];
  const lines = await overheadLines(db, pool.id);
  const since = { from: sinceMonth, through: plusMonths(base.through, 24) };
  return {
    pool,
    rateIn: (month) => rateOn(rates, lastDay(month)) ?? null,
    base: isAppliedByRun(pool.base) ? await baseOf(db, pool, base) : [],
    applied: isAppliedByRun(pool.base)
      ? lines.flatMap(({ month, isDifference, coding, amount }) =>
          isDifference || coding === null ? [] : [{ month, coding, amount }],
        )
      : await appliedWithHours(db, pool, since),
    settled: lines.filter(({ isDifference }) => isDifference),
    expense: await expenseByMonth(db, pool.accounts),
    takesCost: new Set((await projects(db)).filter(takesCost).map(({ id }) => Number(id))),
  };
}

async function baseOf(db: Db, { base }: OverheadPool, months: Months): Promise<readonly OfMonth<BaseSlice>[]> {
  const hours = await postedHours(db, months);
  return base === 'direct cost' ? directCost(db, months, hours) : hours;
}

async function appliedWithHours(
  db: Db,
  { base }: OverheadPool,
  months: Months,
): Promise<readonly OfMonth<AppliedOverhead>[]> {
  if (base === 'equipment') return equipmentCharged(db, months);
  const hours = await postedHours(db, months);
  return hours
    .filter(({ overhead }) => overhead !== 0)
    .map(({ month, coding, overhead }) => ({ month, coding: overheadCoding(coding, null), amount: overhead }));
}

/** What a run of the month would still apply of a pool, to projects that take cost. */
export function stillToApply(
  { pool, rateIn, base, applied, takesCost }: PoolFigures,
  month: Month,
): readonly AppliedOverhead[] {
  const rate = rateIn(month);
  if (!isAppliedByRun(pool.base) || rate === null) return [];
  const of = <T extends { readonly month: Month }>(all: readonly T[]): readonly T[] =>
    all.filter((each) => each.month === month);
  const due = overheadToApply({ base: pool.base, rate, onto: pool.onto }, of(base), of(applied));
  return due.filter(({ coding }) => takesCost.has(coding.project));
}

/** Spent, applied and settled of a month, or through one. */
export function poolSums({ expense, applied, settled }: PoolFigures, isIn: (month: Month) => boolean) {
  const money = (all: readonly { readonly month: Month; readonly amount: Cents }[]): Cents =>
    sum(all.filter(({ month }) => isIn(month)).map(({ amount }) => amount));
  const [spent, given] = [
    sum([...expense].filter(([month]) => isIn(month)).map(([, amount]) => amount)),
    money(applied),
  ];
  const apart = difference(spent, given);
  const done = money(settled);
  return {
    ...{ appliedCents: given, expenseCents: spent, apartCents: apart },
    ...{ settledCents: done, differenceCents: difference(apart, done) },
  };
}

/** What was applied to projects since the last difference was settled, through a month: what a difference is spread by. */
export function appliedSinceSettled({ applied, settled }: PoolFigures, through: Month): readonly AppliedOverhead[] {
  const last = settled.reduce<Month | null>(
    (latest, { month }) => (latest === null || month > latest ? month : latest),
    null,
  );
  const since = applied.filter(({ month }) => month <= through && (last === null || month > last));
  return since.length > 0 ? since : applied.filter(({ month }) => month <= through);
}
