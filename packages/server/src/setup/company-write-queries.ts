import { STARTER_ACCOUNTS } from '@lowtide/core/setup/starter-accounts.ts';
import type { Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../journal/post-document-queries.ts';

export interface CompanyValues {
  readonly name: string;
  readonly currency: string;
  readonly fiscalYearStartMonth: number;
  readonly percentDecimals: number | null;
  readonly forecastMonths: number | null;
}

/** Sets the books up: the company, and a chart with an account for every role. */
export async function insertCompany(trx: Trx, values: CompanyValues & { readonly firstMonth: number }): Promise<void> {
  const known = await trx.selectFrom('company').select('id').executeTakeFirst();
  if (known) throw new Refusal([{ at: '', kind: 'already-set-up' }], 409);
  await trx
    .insertInto('company')
    .values({ id: 1, ...columns(values), first_month: values.firstMonth, locked_through: null })
    .execute();
  for (const account of STARTER_ACCOUNTS) await trx.insertInto('account').values(account).execute();
}

export async function updateCompany(trx: Trx, values: CompanyValues): Promise<void> {
  await trx.updateTable('company').set(columns(values)).where('id', '=', 1).execute();
}

function columns(values: CompanyValues) {
  return {
    name: values.name,
    currency: values.currency,
    fiscal_year_start_month: values.fiscalYearStartMonth,
    percent_decimals: values.percentDecimals,
    forecast_months: values.forecastMonths,
  };
}

export async function lockMonths(trx: Trx, through: number | null): Promise<void> {
  await trx.updateTable('company').set({ locked_through: through }).where('id', '=', 1).execute();
}

/** Notes a file by its digest; refuses one that came in before. */
export async function rememberFile(
  trx: Trx,
  file: { readonly digest: string; readonly kind: string; readonly name: string },
  { at }: Stamp,
): Promise<void> {
  const known = await trx
    .selectFrom('imported_file')
    .select(['name', 'at'])
    .where('digest', '=', file.digest)
    .executeTakeFirst();
  if (known) {
    const when = new Date(known.at).toISOString().slice(0, 16).replace('T', ' ');
    throw new Refusal([{ at: 'csv', kind: 'file-seen', name: known.name, when }], 409);
  }
  await trx
    .insertInto('imported_file')
    .values({ ...file, at })
    .execute();
}
