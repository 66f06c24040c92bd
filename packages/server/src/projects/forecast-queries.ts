import { monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { FORECAST_METHODS } from '@lowtide/core/forecast/forecast-estimate.ts';
import type { ForecastLine } from '@lowtide/core/forecast/forecast-sheet.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';
import { codingOfTable, knownCoding, WITHIN_PROJECT } from '../database/coding-columns.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';

/** For which month an estimate was made, and when. */
export interface ForecastMoment {
  readonly month: Month;
  readonly recordedAt: number;
}

export interface Forecast extends ForecastMoment {
  readonly id: number;
  readonly project: number;
  readonly recordedBy: string;
  readonly lines: readonly KeptForecastLine[];
}

/** A line of a kept forecast, with what change orders added to it since. */
export interface KeptForecastLine extends ForecastLine {
  readonly approvedSince: Cents;
}

type At = Pick<Bounds, 'day' | 'month' | 'recordedAt'>;

/** The month that a day number, by its column, falls into; how the books keep months. */
export function monthOfDay(column: string): RawBuilder<number> {
  const part = (format: string): RawBuilder<unknown> =>
    sql`CAST(strftime(${format}, ${sql.ref(column)} * 86400, 'unixepoch') AS INTEGER)`;
  return sql`(${part('%Y')} * 12 + ${part('%m')} - 1)`;
}

/** The forecast that counts of each project, by id, project, month and moment: for the latest month by then, the one recorded last. */
export function latestForecastIds(at: At, only?: number): RawBuilder<unknown> {
  const project = only === undefined ? sql`` : sql`AND f.project_id = ${only}`;
  return sql`SELECT f.id, f.project_id, f.month, f.recorded_at FROM forecast f WHERE f.month <= ${at.month} AND f.recorded_at <= ${at.recordedAt} ${project}
    AND NOT EXISTS (SELECT 1 FROM forecast g WHERE g.project_id = f.project_id AND g.month <= ${at.month}
      AND g.recorded_at <= ${at.recordedAt} AND (g.month > f.month OR g.month = f.month AND g.id > f.id))`;
}

/**
 * Whether a line `l` of the forecast `f` stands as it was kept. By budget is a rule: it is worked out anew as of every later month, and as
 * of its own until that month is recognized. All other lines stay.
 */
export function countsAsKept({ month }: Pick<At, 'month'>, isRecognized: boolean): RawBuilder<boolean> {
  return isRecognized ? sql<boolean>`(l.method <> 'budget' OR f.month = ${month})` : sql<boolean>`l.method <> 'budget'`;
}

/** The lines of forecasts that stand as they were kept, by the same rule. */
export function linesAsKept(
  forecasts: readonly Forecast[],
  { month, isRecognized }: Pick<At, 'month'> & { readonly isRecognized: boolean },
): readonly KeptForecastLine[] {
  return forecasts.flatMap((forecast) =>
    isRecognized && monthNumber(forecast.month) === month
      ? forecast.lines
      : forecast.lines.filter(({ method }) => method !== 'budget'),
  );
}

export async function forecastMonths(db: Db, at: At, only?: number): Promise<ReadonlyMap<number, ForecastMoment>> {
  const { rows } = await sql<{ project_id: number; month: number; recorded_at: number }>`
    SELECT project_id, month, recorded_at FROM forecast
    WHERE id IN (SELECT id FROM (${latestForecastIds(at, only)}))`.execute(db);
  return new Map(rows.map((row) => [row.project_id, { month: monthAt(row.month), recordedAt: row.recorded_at }]));
}

/** The forecast that counts of each of some projects, with its lines. */
export async function latestForecasts(db: Db, at: At, projects: readonly number[]): Promise<readonly Forecast[]> {
  if (projects.length === 0) return [];
  const { rows } = await sql<{
    id: number;
    project_id: number;
    month: number;
    recorded_at: number;
    recorded_by: string;
  }>`
    SELECT id, project_id, month, recorded_at, recorded_by FROM forecast
    WHERE project_id IN (${sql.join([...projects])})
      AND id IN (SELECT id FROM (${latestForecastIds(at, projects.length === 1 ? projects[0] : undefined)}))`.execute(
    db,
  );
  return withLines(db, rows, at);
}

/** What a forecast came to, and the cost of change orders approved since it was made. */
export interface ForecastSum {
  readonly project: number;
  readonly month: Month;
  readonly estimate: Cents;
  readonly approvedSince: Cents;
}

/** The last forecast of each month of some projects, by month. */
export async function forecastsByMonth(db: Db, at: At, projects: readonly number[]): Promise<readonly ForecastSum[]> {
  if (projects.length === 0) return [];
  const { rows } = await sql<{ project: number; month: number; estimate: number; since: number }>`
    SELECT f.project_id AS project, f.month,
      (SELECT ifnull(SUM(l.estimate_cents), 0) FROM forecast_line l WHERE l.forecast_id = f.id) AS estimate,
      (SELECT ifnull(SUM(c.cost_cents), 0) FROM budget_line b JOIN budget_change c ON c.budget_line_id = b.id
        WHERE b.project_id = f.project_id AND c.cause = 'change order' AND ${changeCounts('c', at)}
          AND (c.recorded_at > f.recorded_at OR ${monthOfDay('c.effective_on')} > f.month)) AS since
    FROM forecast f
    WHERE f.project_id IN (${sql.join([...projects])}) AND f.month <= ${at.month} AND f.recorded_at <= ${at.recordedAt}
      AND NOT EXISTS (SELECT 1 FROM forecast g WHERE g.project_id = f.project_id AND g.month = f.month
        AND g.id > f.id AND g.recorded_at <= ${at.recordedAt})
    ORDER BY f.project_id, f.month`.execute(db);
  return rows.map(({ project, month, estimate, since }) => ({
    ...{ project, month: monthAt(month), estimate: cents(estimate), approvedSince: cents(since) },
  }));
}

/** All forecasts of a project recorded by a moment, the latest first. */
export async function forecastHistory(
  db: Db,
  project: number,
  recordedAt: number,
): Promise<readonly Omit<Forecast, 'lines'>[]> {
  const rows = await db
    .selectFrom('forecast')
    .select(['id', 'project_id', 'month', 'recorded_at', 'recorded_by'])
    .where('project_id', '=', project)
    .where('recorded_at', '<=', recordedAt)
    .orderBy('month', 'desc')
    .orderBy('id', 'desc')
    .execute();
  return rows.map(head);
}

interface HeadRow {
  id: number;
  project_id: number;
  month: number;
  recorded_at: number;
  recorded_by: string;
}

function head(row: HeadRow): Omit<Forecast, 'lines'> {
  return {
    id: row.id,
    project: row.project_id,
    month: monthAt(row.month),
    recordedAt: row.recorded_at,
    recordedBy: row.recorded_by,
  };
}

interface ForecastLineRow extends Readonly<Record<string, unknown>> {
  readonly forecast_id: number;
  readonly method: string;
  readonly input: string;
  readonly reason: string;
  readonly estimate_cents: number;
  readonly revised_cents: number;
  readonly actual_cents: number;
}

async function withLines(db: Db, heads: readonly HeadRow[], at: At): Promise<readonly Forecast[]> {
  if (heads.length === 0) return [];
  const orders = await changeOrderLines(db, heads, at);
  const projectOf = new Map(heads.map(({ id, project_id }) => [id, project_id]));
  const { rows } =
    await sql<ForecastLineRow>`SELECT forecast_id, ${codingOfTable('', WITHIN_PROJECT)}, method, input, reason,
      estimate_cents, revised_cents, actual_cents
    FROM forecast_line WHERE forecast_id IN (${sql.join([...projectOf.keys()])}) ORDER BY id`.execute(db);
  const lines = groupedBy(
    rows.map((row) => ({ ...row, coding: knownCoding({ ...row, project_id: projectOf.get(row.forecast_id) }) })),
    ({ forecast_id }) => forecast_id,
  );
  return heads.map((row) => ({
    ...head(row),
    lines: (lines.get(row.id) ?? []).map((line) => ({
      coding: line.coding,
      method: FORECAST_METHODS.find((method) => method === line.method) ?? 'budget',
      input: line.input,
      reason: line.reason,
      estimate: cents(line.estimate_cents),
      revised: cents(line.revised_cents),
      actual: cents(line.actual_cents),
      approvedSince: cents(
        orders
          .filter((order) => order.recorded_at > row.recorded_at || order.month > row.month)
          .filter((order) => codingKey(order.coding) === codingKey(line.coding))
          .reduce((total, { cost_cents }) => total + cost_cents, 0),
      ),
    })),
  }));
}

/** What change orders that count added to the lines of the forecasts' projects. */
async function changeOrderLines(db: Db, heads: readonly HeadRow[], at: At) {
  const { rows } = await sql<{ cost_cents: number; recorded_at: number; month: number }>`
    SELECT ${codingOfTable('b')}, c.cost_cents, c.recorded_at, ${monthOfDay('c.effective_on')} AS month
    FROM budget_change c JOIN budget_line b ON b.id = c.budget_line_id
    WHERE c.cause = 'change order' AND b.project_id IN (${sql.join(heads.map(({ project_id }) => project_id))})
      AND ${changeCounts('c', at)}`.execute(db);
  return rows.map((row) => ({ ...row, coding: knownCoding({ ...row }) }));
}
