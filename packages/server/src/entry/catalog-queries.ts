import { codingKey, revisedBudget } from '@lowtide/core/budget/budget-against-actual.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { Catalog, CostCode, Employee, Supplier } from '@lowtide/core/entry/catalog.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { costCodeId, employeeId, partyId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import type { Project } from '@lowtide/core/ledger/project.ts';
import type { TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { rate } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { accounts, companyOf, rolesOf } from '../setup/company-queries.ts';

/** All projects, and what of the books the sheet names: only their budgets and bills are read. */
export interface CatalogScope {
  readonly all: readonly Project[];
  readonly named: readonly Project[];
  readonly billNumbers: readonly string[];
}

/** All that reading a sheet needs. */
export async function catalog(
  db: Db,
  workingMonth: Month,
  { all, named, billNumbers }: CatalogScope,
): Promise<Catalog> {
  const company = await companyOf(db);
  const chart = await accounts(db);
  const asOf = { through: workingMonth, known: null };
  const budgets = await budgetAgainstActual(
    db,
    asOf,
    named.map(({ id }) => id),
  );
  return {
    workingMonth,
    lockedThrough: company.lockedThrough,
    roles: rolesOf(chart),
    accounts: chart,
    suppliers: await suppliers(db),
    employees: await employees(db),
    projects: all,
    costCodes: await costCodes(db),
    taxCodes: await taxCodes(db),
    budgets: new Map(
      budgets.flatMap(({ coding, budget, actual, forecast, finished }) =>
        budget === null ? [] : [[codingKey(coding), { budget: revisedBudget(budget), actual, forecast, finished }]],
      ),
    ),
    billNumbers: await knownBills(db, billNumbers),
  };
}

/** Suppliers with what their bills usually come to; reversed bills do not count. */
export async function suppliers(db: Db): Promise<readonly Supplier[]> {
  const { rows } = await sql<{ id: number; code: string; name: string; bills: number; largest: number | null }>`
    SELECT s.id, s.code, s.name, COUNT(d.id) AS bills, MAX(d.gross_cents) AS largest
    FROM party s
    LEFT JOIN document d ON d.party_id = s.id AND d.kind = 'bill'
      AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)
    WHERE s.kind = 'supplier' GROUP BY s.id ORDER BY s.code`.execute(db);
  return rows.map(({ id, code, name, bills, largest }) => ({
    id: partyId(id),
    code,
    name,
    bills,
    largestBill: cents(largest ?? 0),
  }));
}

export async function employees(db: Db): Promise<readonly Employee[]> {
  const people = await db.selectFrom('employee').select(['id', 'code', 'name']).orderBy('code').execute();
  const rows = await db.selectFrom('employee_rate').select(['employee_id', 'effective_on', 'rate_e4']).execute();
  const rates = groupedBy(rows, ({ employee_id }) => employee_id);
  return people.map(({ id, code, name }) => ({
    id: employeeId(id),
    code,
    name,
    rates: (rates.get(id) ?? []).map((row) => ({ effectiveOn: dayOf(row.effective_on), rate: rate(row.rate_e4) })),
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
async function knownBills(db: Db, numbers: readonly string[]): Promise<ReadonlySet<string>> {
  if (numbers.length === 0) return new Set();
  const { rows } = await sql<{ key: string }>`
    SELECT party_id || '/' || lower(number) AS key FROM document d
    WHERE kind = 'bill' AND number IN (${sql.join([...numbers])})
      AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)`.execute(db);
  return new Set(rows.map(({ key }) => key));
}
