import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthAt } from '@lowtide/core/calendar/month.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Bounds } from './as-of-queries.ts';

/** Months from `from` (null: the beginning) through the bounds' month. */
export interface Span extends Bounds {
  readonly from: number | null;
  /** Where a part of the span is wanted besides: its first month. */
  readonly since?: number;
}

/** Movement of every account that moved, debit positive. */
export async function accountMovements(db: Db, span: Span): Promise<ReadonlyMap<number, Cents>> {
  const [movements] = await accountColumns(db, [span]);
  return movements ?? new Map<number, Cents>();
}

/** The same for several spans known at one moment, in one reading of the balances. */
export async function accountColumns(db: Db, spans: readonly Span[]): Promise<readonly ReadonlyMap<number, Cents>[]> {
  const column = (amount: string, within: (span: Span) => RawBuilder<unknown>): RawBuilder<unknown> =>
    sql.join(
      spans.map(
        (span, index) =>
          sql`SUM(CASE WHEN ${within(span)} THEN ${sql.raw(amount)} ELSE 0 END) AS ${sql.raw(`a${index}`)}`,
      ),
    );
  const names = sql.raw(spans.map((_, index) => `SUM(a${index}) AS a${index}`).join(', '));
  const last = spans.reduce((latest, span) => (span.month > latest.month ? span : latest));
  const moved = sql`SELECT account_id, ${column('amount_cents', monthWithin)} FROM account_month
    WHERE month <= ${last.month} GROUP BY account_id`;
  const { rows } = await (
    last.firstLaterLine === null
      ? moved
      : sql`SELECT account_id, ${names} FROM (${moved}
        UNION ALL SELECT account_id, ${column('-amount_cents', lineWithin)} FROM journal_line l
        WHERE l.id >= ${last.firstLaterLine} AND posted_on <= ${last.day} GROUP BY account_id)
      GROUP BY account_id`
  ).execute(db);
  return spans.map(
    (_, index) =>
      new Map((rows as Record<string, number>[]).map((row) => [row['account_id'] ?? 0, cents(row[`a${index}`] ?? 0)])),
  );
}

