import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import {
  clearingRows,
  clearingTotals,
  payrollOfHour,
  type AppliedHours,
  type ClearingPeriod,
  type ClearingSums,
  type PaidToClearing,
  type SettledDifference,
} from '@lowtide/core/labor/period-clearing.ts';
import type { TrueUpShare } from '@lowtide/core/labor/true-up.ts';
import { employeeId } from '@lowtide/core/ledger/ids.ts';
import { cents, difference, sum } from '@lowtide/core/money/cents.ts';
import { quantity, sumQuantity } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { postedHoursOf, type WorkedDays } from './worked-hours-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { paidThere, payrolls } from './payroll-queries.ts';

/** A payroll with its period. */
export interface KnownPayroll {
  readonly id: number;
  readonly number: string;
  readonly from: IsoDate;
  readonly through: IsoDate;
}

export async function payrollOf(db: Db, id: number): Promise<KnownPayroll> {
  const known = (await payrolls(db)).find((each) => each.id === id && each.supplementTo === null);
  if (known === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'payroll' }], 404);
  return known;
}

/**
 * Hours and pay of a payroll's period, its supplements with it, and what true-ups took of their difference; reversed documents do not
 * count, and no hour counts in two periods.
 */
export async function clearingPeriod(db: Db, { id, from, through }: KnownPayroll): Promise<ClearingPeriod> {
  const there = (await paidThere(db, { from, through })).map((each) => ({
    ...each,
    employees: new Set(each.employees),
  }));
  const applied = await appliedHours(db, { from, through });
  return {
    applied: there.length === 1 ? applied : applied.filter((hour) => payrollOfHour(hour, there) === id),
    paid: await paidToClearing(db, id),
    settled: await settledDifferences(db, id),
  };
}

/** What labor clearing was credited with for hours of some days, by person, day and coding, however they were paid. */
export async function appliedHours(db: Db, days: WorkedDays): Promise<readonly AppliedHours[]> {
  const lines = groupedBy(
    await postedHoursOf(db, days),
    ({ employee, workedOn, coding }) => `${employee} ${workedOn} ${coding === null ? '' : codingKey(coding)}`,
  );
  return [...lines.values()].flatMap((own) => {
    const [first] = own;
    if (first === undefined) return [];
    const { employee, workedOn, coding } = first;
    const hours = sumQuantity(own.map((each) => each.hours));
    return [
      { employee, workedOn, coding, hours, applied: sum(own.map(({ cost, overhead }) => difference(cost, overhead))) },
    ];
  });
}

async function paidToClearing(db: Db, payroll: number): Promise<readonly PaidToClearing[]> {
  const those = sql`(SELECT p.document_id FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE (p.document_id = ${payroll} OR p.supplement_to = ${payroll}) AND ${notReversed('d', EVERYTHING)})`;
  const { rows } = await sql<{ employee: number | null; hours: number; paid: number }>`
    SELECT employee_id AS employee, regular_hours_e4 + overtime_hours_e4 AS hours,
      gross_cents + taxes_cents + insurance_cents + benefits_cents AS paid
    FROM payroll_line WHERE document_id IN ${those}
    UNION ALL SELECT NULL, 0, fee_cents FROM payroll WHERE document_id IN ${those} AND fee_cents <> 0`.execute(db);
  return rows.map(({ employee, hours, paid }) => ({
    employee: employee === null ? null : employeeId(employee),
    hours: quantity(hours),
    paid: cents(paid),
  }));
}

async function settledDifferences(db: Db, payroll: number): Promise<readonly SettledDifference[]> {
  const { rows } = await sql<{ employee: number | null; amount: number }>`
    SELECT t.employee_id AS employee, SUM(t.amount_cents) AS amount FROM true_up_line t
    JOIN document d ON d.id = t.document_id WHERE t.payroll_id = ${payroll} AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1`.execute(db);
  return rows.map(({ employee, amount }) => ({
    employee: employee === null ? null : employeeId(employee),
    amount: cents(amount),
  }));
}

/** How many pay periods count, and how many of them no true-up has brought to what was paid since their last supplement. */
export async function trueUpState(db: Db): Promise<{ readonly periods: number; readonly withoutTrueUp: number }> {
  const { rows } = await sql<{ periods: number; without: number }>`
    SELECT COUNT(*) AS periods, SUM(NOT EXISTS (SELECT 1 FROM true_up_line t JOIN document u ON u.id = t.document_id
      WHERE t.payroll_id = p.document_id AND ${notReversed('u', EVERYTHING)}
        AND t.document_id > ifnull((SELECT MAX(s.document_id) FROM payroll s JOIN document e ON e.id = s.document_id
          WHERE s.supplement_to = p.document_id AND ${notReversed('e', EVERYTHING)}), 0))) AS without
    FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE p.supplement_to IS NULL AND ${notReversed('d', EVERYTHING)}`.execute(db);
  return { periods: rows[0]?.periods ?? 0, withoutTrueUp: rows[0]?.without ?? 0 };
}

/** The latest true-up of a payroll that counts; undefined where there is none. */
export async function trueUpOf(
  db: Db,
  payroll: number,
): Promise<{ readonly id: number; readonly number: string } | undefined> {
  const { rows } = await sql<{ id: number; number: string }>`
    SELECT d.id, d.number FROM true_up_line t JOIN document d ON d.id = t.document_id
    WHERE t.payroll_id = ${payroll} AND ${notReversed('d', EVERYTHING)} ORDER BY d.id DESC LIMIT 1`.execute(db);
  return rows[0];
}

const TRUE_UP_LINES: Target = {
  table: 'true_up_line',
  columns: ['document_id', 'payroll_id', 'employee_id', 'amount_cents'],
  adds: [],
};

