import { monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import { costCodeId, phaseId, projectId } from '@lowtide/core/ledger/ids.ts';
import { FORECAST_METHODS } from '@lowtide/core/forecast/forecast-estimate.ts';
import type { ForecastLine } from '@lowtide/core/forecast/forecast-sheet.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { changeCounts, type Bounds } from '../ledger/as-of-queries.ts';

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

async function withLines(db: Db, heads: readonly HeadRow[], at: At): Promise<readonly Forecast[]> {
  if (heads.length === 0) return [];
  const orders = await changeOrderLines(db, heads, at);
  const rows = await db
    .selectFrom('forecast_line')
    .select([
      'forecast_id',
      'phase_id',
      'cost_code_id',
      'cost_type',
      'method',
      'input',
      'reason',
      'estimate_cents',
      'revised_cents',
      'actual_cents',
    ])
    .where(
      'forecast_id',
      'in',
      heads.map(({ id }) => id),
    )
    .orderBy('id')
    .execute();
  const lines = groupedBy(rows, ({ forecast_id }) => forecast_id);
  return heads.map((row) => ({
    ...head(row),
    lines: (lines.get(row.id) ?? []).map((line) => ({
      coding: {
        project: projectId(row.project_id),
        phase: line.phase_id === null ? null : phaseId(line.phase_id),
        costCode: costCodeId(line.cost_code_id),
        costType: line.cost_type as CostType,
      },
      method: FORECAST_METHODS.find((method) => method === line.method) ?? 'budget',
      input: line.input,
      reason: line.reason,
      estimate: cents(line.estimate_cents),
      revised: cents(line.revised_cents),
      actual: cents(line.actual_cents),
      approvedSince: cents(
        orders
          .filter((order) => order.recorded_at > row.recorded_at || order.month > row.month)
          .filter(
            (order) =>
              order.project_id === row.project_id &&
              order.phase_id === line.phase_id &&
              order.cost_code_id === line.cost_code_id &&
              order.cost_type === line.cost_type,
          )
          .reduce((total, { cost_cents }) => total + cost_cents, 0),
      ),
    })),
  }));
}

/** What change orders that count added to the lines of the forecasts' projects. */
async function changeOrderLines(db: Db, heads: readonly HeadRow[], at: At) {
  return db
    .selectFrom('budget_change as c')
    .innerJoin('budget_line as b', 'b.id', 'c.budget_line_id')
    .select(['b.project_id', 'b.phase_id', 'b.cost_code_id', 'b.cost_type', 'c.cost_cents', 'c.recorded_at'])
    .select(monthOfDay('c.effective_on').as('month'))
    .where('c.cause', '=', 'change order')
    .where(
      'b.project_id',
      'in',
      heads.map(({ project_id }) => project_id),
    )
    .where(changeCounts('c', at))
    .execute();
}
