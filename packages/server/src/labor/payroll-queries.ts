import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { PostedPayroll } from '@lowtide/core/documents/catalog.ts';
import type { PaidPeriod } from '@lowtide/core/documents/payroll/post.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

const LINES: Target = {
  table: 'payroll_line',
  columns: [
    ...['document_id', 'employee_id', 'regular_hours_e4', 'overtime_hours_e4', 'gross_cents'],
    ...['taxes_cents', 'insurance_cents', 'benefits_cents', 'withheld_cents'],
  ],
  adds: [],
};

/** Keeps whom a payroll paid, how much and for which period; what labor clearing is compared with. */
export async function insertPayroll(trx: Trx, document: number, paid: PaidPeriod): Promise<void> {
  const { from, through, fee, people } = paid;
  await trx
    .insertInto('payroll')
    .values({ document_id: document, from_on: dayNumber(from), through_on: dayNumber(through), fee_cents: fee })
    .execute();
  await bulkInsert(
    trx,
    LINES,
    people.map((each) => [
      ...[document, each.employee, each.regularHours, each.overtimeHours, each.gross],
      ...[each.taxes, each.insurance, each.benefits, each.withheld],
    ]),
  );
}

/** Payrolls that count, the latest period first. */
export async function payrolls(db: Db): Promise<readonly (PostedPayroll & { readonly id: number })[]> {
  const { rows } = await sql<{ id: number; number: string; from_on: number; through_on: number }>`
    SELECT d.id, d.number, p.from_on, p.through_on FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE ${notReversed('d', EVERYTHING)} ORDER BY p.through_on DESC, d.id DESC`.execute(db);
  return rows.map(({ id, number, from_on, through_on }) => ({
    ...{ id, number },
    ...{ from: dayOf(from_on), through: dayOf(through_on) },
  }));
}
