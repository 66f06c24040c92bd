import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, lastDay, monthAt, monthNumber, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { codingOf, type Coding } from '@lowtide/core/ledger/dimensions.ts';
import { cents, difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity, sumQuantity } from '@lowtide/core/money/quantity.ts';
import type { AppliedOverhead, BaseSlice } from '@lowtide/core/overhead/overhead-pool.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { CODING_COLUMNS, codingOfTable, codingValues } from '../database/coding-columns.ts';

/** Months from one through another. */
export interface Months {
  readonly from: Month;
  readonly through: Month;
}

/** A slice of the base, or an amount, in the month it was posted to. */
export type OfMonth<T> = T & { readonly month: Month };

type SqlRow = Readonly<Record<string, number | string | null>>;

export interface PostedHours extends BaseSlice {
  /** Overhead in the rates of the hours. */
  readonly overhead: Cents;
}

const MOST_DAYS_IN_A_WEEK = 6;

/**
 * Hours on projects by the month they posted to and by coding: of a week each day posts on its own, or on the first day that was open,
 * and what was reversed comes off in the month of its reversal.
 */
export async function postedHours(db: Db, { from, through }: Months): Promise<readonly OfMonth<PostedHours>[]> {
  const [first, last] = [dayNumber(firstDay(from)), dayNumber(lastDay(through))];
  const { rows } = await sql<SqlRow>`
    SELECT posted_on, ${codingOfTable('')}, SUM(sign * hours_e4) AS hours,
      SUM(sign * cost_cents) AS cost, SUM(sign * overhead_cents) AS overhead
    FROM (
      SELECT w.*, MAX(w.worked_on, d.posted_on) AS posted_on, 1 AS sign
      FROM document d JOIN worked_hours w ON w.document_id = d.id
      WHERE d.kind = 'hours' AND d.posted_on BETWEEN ${first - MOST_DAYS_IN_A_WEEK} AND ${last}
      UNION ALL
      SELECT w.*, r.posted_on, -1 FROM document r JOIN document d ON d.id = r.reverses_id
      JOIN worked_hours w ON w.document_id = d.id
      WHERE d.kind = 'hours' AND r.posted_on BETWEEN ${first} AND ${last}
    ) WHERE posted_on BETWEEN ${first} AND ${last} AND project_id IS NOT NULL
    GROUP BY posted_on, ${codingOfTable('')}`.execute(db);
  return rows.flatMap((row) => {
    const coding = codingOf(row);
    if (coding === null) return [];
    const [cost, overhead] = [cents(Number(row['cost'])), cents(Number(row['overhead']))];
    return [
      {
        month: monthOf(dayOf(Number(row['posted_on']))),
        coding,
        hours: quantity(Number(row['hours'])),
        laborCost: difference(cost, overhead),
        directCost: cents(0),
        overhead,
      },
    ];
  });
}

/** Cost of projects by month and coding, overhead left out: that of pools by its cost type, that in rates of hours as it was posted. */
export async function directCost(
  db: Db,
  months: Months,
  hours: readonly OfMonth<PostedHours>[],
): Promise<readonly OfMonth<BaseSlice>[]> {
  const { rows } = await sql<SqlRow>`
    SELECT m.month, ${codingOfTable('m')}, SUM(m.amount_cents) AS cost
    FROM project_coding_month m JOIN account a ON a.id = m.account_id
    WHERE a.role IN (${sql.join([...COST_ROLES])}) AND m.month BETWEEN ${monthNumber(months.from)} AND ${monthNumber(months.through)}
      AND m.cost_type <> 'overhead'
    GROUP BY m.month, ${codingOfTable('m')}`.execute(db);
  const none = { hours: quantity(0), laborCost: cents(0) };
  const posted = rows.flatMap((row) => {
    const coding = codingOf(row);
    return coding === null
      ? []
      : [{ month: monthAt(Number(row['month'])), coding, ...none, directCost: cents(Number(row['cost'])) }];
  });
  return [
    ...posted,
    ...hours
      .filter(({ overhead }) => overhead !== 0)
      .map(({ month, coding, overhead }) => ({ month, coding, ...none, directCost: difference(cents(0), overhead) })),
  ];
}