/** Movement by month of the accounts with a role, debit positive. */
export async function roleMonths(
  db: Db,
  role: string,
  span: Span,
): Promise<readonly { readonly month: number; readonly amount: Cents }[]> {
  const later =
    span.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT e.month, -l.amount_cents FROM journal_line l
            JOIN journal_entry e ON e.id = l.id >> 20 JOIN account a ON a.id = l.account_id
            WHERE l.id >= ${span.firstLaterLine} AND a.role = ${role}`;
  const { rows } = await sql<{ month: number; amount: number }>`
    SELECT month, SUM(amount_cents) AS amount FROM (
      SELECT month, amount_cents FROM account_month
      WHERE account_id = (SELECT id FROM account WHERE role = ${role}) ${later}
    ) GROUP BY month ORDER BY month`.execute(db);
  return rows.map(({ month, amount }) => ({ month, amount: cents(amount) }));
}

/** What a project's months add up to, each in its natural sign. */
export interface ProjectTotals {
  readonly project: number;
  readonly held: Cents;
  readonly expensed: Cents;
  readonly earned: Cents;
  readonly billed: Cents;
  readonly loss: Cents;
  readonly hours: Quantity;
  /** Of earned, what was earned in the span's `since` month or later; all of it where none is set. */
  readonly earnedSince: Cents;
}

interface TotalsRow {
  project_id: number;
  month: number;
  held: number;
  expensed: number;
  earned: number;
  billed: number;
  loss: number;
  hours: number;
  since: number;
}

/** Totals of every project, or of one. */
export async function projectTotals(db: Db, span: Span, project?: number): Promise<readonly ProjectTotals[]> {
  const { rows } = await sql<TotalsRow>`
    SELECT project_id, ${measureSums(span)} FROM (
      SELECT * FROM project_month WHERE ${monthWithin(span)} ${only('project_id', project)}
      ${laterMeasures(span, project)}
    ) GROUP BY project_id`.execute(db);
  return rows.map((row) => ({ project: row.project_id, ...totals(row) }));
}

/** The same by month, for one project or for all together. */
export async function projectMonths(
  db: Db,
  span: Span,
  project?: number,
): Promise<readonly (ProjectTotals & { readonly month: number })[]> {
  const { rows } = await sql<TotalsRow>`
    SELECT project_id, month, ${measureSums(span)} FROM (
      SELECT * FROM project_month WHERE ${monthWithin(span)} ${only('project_id', project)}
      ${laterMeasures(span, project)}
    ) GROUP BY month ORDER BY month`.execute(db);
  return rows.map((row) => ({ project: row.project_id, month: row.month, ...totals(row) }));
}

function measureSums({ since = 0 }: Span): RawBuilder<unknown> {
  return sql`SUM(held_cents) AS held, SUM(expensed_cents) AS expensed, SUM(earned_cents) AS earned,
    SUM(billed_cents) AS billed, SUM(loss_cents) AS loss, SUM(hours_e4) AS hours,
    SUM(CASE WHEN month >= ${since} THEN earned_cents ELSE 0 END) AS since`;
}

function totals(row: TotalsRow) {
  return {
    held: cents(row.held),
    expensed: cents(row.expensed),
    earned: cents(row.earned),
    billed: cents(row.billed),
    loss: cents(row.loss),
    hours: quantity(row.hours),
    earnedSince: cents(row.since),
  };
}

function laterMeasures(span: Span, project?: number): RawBuilder<unknown> {
  if (span.firstLaterLine === null) return sql``;
  return sql`UNION ALL SELECT project_id, month, -held, -expensed, -earned, -billed, -loss, -hours FROM (
    ${measuresFromLines(sql`l.id >= ${span.firstLaterLine} AND ${lineWithin(span)} ${only('l.project_id', project)}`)})`;
}

/** The measures of `project_month` worked out from lines; also what the check of the books compares them with. */
export function measuresFromLines(where: RawBuilder<unknown>): RawBuilder<unknown> {
  return sql`SELECT l.project_id, e.month AS month,
      SUM(CASE WHEN a.role IN ('wip', 'construction-in-progress') THEN l.amount_cents ELSE 0 END) AS held,
      SUM(CASE WHEN a.role IN ('cost-of-revenue', 'internal-projects') THEN l.amount_cents ELSE 0 END) AS expensed,
      SUM(CASE WHEN a.role = 'revenue' THEN -l.amount_cents ELSE 0 END) AS earned,
      SUM(CASE WHEN a.role = 'progress-billings' THEN -l.amount_cents ELSE 0 END) AS billed,
      SUM(CASE WHEN a.role = 'loss-expense' THEN l.amount_cents ELSE 0 END) AS loss,
      SUM(CASE WHEN l.employee_id IS NULL THEN 0 ELSE l.quantity_e4 END) AS hours
    FROM journal_line l JOIN journal_entry e ON e.id = l.id >> 20 JOIN account a ON a.id = l.account_id
    WHERE l.project_id IS NOT NULL AND ${where} GROUP BY l.project_id, e.month`;
}

/** One coding's amount in one account; absent dimensions are 0 or empty. */
export interface CodingAmount {
  readonly project: number;
  readonly account: number;
  readonly phase: number;
  readonly costCode: number;
  readonly costType: string;
  readonly amount: Cents;
  readonly quantity: Quantity;
}

interface CodingRow {
  project_id: number;
  account_id: number;
  phase_id: number;
  cost_code_id: number;
  cost_type: string;
  amount: number;
  quantity: number;
}

/** Amounts by coding in accounts with the given roles, of all projects or of some. */
export async function codingAmounts(
  db: Db,
  span: Span,
  which: { readonly roles: readonly string[]; readonly projects?: readonly number[] },
): Promise<readonly CodingAmount[]> {
  const accounts = sql`(SELECT id FROM account WHERE role IN (${sql.join(which.roles)}))`;
  const projects =
    which.projects === undefined
      ? sql``
      : sql`AND project_id IN (${sql.join(which.projects.length > 0 ? which.projects : [0])})`;
  const later =
    span.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT project_id, account_id, ifnull(phase_id, 0), ifnull(cost_code_id, 0),
              ifnull(cost_type, ''), -amount_cents, -quantity_e4
            FROM journal_line l WHERE l.id >= ${span.firstLaterLine} AND ${lineWithin(span)}
              AND project_id IS NOT NULL AND account_id IN ${accounts} ${projects}`;
  const { rows } = await sql<CodingRow>`
    SELECT project_id, account_id, phase_id, cost_code_id, cost_type,
      SUM(amount_cents) AS amount, SUM(quantity_e4) AS quantity
    FROM (
      SELECT project_id, account_id, phase_id, cost_code_id, cost_type, amount_cents, quantity_e4
      FROM project_coding_month WHERE ${monthWithin(span)} AND account_id IN ${accounts} ${projects} ${later}
    ) GROUP BY project_id, account_id, phase_id, cost_code_id, cost_type`.execute(db);
  return rows.map((row) => ({
    project: row.project_id,
    account: row.account_id,
    phase: row.phase_id,
    costCode: row.cost_code_id,
    costType: row.cost_type,
    amount: cents(row.amount),
    quantity: quantity(row.quantity),
  }));
}

function monthWithin(span: Span): RawBuilder<unknown> {
  return span.from === null ? sql`month <= ${span.month}` : sql`month BETWEEN ${span.from} AND ${span.month}`;
}

/** The same for lines, by their day. */
function lineWithin(span: Span): RawBuilder<unknown> {
  const from = span.from === null ? 0 : dayNumber(firstDay(monthAt(span.from)));
  return sql`l.posted_on BETWEEN ${from} AND ${span.day}`;
}

function only(column: string, project?: number): RawBuilder<unknown> {
  return project === undefined ? sql`` : sql`AND ${sql.ref(column)} = ${project}`;
}
