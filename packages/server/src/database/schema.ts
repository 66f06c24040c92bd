import type { MeasureName, MEASURES } from '@lowtide/core/ledger/measures.ts';
import type { CodingColumns, CodingRow } from './coding-columns.ts';
import type { Coded, Recorded } from './table-columns.ts';
import type { LaborTables } from './labor-tables.ts';
import type { BILLABLE_CODES } from '@lowtide/core/records/cost-code.ts';
import type { TAX_ON_BAD_DEBT, TaxCategory, TaxCode } from '@lowtide/core/ledger/tax-code.ts';
import type { BillingTables } from './billing-tables.ts';
import type { OrderTables } from './order-tables.ts';
import type { OverheadTables } from './overhead-tables.ts';
import type { PaperTables } from './paper-tables.ts';
import type { ProjectTables } from './project-tables.ts';
import type { WeekTables } from './week-tables.ts';
import type { Generated, Kysely, RawBuilder, Transaction } from 'kysely';

/** Every table, as the newest migration leaves it. Days and months are whole numbers, see `core/calendar`. */
export interface Schema
  extends BillingTables, LaborTables, OrderTables, OverheadTables, PaperTables, ProjectTables, WeekTables {
  company: {
    id: number;
    name: string;
    currency: string;
    fiscal_year_start_month: number;
    percent_decimals: number | null;
    first_month: number;
    locked_through: number | null;
    forecast_months: number | null;
    day_order: Generated<string>;
    approve_hours: Generated<number>;
    accrue_on_receipt: Generated<number>;
    quantity_warn_millionths: number | null;
    quantity_refuse_millionths: number | null;
    price_warn_millionths: number | null;
    price_refuse_millionths: number | null;
    over_budget: Generated<string>;
    approve_bills_above_cents: number | null;
    labor_cost: Generated<string>;
    receipt_difference_cents: Generated<number>;
    country: Generated<string>;
    tax_number: Generated<string>;
    address: Generated<string>;
    bank_details: Generated<string>;
    logo: Generated<string | null>;
    paper: Generated<string>;
  };
  account: Coded & { type: string; role: string | null };
  tax_code: Coded & {
    rate_millionths: number;
    recoverable_millionths: number;
    on_retention: Generated<TaxCode['onRetention']>;
    on_bad_debt: Generated<(typeof TAX_ON_BAD_DEBT)[number]>;
    category: Generated<TaxCategory>;
    exemption: Generated<string>;
  };
  party: Coded & {
    kind: string;
    address: string;
    email: string;
    terms_days: number;
    country: Generated<string>;
    tax_number: Generated<string>;
  };
  employee: Coded & { job_role: string; usual_hours_e4: Generated<number> };
  cost_code: Coded & {
    parent_id: number | null;
    cost_type: string | null;
    billable: Generated<(typeof BILLABLE_CODES)[number]>;
  };
  estimate: {
    id: Generated<number>;
    project_id: number;
    kind: string;
    number: number;
    name: string;
    status: string;
    priced_on: number;
    target_end_on: number | null;
    sheet: string;
    cost_cents: number;
    price_cents: number;
    decided_on: number | null;
    decided_by: Generated<string>;
    decision: Generated<string>;
    /** 1: thrown away after its approval was taken back. */
    dropped: Generated<number>;
    version: number;
    updated_at: number;
    updated_by: string;
  };
  approval: Recorded & {
    estimate_id: number;
    project_id: number;
    effective_on: number;
    target_end_before: number | null;
    after_entry: number;
  };
  withdrawal: { approval_id: number; reason: string; recorded_at: number; recorded_by: string };
  estimate_line: Omit<CodingColumns, 'project_id'> & {
    id: Generated<number>;
    approval_id: number;
    section: string;
    text: string;
    cost_cents: number;
    price_cents: number;
  };
  scheduled_value: { id: Generated<number>; approval_id: number; name: string; amount_cents: number };
  planned_bill: { id: Generated<number>; approval_id: number; due_on: number; text: string; amount_cents: number };
  forecast: Recorded & { project_id: number; month: number };
  forecast_line: Omit<CodingRow, 'project_id'> & {
    id: Generated<number>;
    forecast_id: number;
    method: string;
    input: string;
    reason: string;
    estimate_cents: number;
    revised_cents: number;
    actual_cents: number;
  };
  record_version: Recorded & {
    kind: string;
    record_id: number;
    version: number;
    counts_from: number;
    fields: string;
  };
  month_lock: Recorded & { through: number | null; reason: string };
  change_order_stand: Recorded & {
    estimate_id: number;
    project_id: number;
    pending: number;
    cost_cents: number;
    price_cents: number;
    counts_from: number;
  };
  zero_margin_mark: Recorded & { budget_line_id: number; marked: number; counts_from: number };
  books_total: { id: number; turnover_cents: number; planned_cents: number };
  /** `layout` is JSON of `TableLayout`. */
  table_layout: { table_name: string; kept_by: string; layout: string };
  saved_view: { id: Generated<number>; page: string; name: string; state: string; kept_by: string };
  document: Recorded & {
    kind: string;
    number: string;
    party_id: number | null;
    project_id: number | null;
    dated_on: number;
    posted_on: number;
    due_on: number | null;
    gross_cents: number;
    memo: string;
    body: string;
    reverses_id: number | null;
  };
  journal_entry: {
    id: number;
    document_id: number;
    posted_on: number;
    month: number;
    recorded_at: number;
    closing: Generated<number>;
  };
  journal_line: CodingColumns & {
    id: number;
    posted_on: number;
    account_id: number;
    amount_cents: number;
    quantity_e4: number;
    party_id: number | null;
    employee_id: number | null;
    text: string;
  };
  account_month: { account_id: number; month: number; amount_cents: number };
  /** With a column for each measure. */
  project_month: { project_id: number; month: number } & {
    [M in MeasureName as (typeof MEASURES)[M]['column']]: number;
  };
  /** What is absent of a coding is 0 or empty. */
  project_coding_month: CodingRow & {
    account_id: number;
    month: number;
    amount_cents: number;
    quantity_e4: number;
  };
  settlement: {
    id: Generated<number>;
    document_id: number;
    by_document_id: number;
    amount_cents: number;
    project_id: number | null;
  };
  draft: {
    id: Generated<number>;
    kind: string;
    sheet: string;
    version: number;
    updated_at: number;
    updated_by: string;
    /** JSON of the names of everybody who typed in it. */
    typed_by: Generated<string>;
  };
  sheet_approval: Recorded & {
    draft_id: number;
    draft_version: number;
    stand: 'asked' | 'approved' | 'returned';
    reason: string;
  };
  person: {
    id: Generated<number>;
    name: string;
    email: string;
    role: string;
    employee_id: number | null;
    password_hash: string;
    totp_secret: Generated<string | null>;
    totp_step: Generated<number>;
    active: Generated<number>;
    version: Generated<number>;
  };
  session: {
    id: Generated<number>;
    digest: string;
    person_id: number;
    began_at: number;
    seen_at: number;
    address: string;
    browser: string;
  };
  access_token: {
    id: Generated<number>;
    digest: string;
    person_id: number;
    name: string;
    scope: string;
    made_at: number;
    used_at: Generated<number | null>;
    ends_at: number;
  };
  sign_in_try: { digest: string; wrong: number; last_at: number };
  answered_request: { key: string; digest: string; answer: string; at: number };
  imported_file: { digest: string; kind: string; name: string; at: number; recorded_by: string };
  audit_log: {
    id: number;
    at: number;
    by: string;
    origin: string;
    action: string;
    about: string;
    subject: string;
    detail: string;
    hash: string;
  };
  written_digest: { id: number; entry_id: number; whole_of: number; rows: string; hash: string };
}

export type Db = Kysely<Schema>;
export type Trx = Transaction<Schema>;
/** A piece of a statement. */
export type Sql = RawBuilder<unknown>;
