import { monthAt, type Month } from '@lowtide/core/calendar/month.ts';
import { ROLES, type Account, type AccountType, type Role } from '@lowtide/core/ledger/account.ts';
import { accountId } from '@lowtide/core/ledger/ids.ts';
import type { Roles } from '@lowtide/core/posting/roles.ts';
import { invariant } from '@lowtide/core/problems/invariant.ts';
import type { KeptDecimals } from '@lowtide/core/progress/progress.ts';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

export interface Company {
  readonly name: string;
  readonly currency: string;
  readonly fiscalYearStartMonth: number;
  readonly percentDecimals: KeptDecimals;
  readonly firstMonth: Month;
  readonly lockedThrough: Month | null;
  /** A forecast more than so many months old is marked in a recognition run; null for never. */
  readonly forecastMonths: number | null;
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
  };
}

export async function companyOf(db: Db): Promise<Company> {
  const company = await companyIfAny(db);
  if (company === null) throw new Refusal([{ at: '', kind: 'not-set-up' }], 409);
  return company;
}

export async function accounts(db: Db): Promise<readonly Account[]> {
  const rows = await db.selectFrom('account').select(['id', 'code', 'name', 'type', 'role']).orderBy('code').execute();
  return rows.map(({ id, code, name, type, role }) => ({
    id: accountId(id),
    code,
    name,
    type: type as AccountType,
    role: role as Role | null,
  }));
}

/** Which account has which role; setting up and changing accounts keep every role filled. */
export function rolesOf(list: readonly Account[]): Roles {
  const entries = Object.keys(ROLES).map((role) => {
    const account = list.find((each) => each.role === role);
    invariant(account !== undefined, `no account has the role ${role}`);
    return [role, account.id] as const;
  });
  return Object.fromEntries(entries) as unknown as Roles;
}
