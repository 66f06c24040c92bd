import { codingKey } from '@lowtide/core/budget/budget-against-actual.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import {
  payrollOfHour,
  type AppliedHours,
  type ClearingPeriod,
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
    ifnull((SELECT SUM(cost_cents - overhead_cents) FROM worked_hours), 0)
      - ifnull((SELECT SUM(w.cost_cents - w.overhead_cents) FROM document r
        CROSS JOIN document d ON d.id = r.reverses_id AND d.kind = 'hours'
        CROSS JOIN worked_hours w ON w.document_id = d.id WHERE r.reverses_id IS NOT NULL), 0) AS applied,
    ifnull((SELECT SUM(l.gross_cents + l.taxes_cents + l.insurance_cents + l.benefits_cents) FROM payroll_line l
      JOIN document d ON d.id = l.document_id WHERE ${notReversed('d', EVERYTHING)}), 0)
      + ifnull((SELECT SUM(p.fee_cents) FROM payroll p JOIN document d ON d.id = p.document_id
        WHERE ${notReversed('d', EVERYTHING)}), 0) AS paid,
    ifnull((SELECT SUM(t.amount_cents) FROM true_up_line t JOIN document d ON d.id = t.document_id
      WHERE ${notReversed('d', EVERYTHING)}), 0) AS settled`.execute(db);
  const { balance, applied, paid, settled } = rows[0] ?? { balance: 0, applied: 0, paid: 0, settled: 0 };
  return { balanceCents: balance, otherCents: balance - (applied - paid + settled) };
}

/** Of whom a true-up spread how much. */
export const TRUED_UP: EffectStore<'true-up'> = {
  write: (trx, { id }, { payroll, shares }) => insertTrueUp(trx, { document: id, payroll }, shares),
};