/** Keeps of whom a true-up spread how much. */
async function insertTrueUp(
  trx: Trx,
  { document, payroll }: { readonly document: number; readonly payroll: number },
  shares: readonly TrueUpShare[],
): Promise<void> {
  const sums = new Map<number | null, number>();
  for (const { of, amount } of shares) sums.set(of, (sums.get(of) ?? 0) + amount);
  await bulkInsert(
    trx,
    TRUE_UP_LINES,
    [...sums].map(([employee, amount]) => [document, payroll, employee, amount]),
  );
}

/** The balance of labor clearing, credit positive, and what of it is neither of hours, payroll nor true-ups. */
export async function clearingBalance(db: Db): Promise<{ readonly balanceCents: number; readonly otherCents: number }> {
  const { rows } = await sql<{ balance: number; applied: number; paid: number; settled: number }>`SELECT
    ifnull((SELECT -SUM(m.amount_cents) FROM account_month m JOIN account a ON a.id = m.account_id
      WHERE a.role = 'labor-clearing'), 0) AS balance,
    ifnull((SELECT SUM(applied_cents) FROM labor_day), 0) AS applied,
    ifnull((SELECT SUM(paid_cents) FROM pay_period), 0) AS paid,
    ifnull((SELECT SUM(settled_cents) FROM pay_period), 0) AS settled`.execute(db);
  const { balance, applied, paid, settled } = rows[0] ?? { balance: 0, applied: 0, paid: 0, settled: 0 };
  return { balanceCents: balance, otherCents: balance - (applied - paid + settled) };
}

/** A pay period with what it comes to, and the latest true-up of it that counts. */
export interface ClearedPeriod extends KnownPayroll {
  readonly sums: ClearingSums;
  readonly trueUp: { readonly id: number; readonly number: string } | null;
}

/**
 * Every pay period, the latest first, from what days and periods come to. Where the days of two of them meet, an hour is of the one that
 * paid its person: those are worked out hour by hour.
 */
export async function clearedPeriods(db: Db): Promise<readonly ClearedPeriod[]> {
  const known = (await payrolls(db)).filter(({ supplementTo }) => supplementTo === null);
  const { rows } = await sql<PeriodRow>`SELECT p.document_id AS id, ifnull(y.hours_e4, 0) AS paidHours,
      ifnull(y.paid_cents, 0) AS paid, ifnull(y.settled_cents, 0) AS settled,
      ifnull((SELECT SUM(hours_e4) FROM labor_day WHERE worked_on BETWEEN p.from_on AND p.through_on), 0) AS hours,
      ifnull((SELECT SUM(applied_cents) FROM labor_day WHERE worked_on BETWEEN p.from_on AND p.through_on), 0) AS applied,
      (SELECT MAX(t.document_id) FROM true_up_line t JOIN document d ON d.id = t.document_id
        WHERE t.payroll_id = p.document_id AND ${notReversed('d', EVERYTHING)}) AS true_up
    FROM payroll p LEFT JOIN pay_period y ON y.payroll_id = p.document_id WHERE p.supplement_to IS NULL`.execute(db);
  const byId = new Map(rows.map((row) => [row.id, row]));
  const numbers = await numbersOf(
    db,
    rows.flatMap(({ true_up }) => true_up ?? []),
  );
  const periods: ClearedPeriod[] = [];
  for (const each of known) {
    const row = byId.get(each.id);
    if (row === undefined) continue;
    const meets = known.some(
      (other) => other.id !== each.id && other.from <= each.through && each.from <= other.through,
    );
    const sums = meets ? clearingTotals(clearingRows(await clearingPeriod(db, each))) : sumsOf(row);
    const trueUp = row.true_up === null ? null : { id: row.true_up, number: numbers.get(row.true_up) ?? '' };
    periods.push({ ...each, sums, trueUp });
  }
  return periods;
}

interface PeriodRow {
  readonly id: number;
  readonly paidHours: number;
  readonly paid: number;
  readonly settled: number;
  readonly hours: number;
  readonly applied: number;
  readonly true_up: number | null;
}

function sumsOf(row: PeriodRow): ClearingSums {
  const [applied, paid, settled] = [cents(row.applied), cents(row.paid), cents(row.settled)];
  return {
    ...{ entered: quantity(row.hours), hoursPaid: quantity(row.paidHours), applied, paid, settled },
    difference: difference(difference(paid, applied), settled),
  };
}

async function numbersOf(db: Db, documents: readonly number[]): Promise<ReadonlyMap<number, string>> {
  if (documents.length === 0) return new Map();
  const rows = await db.selectFrom('document').select(['id', 'number']).where('id', 'in', documents).execute();
  return new Map(rows.map(({ id, number }) => [id, number]));
}

/** Adds what a true-up settled to its pay period, or takes it off. */
async function addSettled(trx: Trx, document: number, sign: 1 | -1): Promise<void> {
  await sql`INSERT INTO pay_period (payroll_id, hours_e4, paid_cents, settled_cents)
    SELECT payroll_id, 0, 0, ${sql.lit(sign)} * SUM(amount_cents) FROM true_up_line
    WHERE document_id = ${document} GROUP BY payroll_id
    ON CONFLICT (payroll_id) DO UPDATE SET settled_cents = settled_cents + excluded.settled_cents`.execute(trx);
}

/** Of whom a true-up spread how much. */
export const TRUED_UP: EffectStore<'true-up'> = {
  write: async (trx, { id }, { payroll, shares }) => {
    await insertTrueUp(trx, { document: id, payroll }, shares);
    await addSettled(trx, id, 1);
  },
  undo: (trx, document) => addSettled(trx, document, -1),
};
