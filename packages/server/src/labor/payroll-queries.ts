import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { PaidThere, PostedPayroll } from '@lowtide/core/documents/catalog.ts';
import type { PaidPeriod } from '@lowtide/core/documents/payroll/post.ts';
import { documentId, employeeId } from '@lowtide/core/ledger/ids.ts';
import { sql } from 'kysely';
import { bulkInsert, type Target } from '../database/bulk-insert.ts';
import type { Db, Sql, Trx } from '../database/schema.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import { Refusal } from '../http/refusal.ts';
import type { WorkedDays } from './worked-hours-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed, isReversed } from '../ledger/settlement-queries.ts';
import { keptList } from '../keeping/kept-by-project-queries.ts';

const LINES: Target = {
  table: 'payroll_line',
  columns: [
    ...['document_id', 'employee_id', 'regular_hours_e4', 'overtime_hours_e4', 'gross_cents'],
    ...['taxes_cents', 'insurance_cents', 'benefits_cents', 'withheld_cents'],
  ],
  adds: [],
};

/** Keeps whom a payroll paid, how much and for which period; what labor clearing is compared with. */
async function insertPayroll(trx: Trx, document: number, paid: PaidPeriod): Promise<void> {
  const { supplementTo, from, through, fee, people } = paid;
  await trx
    .insertInto('payroll')
    .values({
      ...{ document_id: document, supplement_to: supplementTo, fee_cents: fee },
      ...{ from_on: dayNumber(from), through_on: dayNumber(through) },
    })
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

/** Payrolls that count and their supplements, the latest period first. */
export async function payrolls(db: Db): Promise<readonly PostedPayroll[]> {
  return keptList(db, 'payrolls', ['document'], () => payrollsNow(db));
}

async function payrollsNow(db: Db): Promise<readonly PostedPayroll[]> {
  const { rows } = await sql<{
    id: number;
    number: string;
    supplement_to: number | null;
    from_on: number;
    through_on: number;
  }>`SELECT d.id, d.number, p.supplement_to, p.from_on, p.through_on FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE ${notReversed('d', EVERYTHING)} ORDER BY p.through_on DESC, d.id DESC`.execute(db);
  return rows.map(({ id, number, supplement_to, from_on, through_on }) => ({
    ...{ id: documentId(id), number, supplementTo: supplement_to === null ? null : documentId(supplement_to) },
    ...{ from: dayOf(from_on), through: dayOf(through_on) },
  }));
}

/** Payrolls with days of their own that have one of some days, with whom they and their supplements paid; the first one first. */
export async function paidThere(db: Db, { from, through }: WorkedDays): Promise<readonly PaidThere[]> {
  const { rows } = await sql<{
    id: number;
    number: string;
    from_on: number;
    through_on: number;
    employees: string;
    in_one_sum: number;
  }>`SELECT d.id, d.number, p.from_on, p.through_on, json_group_array(DISTINCT l.employee_id) AS employees,
      MAX(l.employee_id IS NULL AND s.document_id = d.id) AS in_one_sum
    FROM payroll p JOIN document d ON d.id = p.document_id AND ${notReversed('d', EVERYTHING)}
    JOIN payroll s ON s.document_id = p.document_id OR s.supplement_to = p.document_id
    JOIN document e ON e.id = s.document_id AND ${notReversed('e', EVERYTHING)}
    JOIN payroll_line l ON l.document_id = s.document_id
    WHERE p.supplement_to IS NULL AND p.from_on <= ${dayNumber(through)} AND p.through_on >= ${dayNumber(from)}
    GROUP BY d.id ORDER BY d.id`.execute(db);
  return rows.map(({ id, number, from_on, through_on, employees, in_one_sum }) => ({
    ...{ id: documentId(id), number, from: dayOf(from_on), through: dayOf(through_on), isInOneSum: in_one_sum === 1 },
    employees: (JSON.parse(employees) as (number | null)[]).flatMap((each) =>
      each === null ? [] : [employeeId(each)],
    ),
  }));
}

/** A payroll is not taken back before its supplements are, nor either before the true-up that spread its difference. */
async function refuseTruedUp(trx: Trx, document: number): Promise<void> {
  const supplements = await sql<{
    number: string;
  }>`SELECT d.number FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE p.supplement_to = ${document} AND NOT ${isReversed('d.id')}
    LIMIT 1`.execute(trx);
  const [supplement] = supplements.rows;
  if (supplement) throw new Refusal([{ at: '', kind: 'supplement-first', number: supplement.number }]);
  const { rows } = await sql<{
    number: string;
  }>`SELECT d.number FROM true_up_line t JOIN document d ON d.id = t.document_id
    WHERE t.payroll_id = ifnull((SELECT supplement_to FROM payroll WHERE document_id = ${document}), ${document})
      AND t.document_id > ${document} AND NOT ${isReversed('d.id')}
    LIMIT 1`.execute(trx);
  const [first] = rows;
  if (first) throw new Refusal([{ at: '', kind: 'true-up-first', number: first.number }]);
}

/** What payrolls `p` paid of their periods, line by line, their fees too; a supplement of the period it adds to. */
function paidRows(which: Sql): Sql {
  const period = sql`ifnull(p.supplement_to, p.document_id)`;
  return sql`SELECT ${period} AS payroll_id, l.regular_hours_e4 + l.overtime_hours_e4 AS hours,
      l.gross_cents + l.taxes_cents + l.insurance_cents + l.benefits_cents AS paid, 0 AS settled
    FROM payroll p JOIN payroll_line l ON l.document_id = p.document_id ${which}
    UNION ALL SELECT ${period}, 0, p.fee_cents, 0 FROM payroll p ${which}`;
}

/** Adds what a payroll paid to its period, or takes it off. */
async function addPaid(trx: Trx, document: number, sign: 1 | -1): Promise<void> {
  await sql`INSERT INTO pay_period (payroll_id, hours_e4, paid_cents, settled_cents)
    SELECT payroll_id, ${sql.lit(sign)} * SUM(hours), ${sql.lit(sign)} * SUM(paid), 0
    FROM (${paidRows(sql`WHERE p.document_id = ${document}`)}) GROUP BY payroll_id
    ON CONFLICT (payroll_id) DO UPDATE SET hours_e4 = hours_e4 + excluded.hours_e4,
      paid_cents = paid_cents + excluded.paid_cents`.execute(trx);
}

/** Whom a payroll paid, how much and for which period. */
export const PAID: EffectStore<'payroll'> = {
  write: async (trx, { id }, { paid }) => {
    await insertPayroll(trx, id, paid);
    await addPaid(trx, id, 1);
  },
  refuseReversal: refuseTruedUp,
  undo: (trx, document) => addPaid(trx, document, -1),
  balances: [
    {
      title: 'What payrolls paid and true-ups settled by pay period',
      kept: sql`SELECT payroll_id, hours_e4 AS hours, paid_cents AS paid, settled_cents AS settled FROM pay_period`,
      worked: sql`SELECT payroll_id, SUM(hours) AS hours, SUM(paid) AS paid, SUM(settled) AS settled FROM (
        ${paidRows(sql`JOIN document d ON d.id = p.document_id WHERE ${notReversed('d', EVERYTHING)}`)}
        UNION ALL SELECT t.payroll_id, 0, 0, t.amount_cents FROM true_up_line t JOIN document d ON d.id = t.document_id
        WHERE ${notReversed('d', EVERYTHING)}) GROUP BY payroll_id`,
      ...{ key: 'payroll_id', amounts: ['hours', 'paid', 'settled'] },
    },
  ],
};
