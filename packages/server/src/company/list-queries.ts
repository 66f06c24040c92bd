import type { Activity, Client, CostCode, Employee, SheetBasis, Supplier } from '@lowtide/core/documents/catalog.ts';
import { USUAL_AFTER_BILLS } from '@lowtide/core/documents/supplier-bill/bill-warnings.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { activityId, costCodeId, employeeId, partyId, projectId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { keptList, type MadeOf } from '../keeping/kept-by-project-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

const RECORDS: MadeOf = ['record_version'];

/** Bills are counted no further than what makes an amount usual or not. */
const COUNTED = USUAL_AFTER_BILLS;

/** Suppliers with what their bills usually come to; reversed bills do not count. */
export async function suppliers(db: Db): Promise<readonly Supplier[]> {
  return keptList(db, 'suppliers', ['record_version', 'document'], () => suppliersNow(db));
}

async function suppliersNow(db: Db): Promise<readonly Supplier[]> {
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
export async function parties(db: Db, kind: 'client' | 'supplier'): Promise<readonly Client[]> {
  return keptList(db, `parties ${kind}`, RECORDS, () => partiesNow(db, kind));
}

async function partiesNow(db: Db, kind: 'client' | 'supplier'): Promise<readonly Client[]> {
  const rows = await db
    .selectFrom('party')
    .select(['id', 'code', 'name', 'terms_days'])
    .where('kind', '=', kind)
    .orderBy('code')
    .execute();
  return rows.map(({ id, code, name, terms_days: termsDays }) => ({ id: partyId(id), code, name, termsDays }));
}

/** Everybody who works, by code. */
export async function people(db: Db) {
  return keptList(db, 'people', RECORDS, () => peopleNow(db));
}

async function peopleNow(db: Db) {
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
  return keptList(db, 'costCodes', RECORDS, () => costCodesNow(db));
}

async function costCodesNow(db: Db): Promise<readonly CostCode[]> {
  const rows = await db.selectFrom('cost_code').select(['id', 'code', 'name', 'cost_type']).orderBy('code').execute();
  return rows.map(({ id, code, name, cost_type }) => ({
    id: costCodeId(id),
    code,
    name,
    costType: cost_type as CostType | null,
  }));
}

export async function taxCodes(db: Db): Promise<readonly TaxCode[]> {
  return keptList(db, 'taxCodes', RECORDS, () => taxCodesNow(db));
}

async function taxCodesNow(db: Db): Promise<readonly TaxCode[]> {
  const rows = await db
    .selectFrom('tax_code')
    .select(['id', 'code', 'name', 'rate_millionths', 'recoverable_millionths', 'on_retention'])
    .orderBy('code')
    .execute();
  return rows.map((row) => ({
    id: taxCodeId(row.id),
    code: row.code,
    name: row.name,
    rateMillionths: row.rate_millionths,
    recoverableMillionths: row.recoverable_millionths,
    onRetention: row.on_retention,
  }));
}

export async function activities(db: Db): Promise<readonly Activity[]> {
  return keptList(db, 'activities', RECORDS, () => activitiesNow(db));
}

async function activitiesNow(db: Db): Promise<readonly Activity[]> {
  const rows = await db.selectFrom('activity').select(['id', 'code', 'name']).orderBy('code').execute();
  return rows.map(({ id, ...named }) => ({ id: activityId(id), ...named }));
}

/** Where projects are, of those that say it. */
export async function sites(db: Db): Promise<SheetBasis['sites']> {
  return keptList(db, 'sites', RECORDS, () => sitesNow(db));
}

async function sitesNow(db: Db): Promise<SheetBasis['sites']> {
  const rows = await db.selectFrom('project').select(['id', 'site_address']).where('site_address', '<>', '').execute();
  return rows.map(({ id, site_address: address }) => ({ id: projectId(id), address }));
}
