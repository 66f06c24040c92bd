import { revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, fiscalYearStart, type Month } from '@lowtide/core/calendar/month.ts';
import type { HoursThere, SheetBasis } from '@lowtide/core/documents/catalog.ts';
import type { SheetNames } from '@lowtide/core/documents/catalog-of.ts';
import type { SheetScope } from '@lowtide/core/documents/kind-of-sheet.ts';
import { billDayKey } from '@lowtide/core/documents/supplier-bill/bill-keys.ts';
import type { Project } from '@lowtide/core/ledger/project.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { booksSpan } from '@lowtide/core/months/books-span.ts';
import { sql } from 'kysely';
import { accounts, companyOf } from '../company/company-queries.ts';
import { activities, costCodes, employees, parties, sites, suppliers, taxCodes } from '../company/list-queries.ts';
import type { Db } from '../database/schema.ts';
import { payrolls } from '../labor/payroll-queries.ts';
import { postedHoursOf, type WorkedDays } from '../labor/worked-hours-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { equipmentList } from '../overhead/equipment-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { rateRules } from '../rates/rate-queries.ts';

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
    ...{ overBudget: company.overBudget, receiptDifference: company.receiptDifference },
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
