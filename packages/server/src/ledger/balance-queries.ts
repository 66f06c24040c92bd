import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay, monthAt } from '@lowtide/core/calendar/month.ts';
import type { Role } from '@lowtide/core/ledger/account.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { codingOfLine, codingOf, dimensionsOf, type Coding } from '@lowtide/core/ledger/dimensions.ts';
import {
  MEASURE_NAMES,
  MEASURES,
  measureOf,
  measuresOf,
  measureValues,
  type MeasureName,
  type MeasureValues,
} from '@lowtide/core/ledger/measures.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity, type Quantity } from '@lowtide/core/money/quantity.ts';
import { sql, type RawBuilder } from 'kysely';
import { codingKept, WITHIN_PROJECT } from '../database/coding-columns.ts';
import type { Db } from '../database/schema.ts';
import type { AsIfLine, Bounds } from './as-of-queries.ts';
import { entryOf } from '../database/line-number.ts';

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

/** The same for several spans known at one moment, in one reading of the balances; of one project alone, what its lines moved. */
export async function accountColumns(
  db: Db,
  spans: readonly Span[],
  project?: number,
): Promise<readonly ReadonlyMap<number, Cents>[]> {
  const column = (amount: string, within: (span: Span) => RawBuilder<unknown>): RawBuilder<unknown> =>
    sql.join(
      spans.map(
        (span, index) =>
          sql`SUM(CASE WHEN ${within(span)} THEN ${sql.raw(amount)} ELSE 0 END) AS ${sql.raw(`a${index}`)}`,
      ),
    );
  const names = sql.raw(spans.map((_, index) => `SUM(a${index}) AS a${index}`).join(', '));
  const last = spans.reduce((latest, span) => (span.month > latest.month ? span : latest));
  const ofProject = project === undefined ? sql`` : sql`AND project_id = ${project}`;
  const balances = sql.raw(project === undefined ? 'account_month' : 'project_coding_month');
  const moved = sql`SELECT account_id, ${column('amount_cents', monthWithin)} FROM ${balances}
    WHERE month <= ${last.month} ${ofProject} GROUP BY account_id`;
  const { rows } = await (
    last.firstLaterLine === null
      ? moved
      : sql`SELECT account_id, ${names} FROM (${moved}
        UNION ALL SELECT account_id, ${column('-amount_cents', lineWithin)} FROM journal_line l
        WHERE l.id >= ${last.firstLaterLine} AND posted_on <= ${last.day} ${ofProject} GROUP BY account_id)
      GROUP BY account_id`
  ).execute(db);
  return spans.map((span, index) => {
    const amounts = new Map(
      (rows as Record<string, number>[]).map((row) => [row['account_id'] ?? 0, cents(row[`a${index}`] ?? 0)]),
    );
    for (const { account, amount, project: of } of asIfWithin(span)) {
      if (project !== undefined && of !== project) continue;
      amounts.set(account, cents((amounts.get(account) ?? 0) + amount));
    }
    return amounts;
  });
}

/** The lines read as if posted that fall into the span. */
function asIfWithin({ from, month, asIf }: Span): readonly AsIfLine[] {
  return asIf.month <= month && (from === null || from <= asIf.month) ? asIf.lines : [];
}

/** What a project's months add up to, each in its natural sign. */
export interface ProjectTotals extends MeasureValues {
  readonly project: number;
  /** Of earned, what was earned in the span's `since` month or later; all of it where none is set. */
  readonly earnedSince: Cents;
}

type TotalsRow = { readonly project_id: number; readonly month: number; readonly since: number } & {
  readonly [M in MeasureName]: number;
};

const COLUMN_OF = Object.fromEntries(MEASURE_NAMES.map((name) => [name, sql.ref(MEASURES[name].column)]));
const each = (part: (name: MeasureName) => RawBuilder<unknown>): RawBuilder<unknown> =>
  sql.join(MEASURE_NAMES.map(part));
const MEASURE_SUMS = each((name) => sql`SUM(${sql.ref(name)}) AS ${sql.ref(name)}`);
const KEPT_MEASURES = each((name) => sql`${COLUMN_OF[name]} AS ${sql.ref(name)}`);

/** Totals of every project, or of one. */
export async function projectTotals(db: Db, span: Span, project?: number): Promise<readonly ProjectTotals[]> {
  const { rows } = await sql<TotalsRow>`
    SELECT project_id, ${MEASURE_SUMS}, SUM(CASE WHEN month >= ${span.since ?? 0} THEN earned ELSE 0 END) AS since
    FROM (${measuresWithin(span, project)}) GROUP BY project_id`.execute(db);
  return withAsIf(rows.map(totals), span, project);
}

