import { codingKey, revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayNumber, dayOf, plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { CostCode, Employee, HoursThere, Party, SheetBasis, Supplier } from '@lowtide/core/documents/catalog.ts';
import type { SheetNames } from '@lowtide/core/documents/catalog-of.ts';
import type { PayKind } from '@lowtide/core/documents/hours/pay.ts';
import { USUAL_AFTER_BILLS } from '@lowtide/core/documents/supplier-bill/read.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { costCodeId, employeeId, partyId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { Project } from '@lowtide/core/ledger/project.ts';
import type { TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { booksSpan } from '@lowtide/core/months/books-span.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { payrolls } from '../labor/payroll-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { accounts, companyOf } from '../records/company-queries.ts';

/** What any sheet is read against. */
export async function sheetBasis(db: Db, projects: readonly Project[], today: IsoDate): Promise<SheetBasis> {
  const { lockedThrough, firstMonth, dayOrder } = await companyOf(db);
  return {
    lockedThrough,
    dayOrder,
    span: booksSpan(firstMonth, today),
    accounts: await accounts(db),
    suppliers: await suppliers(db),
    clients: await parties(db, 'client'),
    employees: await employees(db),
    costRules: await rateRules(db, 'cost'),
    payrolls: await payrolls(db),
    projects,
    costCodes: await costCodes(db),
    taxCodes: await taxCodes(db),
  };
}

/** Every coding of some projects that has a budget line, cost or a forecast, through a month. */
export async function codingStands(db: Db, through: Month, projects: readonly number[]): Promise<SheetNames['stands']> {
  const lines = await budgetAgainstActual(db, { through, known: null }, projects);
  return lines.map(({ coding, budget, actual, forecast, ended }) => ({
    ...{ coding: codingKey(coding), budget: revisedBudget(budget), actual, forecast, ended },
    isBudgeted: budget !== null,
  }));
}

/** Bills are counted no further than what makes an amount usual or not. */
const COUNTED = USUAL_AFTER_BILLS;

/** Suppliers with what their bills usually come to; reversed bills do not count. */
export async function suppliers(db: Db): Promise<readonly Supplier[]> {
  const { rows } = await sql<{
    id: number;
    code: string;
    name: string;
    terms: number;
    bills: number;
    largest: number | null;
  }>`
    SELECT s.id, s.code, s.name, s.terms_days AS terms,
      (SELECT COUNT(*) FROM (SELECT 1 FROM document d WHERE d.party_id = s.id AND d.kind = 'bill'
        AND ${notReversed('d', EVERYTHING)} LIMIT ${COUNTED})) AS bills,
      (SELECT d.gross_cents FROM document d WHERE d.party_id = s.id AND d.kind = 'bill'
        AND ${notReversed('d', EVERYTHING)} ORDER BY d.gross_cents DESC LIMIT 1) AS largest
    FROM party s WHERE s.kind = 'supplier' ORDER BY s.code`.execute(db);
  return rows.map(({ id, code, name, terms, bills, largest }) => ({
    ...{ id: partyId(id), code, name, termsDays: terms, bills },
    largestBill: cents(largest ?? 0),
  }));
}

/** Clients or suppliers, by code. */
export async function parties(db: Db, kind: 'client' | 'supplier'): Promise<readonly Party[]> {
  const rows = await db
    .selectFrom('party')
    .select(['id', 'code', 'name'])
    .where('kind', '=', kind)
    .orderBy('code')
    .execute();
  return rows.map(({ id, code, name }) => ({ id: partyId(id), code, name }));
}

/** Everybody who works, by code. */
export async function people(db: Db) {
  return db.selectFrom('employee').select(['id', 'code', 'name', 'job_role']).orderBy('code').execute();
}

export async function employees(db: Db): Promise<readonly Employee[]> {
  return (await people(db)).map(({ id, code, name, job_role }) => ({
    id: employeeId(id),
    code,
    name,
    jobRole: job_role,
  }));
}

export async function costCodes(db: Db): Promise<readonly CostCode[]> {
  const rows = await db.selectFrom('cost_code').select(['id', 'code', 'name', 'cost_type']).orderBy('code').execute();
  return rows.map(({ id, code, name, cost_type }) => ({
    id: costCodeId(id),
    code,
    name,
    costType: cost_type as CostType | null,
  }));
}

export async function taxCodes(db: Db): Promise<readonly TaxCode[]> {
  const rows = await db
    .selectFrom('tax_code')
    .select(['id', 'code', 'name', 'rate_millionths', 'recoverable_millionths'])
    .orderBy('code')
    .execute();
  return rows.map((row) => ({
    id: taxCodeId(row.id),
    code: row.code,
    name: row.name,
    rateMillionths: row.rate_millionths,
    recoverableMillionths: row.recoverable_millionths,
  }));
}

/** Of the numbers given, the bills that count already, as `supplier/number`. */
export async function knownBills(db: Db, numbers: readonly string[]): Promise<readonly string[]> {
  if (numbers.length === 0) return [];
  const { rows } = await sql<{ key: string }>`
    SELECT party_id || '/' || lower(number) AS key FROM document d
    WHERE kind = 'bill' AND number IN (${sql.join([...numbers])}) AND ${notReversed('d', EVERYTHING)}`.execute(db);
  return rows.map(({ key }) => key);
}

/** Hours posted for some days, by person, day and coding; reversed ones do not count. */
export async function hoursThere(
  db: Db,
  { from, through }: { readonly from: IsoDate; readonly through: IsoDate },
): Promise<readonly HoursThere[]> {
  const { rows } = await sql<Readonly<Record<string, number | string | null>>>`
    SELECT w.employee_id, w.worked_on, w.project_id, w.phase_id, w.cost_code_id, w.cost_type, w.pay,
      SUM(w.hours_e4) AS hours, SUM(w.cost_cents) AS cost, SUM(w.overhead_cents) AS overhead,
      MAX(ifnull(w.rate_rule_id, 0)) AS rule, MAX(w.rate_e4) AS rate
    FROM worked_hours w JOIN document d ON d.id = w.document_id
    WHERE w.worked_on BETWEEN ${dayNumber(from)} AND ${dayNumber(through)} AND ${notReversed('d', EVERYTHING)}
    GROUP BY 1, 2, 3, 4, 5, 6, 7`.execute(db);
  return rows.map((row) => {
    const { project, phase, costCode, costType } = dimensionsOf(row);
    return {
      employee: employeeId(Number(row['employee_id'])),
      workedOn: dayOf(Number(row['worked_on'])),
      coding:
        project === null || costCode === null || costType === null
          ? null
          : codingKey({ project, phase, costCode, costType }),
      pay: String(row['pay']) as PayKind,
      hours: quantity(Number(row['hours'])),
      cost: cents(Number(row['cost'])),
      overhead: cents(Number(row['overhead'])),
      rule: Number(row['rule']),
      rate: rate(Number(row['rate'])),
    };
  });
}
