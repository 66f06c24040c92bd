import { codingKey, revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, fiscalYearStart, type Month } from '@lowtide/core/calendar/month.ts';
import type { CostCode, Employee, HoursThere, Party, SheetBasis, Supplier } from '@lowtide/core/documents/catalog.ts';
import type { SheetNames } from '@lowtide/core/documents/catalog-of.ts';
import type { SheetScope } from '@lowtide/core/documents/kind-of-sheet.ts';
import { billDayKey } from '@lowtide/core/documents/supplier-bill/bill-keys.ts';
import { USUAL_AFTER_BILLS } from '@lowtide/core/documents/supplier-bill/bill-warnings.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { costCodeId, employeeId, partyId, projectId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { Project } from '@lowtide/core/ledger/project.ts';
import type { TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { booksSpan } from '@lowtide/core/months/books-span.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { activities, equipmentList } from './equipment-use-queries.ts';
import { postedHoursOf, type WorkedDays } from './worked-hours-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { payrolls } from '../labor/payroll-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';
import { accounts, companyOf } from '../records/company-queries.ts';

/** What any sheet is read against. */
export async function sheetBasis(db: Db, projects: readonly Project[], today: IsoDate): Promise<SheetBasis> {
  const { lockedThrough, firstMonth, fiscalYearStartMonth, ...company } = await companyOf(db);
  return {
    lockedThrough,
    currency: company.currency,
    dayOrder: company.dayOrder,
    span: booksSpan(firstMonth, today),
    yearBegins: firstDay(fiscalYearStart(firstMonth, fiscalYearStartMonth)),
    accounts: await accounts(db),
    suppliers: await suppliers(db),
    clients: await parties(db, 'client'),
    employees: await employees(db),
    equipment: await equipmentList(db),
    activities: await activities(db),
    costRules: await rateRules(db, 'cost'),
    payrolls: await payrolls(db),
    projects,
    costCodes: await costCodes(db),
    taxCodes: await taxCodes(db),
    sites: await sites(db),
    orderPolicy: company.orderPolicy,
    overBudget: company.overBudget,
  };
}

/** Every coding of some projects that has a budget line, cost or a forecast, through a month. */
export async function codingStands(db: Db, through: Month, projects: readonly number[]): Promise<SheetNames['stands']> {
  const lines = await budgetAgainstActual(db, { through, known: null }, projects);
  return lines.map(({ coding, budget, actual, committed, forecast, ended, isZeroMargin }) => ({
    ...{ coding: codingKey(coding), budget: revisedBudget(budget), actual, committed, forecast, ended },
    ...{ isBudgeted: budget !== null, isZeroMargin },
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
  return db
    .selectFrom('employee')
    .select(['id', 'code', 'name', 'job_role', 'usual_hours_e4'])
    .orderBy('code')
    .execute();
}

export async function employees(db: Db): Promise<readonly Employee[]> {
  return (await people(db)).map(({ id, code, name, job_role, usual_hours_e4 }) => ({
    id: employeeId(id),
    code,
    name,
    jobRole: job_role,
    usualHours: quantity(usual_hours_e4),
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

/** Where projects are, of those that say it. */
async function sites(db: Db): Promise<SheetBasis['sites']> {
  const rows = await db.selectFrom('project').select(['id', 'site_address']).where('site_address', '<>', '').execute();
  return rows.map(({ id, site_address: address }) => ({ id: projectId(id), address }));
}

/** What a sheet says of its bills. */
type NamedBills = Pick<SheetScope, 'billNumbers' | 'billDays' | 'suppliers'>;

/** Keys of bills that count already: of those with the numbers, and of those its suppliers dated on its days. */
export async function knownBills(db: Db, named: NamedBills): Promise<readonly string[]> {
  return [...(await billsNumbered(db, named.billNumbers)), ...(await billsDated(db, named))];
}

async function billsDated(db: Db, { billDays, suppliers: typed }: NamedBills): Promise<readonly string[]> {
  const names = [...new Set(typed.map((text) => text.trim().toLowerCase()).filter((text) => text !== ''))];
  if (billDays.length === 0 || names.length === 0) return [];
  const { rows } = await sql<{ supplier: number; day: number; gross: number }>`
    SELECT DISTINCT d.party_id AS supplier, d.dated_on AS day, d.gross_cents AS gross
    FROM party s JOIN document d ON d.party_id = s.id AND d.kind IN ('bill', 'opening-bill')
    WHERE s.kind = 'supplier' AND (lower(s.code) IN (${sql.join(names)}) OR lower(s.name) IN (${sql.join(names)}))
      AND d.dated_on IN (${sql.join([...new Set(billDays)].map(dayNumber))}) AND ${notReversed('d', EVERYTHING)}`.execute(
    db,
  );
  return rows.map(({ supplier, day, gross }) => billDayKey({ supplier, datedOn: dayOf(day), gross: cents(gross) }));
}

async function billsNumbered(db: Db, numbers: readonly string[]): Promise<readonly string[]> {
  if (numbers.length === 0) return [];
  const { rows } = await sql<{ key: string }>`
    SELECT party_id || '/' || lower(number) AS key FROM document d
    WHERE kind IN ('bill', 'opening-bill') AND number IN (${sql.join([...numbers])}) AND ${notReversed('d', EVERYTHING)}`.execute(
    db,
  );
  return rows.map(({ key }) => key);
}

/** Hours posted for some days as a sheet is read beside them. */
export async function hoursThere(db: Db, days: WorkedDays): Promise<readonly HoursThere[]> {
  return (await postedHoursOf(db, days)).map(({ coding, ...posted }) => ({
    ...posted,
    coding: coding === null ? null : codingKey(coding),
  }));
}
