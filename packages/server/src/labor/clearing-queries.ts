import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type {
  AppliedHours,
  ClearingPeriod,
  PaidToClearing,
  SettledDifference,
} from '@lowtide/core/labor/period-clearing.ts';
import type { TrueUpShare } from '@lowtide/core/labor/true-up.ts';
import { dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { employeeId } from '@lowtide/core/ledger/ids.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { payrolls } from './payroll-queries.ts';

/** A payroll with its period. */
export interface KnownPayroll {
  readonly id: number;
  readonly number: string;
  readonly from: IsoDate;
  readonly through: IsoDate;
}

export async function payrollOf(db: Db, id: number): Promise<KnownPayroll> {
  const known = (await payrolls(db)).find((each) => each.id === id);
  if (known === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'payroll' }], 404);
  return known;
}

/** Hours and pay of a payroll's period, and what true-ups took of their difference; reversed documents do not count. */
export async function clearingPeriod(db: Db, { id, from, through }: KnownPayroll): Promise<ClearingPeriod> {
  return {
    applied: await appliedHours(db, { from, through }),
    paid: await paidToClearing(db, id),
    settled: await settledDifferences(db, id),
  };
}

/** What labor clearing was credited with for hours of some days, by person, day and coding. */
export async function appliedHours(
  db: Db,
  { from, through }: { readonly from: IsoDate; readonly through: IsoDate },
): Promise<readonly AppliedHours[]> {
  const { rows } = await sql<Readonly<Record<string, number | string | null>>>`
    SELECT w.employee_id, w.worked_on, w.project_id, w.phase_id, w.cost_code_id, w.cost_type, SUM(w.hours_e4) AS hours,
      SUM(w.cost_cents - w.overhead_cents) AS applied
    FROM worked_hours w JOIN document d ON d.id = w.document_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1, 2, 3, 4, 5, 6`.execute(db);
  return rows.map((row) => {
    const { project, phase, costCode, costType } = dimensionsOf(row);
    const isCoded = project !== null && costCode !== null && costType !== null;
    return {
      employee: employeeId(Number(row['employee_id'])),
      workedOn: dayOf(Number(row['worked_on'])),
      coding: isCoded ? { project, phase, costCode, costType } : null,
      hours: quantity(Number(row['hours'])),
      applied: cents(Number(row['applied'])),
    };
  });
}

async function paidToClearing(db: Db, payroll: number): Promise<readonly PaidToClearing[]> {
  const { rows } = await sql<{ employee: number | null; hours: number; paid: number }>`
    SELECT employee_id AS employee, regular_hours_e4 + overtime_hours_e4 AS hours,
      gross_cents + taxes_cents + insurance_cents + benefits_cents AS paid
    FROM payroll_line WHERE document_id = ${payroll}
    UNION ALL SELECT NULL, 0, fee_cents FROM payroll WHERE document_id = ${payroll} AND fee_cents <> 0`.execute(db);
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
export async function insertTrueUp(
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
    ifnull((SELECT SUM(w.cost_cents - w.overhead_cents) FROM worked_hours w JOIN document d ON d.id = w.document_id
      WHERE ${notReversed('d', EVERYTHING)}), 0) AS applied,
    ifnull((SELECT SUM(l.gross_cents + l.taxes_cents + l.insurance_cents + l.benefits_cents) FROM payroll_line l
      JOIN document d ON d.id = l.document_id WHERE ${notReversed('d', EVERYTHING)}), 0)
      + ifnull((SELECT SUM(p.fee_cents) FROM payroll p JOIN document d ON d.id = p.document_id
        WHERE ${notReversed('d', EVERYTHING)}), 0) AS paid,
    ifnull((SELECT SUM(t.amount_cents) FROM true_up_line t JOIN document d ON d.id = t.document_id
      WHERE ${notReversed('d', EVERYTHING)}), 0) AS settled`.execute(db);
  const { balance, applied, paid, settled } = rows[0] ?? { balance: 0, applied: 0, paid: 0, settled: 0 };
  return { balanceCents: balance, otherCents: balance - (applied - paid + settled) };
}