/** Own equipment charged to projects, by the month it posted to and by coding; what was reversed comes off in its month. */
export async function equipmentCharged(
  db: Db,
  { from, through }: Months,
): Promise<readonly OfMonth<AppliedOverhead>[]> {
  const [first, last] = [dayNumber(firstDay(from)), dayNumber(lastDay(through))];
  const { rows } = await sql<SqlRow>`
    SELECT posted_on, ${codingOfTable('')}, SUM(sign * cost_cents) AS cost
    FROM (
      SELECT u.*, MAX(u.used_on, d.posted_on) AS posted_on, 1 AS sign
      FROM document d JOIN equipment_use u ON u.document_id = d.id
      WHERE d.kind = 'hours' AND d.posted_on BETWEEN ${first - MOST_DAYS_IN_A_WEEK} AND ${last}
      UNION ALL
      SELECT u.*, r.posted_on, -1 FROM document r JOIN document d ON d.id = r.reverses_id
      JOIN equipment_use u ON u.document_id = d.id
      WHERE d.kind = 'hours' AND r.posted_on BETWEEN ${first} AND ${last}
    ) WHERE posted_on BETWEEN ${first} AND ${last}
    GROUP BY posted_on, ${codingOfTable('')}`.execute(db);
  return rows.flatMap((row) => {
    const coding = codingOf(row);
    const month = monthOf(dayOf(Number(row['posted_on'])));
    return coding === null ? [] : [{ month, coding, amount: cents(Number(row['cost'])) }];
  });
}

export interface OverheadLine {
  readonly month: Month;
  /** Part of a difference that was settled, not of what was applied. */
  readonly isDifference: boolean;
  /** Null for what went to the result. */
  readonly coding: Coding | null;
  readonly amount: Cents;
}

/** What runs applied of a pool and what became of its differences, by month and coding; reversed documents do not count. */
export async function overheadLines(db: Db, pool: number): Promise<readonly OverheadLine[]> {
  const { rows } = await sql<SqlRow>`
    SELECT o.month, o.is_difference, ${codingOfTable('o')}, SUM(o.amount_cents) AS amount
    FROM overhead_line o JOIN document d ON d.id = o.document_id
    WHERE o.pool_id = ${pool} AND ${notReversed('d', EVERYTHING)} GROUP BY o.month, o.is_difference, ${codingOfTable('o')}`.execute(
    db,
  );
  return rows.map((row) => ({
    month: monthAt(Number(row['month'])),
    isDifference: row['is_difference'] === 1,
    coding: codingOf(row),
    amount: cents(Number(row['amount'])),
  }));
}

/** What was spent on some accounts, by month. */
export async function expenseByMonth(db: Db, accounts: readonly number[]): Promise<ReadonlyMap<Month, Cents>> {
  if (accounts.length === 0) return new Map();
  const { rows } = await sql<{ month: number; amount: number }>`
    SELECT month, SUM(amount_cents) AS amount FROM account_month WHERE account_id IN (${sql.join([...accounts])})
    GROUP BY 1`.execute(db);
  return new Map(rows.map(({ month, amount }) => [monthAt(month), cents(amount)]));
}

const OVERHEAD_LINES: Target = {
  table: 'overhead_line',
  columns: [...['document_id', 'pool_id', 'month', 'is_difference', 'amount_cents'], ...CODING_COLUMNS],
  adds: [],
};

/** What a document applied of a pool, or settled of its difference; an amount without a coding went to the result. */
export const OVERHEAD_LEFT: EffectStore<'overhead'> = {
  write: async (trx, { id }, { pool, month, isDifference, amounts }) => {
    await bulkInsert(
      trx,
      OVERHEAD_LINES,
      amounts.map(({ coding, amount }) => [
        ...[id, pool, monthNumber(month), isDifference ? 1 : 0, amount],
        ...codingValues(coding),
      ]),
    );
  },
};

/** The base of some months, in all. */
export function baseTotals(slices: readonly BaseSlice[]): Omit<BaseSlice, 'coding'> {
  return {
    hours: sumQuantity(slices.map(({ hours }) => hours)),
    laborCost: sum(slices.map(({ laborCost }) => laborCost)),
    directCost: sum(slices.map((slice) => slice.directCost)),
  };
}

/** Slices by month, then by coding. */
export function byMonth<T extends { readonly month: Month }>(all: readonly T[]): ReadonlyMap<Month, readonly T[]> {
  return groupedBy(all, ({ month }) => month);
}