/** The same by month, for one project or for all together. */
export async function projectMonths(
  db: Db,
  span: Span,
  project?: number,
): Promise<readonly (MeasureValues & { readonly month: number })[]> {
  const { rows } = await sql<TotalsRow>`
    SELECT project_id, month, ${MEASURE_SUMS}, SUM(earned) AS since
    FROM (${measuresWithin(span, project)}) GROUP BY month ORDER BY month`.execute(db);
  const months = rows.map((row) => ({ month: row.month, ...totals(row) }));
  const lines = asIfWithin(span).filter((line) => line.project !== null && (project ?? line.project) === line.project);
  if (lines.length === 0) return months;
  const own = { ...NO_TOTALS, month: span.asIf.month };
  const before = months.filter(({ month }) => month < span.asIf.month);
  const known = months.find(({ month }) => month === span.asIf.month) ?? { month: own.month, ...totals(own) };
  const added = lines.reduce((sums, line) => withLine(sums, line), known);
  return [...before, { ...added, month: own.month }, ...months.filter(({ month }) => month > span.asIf.month)];
}

/** The same of every project by month from `first` on; what came before it stands in the month before. */
export async function projectsByMonth(
  db: Db,
  span: Span,
  first: number,
): Promise<readonly (ProjectTotals & { readonly month: number })[]> {
  const { rows } = await sql<TotalsRow>`
    SELECT project_id, MAX(month, ${first - 1}) AS month, ${MEASURE_SUMS}, SUM(earned) AS since
    FROM (${measuresWithin(span)}) GROUP BY 1, 2`.execute(db);
  const months = rows.map((row) => ({ month: row.month, ...totals(row) }));
  const asIf = withAsIf([], span).map((row) => ({ month: span.asIf.month, ...row }));
  return [...months, ...asIf];
}

function measuresWithin(span: Span, project?: number): RawBuilder<unknown> {
  return sql`SELECT project_id, month, ${KEPT_MEASURES} FROM project_month
    WHERE ${monthWithin(span)} ${only('project_id', project)} ${laterMeasures(span, project)}`;
}

function totals(row: TotalsRow): ProjectTotals {
  return { project: row.project_id, ...measureValues((name) => row[name]), earnedSince: cents(row.since) };
}

/** Adds the lines read as if posted to the totals of their projects. */
function withAsIf(rows: readonly ProjectTotals[], span: Span, only?: number): readonly ProjectTotals[] {
  const lines = asIfWithin(span).filter(({ project }) => project !== null && (only === undefined || project === only));
  if (lines.length === 0) return rows;
  const byProject = new Map(rows.map((row) => [row.project, row]));
  for (const line of lines) {
    const known = byProject.get(line.project ?? 0) ?? totals({ ...NO_TOTALS, project_id: line.project ?? 0 });
    byProject.set(known.project, withLine(known, line));
  }
  return [...byProject.values()];
}

/** Totals with what a line adds to each. */
function withLine<Sums extends ProjectTotals>(known: Sums, { role, ...line }: AsIfLine): Sums {
  const added = Object.fromEntries(
    measuresOf(line, role, false).map((amount, place) => [MEASURE_NAMES[place], amount]),
  );
  const sums = Object.fromEntries(MEASURE_NAMES.map((name) => [name, known[name] + (added[name] ?? 0)]));
  const since = known.earnedSince + (added['earned'] ?? 0);
  return { ...known, ...totals({ ...NO_TOTALS, ...sums, project_id: known.project, since }) };
}

const NO_TOTALS: TotalsRow = { ...{ project_id: 0, month: 0, since: 0 }, ...measureValues(() => 0) };

function laterMeasures(span: Span, project?: number): RawBuilder<unknown> {
  if (span.firstLaterLine === null) return sql``;
  return sql`UNION ALL SELECT project_id, month, ${each((name) => sql`-${sql.ref(name)}`)} FROM (
    ${measuresFromLines(sql`l.id >= ${span.firstLaterLine} AND ${lineWithin(span)} ${only('l.project_id', project)}`)})`;
}

