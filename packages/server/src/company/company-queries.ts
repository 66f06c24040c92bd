import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import { monthAt, type Month } from '@lowtide/core/calendar/month.ts';
import type { Account, AccountType, Role } from '@lowtide/core/ledger/account.ts';
import { accountId } from '@lowtide/core/ledger/ids.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { OrderPolicy } from '@lowtide/core/orders/tolerance.ts';
import type { KeptDecimals } from '@lowtide/core/progress/measured-progress.ts';
import type { LaborCost, OverBudgetPolicy } from '@lowtide/core/records/company-policy.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { countingVersion, type KnownAt } from './version-queries.ts';
import { keptList } from '../keeping/kept-by-project-queries.ts';

export interface Company {
  readonly name: string;
  readonly currency: string;
  readonly fiscalYearStartMonth: number;
  readonly percentDecimals: KeptDecimals;
  readonly firstMonth: Month;
  readonly lockedThrough: Month | null;
  /** A forecast more than so many months old is marked in a recognition run; null for never. */
  readonly forecastMonths: number | null;
  /** How days written in figures are read. */
  readonly dayOrder: DayOrder;
  /** Whether hours that people enter themselves need approval. */
  readonly approveHours: boolean;
  readonly orderPolicy: OrderPolicy;
  readonly overBudget: OverBudgetPolicy;
  /** Bills above it are approved by somebody else than who typed them; null for none. */
  readonly approveBillsAbove: Cents | null;
  readonly laborCost: LaborCost;
  /** A receipt may be so much short before the rest stays open. */
  readonly receiptDifference: Cents;
}

/** The company of the books, or null before they are set up. */
export async function companyIfAny(db: Db): Promise<Company | null> {
  const row = await db
    .selectFrom('company')
    .select([
      'name',
      'currency',
      'fiscal_year_start_month',
      'percent_decimals',
      'first_month',
      'locked_through',
      'forecast_months',
      'day_order',
      'approve_hours',
      'accrue_on_receipt',
      'quantity_warn_millionths',
      'quantity_refuse_millionths',
      'price_warn_millionths',
      'price_refuse_millionths',
      'over_budget',
      'approve_bills_above_cents',
      'labor_cost',
      'receipt_difference_cents',
    ])
    .executeTakeFirst();
  if (!row) return null;
  return {
    name: row.name,
    currency: row.currency,
    fiscalYearStartMonth: row.fiscal_year_start_month,
    percentDecimals: row.percent_decimals,
    firstMonth: monthAt(row.first_month),
    lockedThrough: row.locked_through === null ? null : monthAt(row.locked_through),
    forecastMonths: row.forecast_months,
    dayOrder: row.day_order === 'day first' ? 'day first' : 'month first',
    approveHours: row.approve_hours === 1,
    orderPolicy: {
      accruesOnReceipt: row.accrue_on_receipt === 1,
      quantity: {
        warnMillionths: row.quantity_warn_millionths,
        refuseMillionths: row.quantity_refuse_millionths,
      },
      price: { warnMillionths: row.price_warn_millionths, refuseMillionths: row.price_refuse_millionths },
    },
    overBudget: row.over_budget === 'block' ? 'block' : 'warn',
    approveBillsAbove: row.approve_bills_above_cents === null ? null : cents(row.approve_bills_above_cents),
    laborCost: row.labor_cost === 'standard' ? 'standard' : 'trued up',
    receiptDifference: cents(row.receipt_difference_cents),
  };
}

export async function companyOf(db: Db): Promise<Company> {
  const company = await companyIfAny(db);
  if (company === null) throw new Refusal([{ at: '', kind: 'not-set-up' }], 409);
  return company;
}

/** What of the company's settings figures depend on, as it counted on a day and was known at a moment. */
export type Policies = Pick<Company, 'percentDecimals' | 'forecastMonths' | 'fiscalYearStartMonth'>;

export async function companyAt(db: Db, at: KnownAt): Promise<Policies> {
  const { rows } = await sql<{ fields: string }>`SELECT fields FROM record_version
    WHERE id = ${countingVersion('company', sql`1`, at)}`.execute(db);
  const row = rows[0];
  return row ? (JSON.parse(row.fields) as Policies) : companyOf(db);
}

export async function accounts(db: Db): Promise<readonly Account[]> {
  return keptList(db, 'accounts', ['record_version'], () => accountsNow(db));
}

async function accountsNow(db: Db): Promise<readonly Account[]> {
  const rows = await db.selectFrom('account').select(['id', 'code', 'name', 'type', 'role']).orderBy('code').execute();
  return rows.map(({ id, code, name, type, role }) => ({
    id: accountId(id),
    code,
    name,
    type: type as AccountType,
    role: role as Role | null,
  }));
}
