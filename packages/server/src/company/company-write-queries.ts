import { createHash } from 'node:crypto';
import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';
import type { Tolerance } from '@lowtide/core/orders/tolerance.ts';
import type { LaborCost, OverBudgetPolicy } from '@lowtide/core/records/company-policy.ts';
import { STARTER_ACCOUNTS } from '@lowtide/core/records/starter-accounts.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstOpenDay } from '@lowtide/core/months/open-day.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import type { Stamp } from '../audit/stamp.ts';
import type { Recording } from './recording.ts';
import { insertVersion, latestVersion } from './version-queries.ts';

export interface CompanyValues {
  readonly name: string;
  readonly currency: string;
  readonly fiscalYearStartMonth: number;
  readonly percentDecimals: number | null;
  readonly forecastMonths: number | null;
  readonly dayOrder: DayOrder;
  readonly approveHours: boolean;
  readonly accruesOnReceipt: boolean;
  readonly quantityTolerance: Tolerance;
  readonly priceTolerance: Tolerance;
  readonly overBudget: OverBudgetPolicy;
  readonly approveBillsAboveCents: number | null;
  readonly laborCost: LaborCost;
  readonly receiptDifferenceCents: number;
}

/** Sets the books up: the company, and a chart with an account for every role. */
export async function insertCompany(
  trx: Trx,
  values: CompanyValues & { readonly firstMonth: number },
  stamp: Stamp,
): Promise<void> {
  const known = await trx.selectFrom('company').select('id').executeTakeFirst();
  if (known) throw new Refusal([{ at: '', kind: 'already-set-up' }], 409);
  await trx
    .insertInto('company')
    .values({ id: 1, ...columns(values), first_month: values.firstMonth, locked_through: null })
    .execute();
  for (const account of STARTER_ACCOUNTS) await trx.insertInto('account').values(account).execute();
  await insertVersion(trx, { ...COMPANY, version: 1, countsFrom: 0, fields: policies(values) }, stamp);
}

const COMPANY = { kind: 'company', id: 1 } as const;

/** What figures depend on, as a version keeps it. */
function policies({ percentDecimals, forecastMonths, fiscalYearStartMonth }: CompanyValues) {
  return { percentDecimals, forecastMonths, fiscalYearStartMonth };
}

/** Changes the company; once months are locked, what figures depend on counts from the first open day. */
export async function updateCompany(trx: Trx, values: CompanyValues, recording: Recording): Promise<void> {
  await trx.updateTable('company').set(columns(values)).where('id', '=', 1).execute();
  const latest = await latestVersion(trx, COMPANY.kind, COMPANY.id);
  const { lockedThrough } = recording;
  const countsFrom = lockedThrough === null ? 0 : dayNumber(firstOpenDay(lockedThrough));
  const version = (latest?.version ?? 0) + 1;
  await insertVersion(trx, { ...COMPANY, version, countsFrom, fields: policies(values) }, recording);
}

function columns(values: CompanyValues) {
  return {
    name: values.name,
    currency: values.currency,
    fiscal_year_start_month: values.fiscalYearStartMonth,
    percent_decimals: values.percentDecimals,
    forecast_months: values.forecastMonths,
    day_order: values.dayOrder,
    approve_hours: values.approveHours ? 1 : 0,
    accrue_on_receipt: values.accruesOnReceipt ? 1 : 0,
    quantity_warn_millionths: values.quantityTolerance.warnMillionths,
    quantity_refuse_millionths: values.quantityTolerance.refuseMillionths,
    price_warn_millionths: values.priceTolerance.warnMillionths,
    price_refuse_millionths: values.priceTolerance.refuseMillionths,
    over_budget: values.overBudget,
    approve_bills_above_cents: values.approveBillsAboveCents,
    labor_cost: values.laborCost,
    receipt_difference_cents: values.receiptDifferenceCents,
  };
}

/** Locks months through one, or opens them; each turn is kept. */
export async function lockMonths(trx: Trx, through: number | null, reason: string, { at, by }: Stamp): Promise<void> {
  await trx.updateTable('company').set({ locked_through: through }).where('id', '=', 1).execute();
  await trx.insertInto('month_lock').values({ through, reason, recorded_at: at, recorded_by: by }).execute();
}

/** When a month was locked, as known at a moment: the last time it came under the lock and stayed so. Null while it is open. */
export async function lockedAt(db: Db, month: number, known: number): Promise<number | null> {
  const turns = await db
    .selectFrom('month_lock')
    .select(['through', 'recorded_at'])
    .where('recorded_at', '<=', known)
    .orderBy('id')
    .execute();
  let at: number | null = null;
  for (const { through, recorded_at } of turns) {
    if (through === null || through < month) at = null;
    else at ??= recorded_at;
  }
  return at;
}

export interface ImportedFile {
  readonly kind: string;
  readonly name: string;
  readonly content: string;
  /** It came in before, and is to come in all the same. */
  readonly again: boolean;
}

/** Notes a file by its digest; refuses one that came in before, saying when and by whom, unless it is to come in all the same. */
export async function rememberFile(trx: Trx, file: ImportedFile, { at, by }: Stamp): Promise<void> {
  const { kind, name, content, again } = file;
  const digest = createHash('sha256').update(`${kind}\n${content}`).digest('hex');
  const known = await trx
    .selectFrom('imported_file')
    .select(['name', 'at', 'recorded_by'])
    .where('digest', '=', digest)
    .executeTakeFirst();
  if (known && !again) {
    const when = new Date(known.at).toISOString().slice(0, 16).replace('T', ' ');
    throw new Refusal([{ at: 'csv', kind: 'file-seen', name: known.name, when, by: known.recorded_by }], 409);
  }
  if (known) return;
  await trx.insertInto('imported_file').values({ digest, kind, name, at, recorded_by: by }).execute();
}