/** The measures of `project_month` worked out from lines; also what the check of the books compares them with. */
export function measuresFromLines(where: RawBuilder<unknown>): RawBuilder<unknown> {
  return sql`SELECT l.project_id, e.month AS month, ${each((name) => sql`SUM(${measureOfLine(name)}) AS ${sql.ref(name)}`)}
    FROM journal_line l JOIN journal_entry e ON e.id = ${entryOf('l.id')} JOIN account a ON a.id = l.account_id
    WHERE l.project_id IS NOT NULL AND ${where} GROUP BY l.project_id, e.month`;
}

/** What a line `l` of an entry `e` and an account `a` adds to a measure. */
function measureOfLine(name: MeasureName): RawBuilder<unknown> {
  const { of, withoutClosing = false } = measureOf(name);
  if (of === 'hours of an employee') return sql`CASE WHEN l.employee_id IS NULL THEN 0 ELSE l.quantity_e4 END`;
  const counts = withoutClosing ? sql`AND e.closing = 0` : sql``;
  const amount = of.sign === 1 ? sql`l.amount_cents` : sql`-l.amount_cents`;
  return sql`CASE WHEN a.role IN (${sql.join([...of.roles])}) ${counts} THEN ${amount} ELSE 0 END`;
}

/** One coding's amount in one account. */
export interface CodingAmount {
  readonly project: number;
  readonly account: number;
  /** Null where the line names no cost code or no cost type. */
  readonly coding: Coding | null;
  readonly costType: CostType | null;
  readonly amount: Cents;
  readonly quantity: Quantity;
}

interface CodingRow extends Readonly<Record<string, unknown>> {
  readonly project_id: number;
  readonly account_id: number;
  readonly amount: number;
  readonly quantity: number;
}

/** Which accounts: those with one of the roles, or all of the types. */
export type WhichAccounts = { readonly roles: readonly Role[] } | { readonly types: readonly string[] };

const KEPT_CODING = sql.join(WITHIN_PROJECT.map((column) => sql.ref(column)));

/** Amounts by coding in some accounts, of all projects or of some. */
export async function codingAmounts(
  db: Db,
  span: Span,
  which: WhichAccounts & { readonly projects?: readonly number[] },
): Promise<readonly CodingAmount[]> {
  const accounts =
    'roles' in which
      ? sql`(SELECT id FROM account WHERE role IN (${sql.join([...which.roles])}))`
      : sql`(SELECT id FROM account WHERE type IN (${sql.join([...which.types])}))`;
  const projects =
    which.projects === undefined
      ? sql``
      : sql`AND project_id IN (${sql.join(which.projects.length > 0 ? [...which.projects] : [0])})`;
  const later =
    span.firstLaterLine === null
      ? sql``
      : sql`UNION ALL SELECT project_id, account_id, -amount_cents, -quantity_e4, ${codingKept('', WITHIN_PROJECT)}
            FROM journal_line l WHERE l.id >= ${span.firstLaterLine} AND ${lineWithin(span)}
              AND project_id IS NOT NULL AND account_id IN ${accounts} ${projects}`;
  const { rows } = await sql<CodingRow>`
    SELECT project_id, account_id, ${KEPT_CODING}, SUM(amount_cents) AS amount, SUM(quantity_e4) AS quantity
    FROM (
      SELECT project_id, account_id, amount_cents, quantity_e4, ${KEPT_CODING}
      FROM project_coding_month WHERE ${monthWithin(span)} AND account_id IN ${accounts} ${projects} ${later}
    ) GROUP BY project_id, account_id, ${KEPT_CODING}`.execute(db);
  return [...rows.map(codingAmount), ...asIfCodings(span, which)];
}

function codingAmount(row: CodingRow): CodingAmount {
  return {
    project: row.project_id,
    account: row.account_id,
    coding: codingOf(row),
    costType: dimensionsOf(row).costType,
    amount: cents(row.amount),
    quantity: quantity(row.quantity),
  };
}

/** Lines read as if posted stand as amounts of their own; whoever adds up adds them. */
function asIfCodings(
  span: Span,
  which: WhichAccounts & { readonly projects?: readonly number[] },
): readonly CodingAmount[] {
  return asIfWithin(span).flatMap((line) => {
    const { project, account, costType, amount, role, type, quantity: units } = line;
    const counts = 'roles' in which ? which.roles.some((each) => each === role) : which.types.includes(type);
    if (project === null || !counts || which.projects?.includes(project) === false) return [];
    return [{ project, account, coding: codingOfLine(line), costType, amount, quantity: units }];
  });
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
