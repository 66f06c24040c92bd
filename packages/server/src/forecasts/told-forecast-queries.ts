import { monthAt, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { toldState, type ToldDecision, type ToldState } from '@lowtide/core/forecast/told-forecast.ts';
import type { ForecastRow } from '@lowtide/core/forecast/forecast-sheet.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { millionthsOf, type Ratio } from '@lowtide/core/money/ratio.ts';
import { ForecastRow as KeptRow } from '@lowtide/core/wire/forecasts.ts';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

/** Forecasts of a month are asked for. */
export interface Round {
  readonly month: Month;
  /** How far an estimate may move without a reason. */
  readonly limit: Ratio;
  readonly recordedAt: number;
  readonly recordedBy: string;
}

/** The asking for a month that counts; null while nobody asked. */
export async function roundOf(db: Db, month: Month, recordedAt = Number.MAX_SAFE_INTEGER): Promise<Round | null> {
  const row = await db
    .selectFrom('forecast_round')
    .select(['limit_millionths', 'recorded_at', 'recorded_by'])
    .where('month', '=', monthNumber(month))
    .where('recorded_at', '<=', recordedAt)
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (row === undefined) return null;
  return {
    ...{ month, limit: millionthsOf(row.limit_millionths) },
    ...{ recordedAt: row.recorded_at, recordedBy: row.recorded_by },
  };
}

/** The latest month that forecasts are asked for, of those after another one; null without any. */
export async function latestRoundAfter(db: Db, month: Month | null): Promise<Month | null> {
  const row = await db
    .selectFrom('forecast_round')
    .select('month')
    .where('month', '>', month === null ? 0 : monthNumber(month))
    .orderBy('month', 'desc')
    .limit(1)
    .executeTakeFirst();
  return row === undefined ? null : monthAt(row.month);
}

export interface Told {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly text: string;
  /** Why it was sent back; empty where it was not. */
  readonly sentBack: string;
  readonly rows: ForecastRow[];
  /** The estimate at completion when it was told, and what it comes to by it. */
  readonly before: Cents;
  readonly estimate: Cents;
}

/** Where one project stands in a month: what was told last, and what was said with the forecast before it. */
export interface ToldOfProject {
  readonly project: number;
  readonly state: ToldState;
  readonly told: Told | null;
  readonly textBefore: string;
}

interface ToldRow {
  readonly id: number | null;
  readonly rows: string | null;
  readonly text: string | null;
  readonly before: number | null;
  readonly estimate: number | null;
  readonly at: number | null;
  readonly by: string | null;
  readonly decision: ToldDecision | null;
  readonly reason: string | null;
}

interface Row extends ToldRow {
  readonly project: number;
  readonly saved: number | null;
  readonly text_before: string | null;
}

/** All projects, or one of them, in the month of the bounds; the rows that were told only of one. */
export async function toldForecasts(
  db: Db,
  { month, recordedAt }: Pick<Bounds, 'month' | 'recordedAt'>,
  only?: number,
): Promise<readonly ToldOfProject[]> {
  const of = only === undefined ? sql`` : sql`WHERE p.id = ${only}`;
  const { rows } = await sql<Row>`
    SELECT p.id AS project, t.id, ${only === undefined ? sql`'[]'` : sql`t.rows`} AS rows, t.text, t.before_cents AS before, t.estimate_cents AS estimate,
      t.recorded_at AS at, t.recorded_by AS by, d.decision, d.reason,
      (SELECT MAX(recorded_at) FROM forecast
        WHERE project_id = p.id AND month = ${month} AND recorded_at <= ${recordedAt}) AS saved,
      (SELECT text FROM told_forecast WHERE project_id = p.id AND month < ${month} AND recorded_at <= ${recordedAt}
        ORDER BY month DESC, id DESC LIMIT 1) AS text_before
    FROM project p
    LEFT JOIN told_forecast t ON t.id = (SELECT MAX(id) FROM told_forecast
      WHERE project_id = p.id AND month = ${month} AND recorded_at <= ${recordedAt})
    LEFT JOIN told_forecast_decision d ON d.told_forecast_id = t.id AND d.recorded_at <= ${recordedAt}
    ${of}`.execute(db);
  return rows.map((row) => ({
    project: row.project,
    state: toldState({ told: row.at, decision: row.decision, saved: row.saved }),
    told: toldOf(row),
    textBefore: row.text_before ?? '',
  }));
}

function toldOf({ id, rows, at, by, text, decision, reason, before, estimate }: ToldRow): Told | null {
  if (id === null || rows === null || at === null) return null;
  return {
    ...{ id, at: new Date(at).toISOString(), by: by ?? '', text: text ?? '' },
    sentBack: decision === 'sent back' ? (reason ?? '') : '',
    rows: z.array(KeptRow).parse(JSON.parse(rows)),
    ...{ before: cents(before ?? 0), estimate: cents(estimate ?? 0) },
  };
}

/** The project and month of a forecast that was told; null where there is none. */
export async function toldById(
  db: Db,
  id: number,
): Promise<{ readonly project: number; readonly month: Month } | null> {
  const row = await db
    .selectFrom('told_forecast')
    .select(['project_id', 'month'])
    .where('id', '=', id)
    .executeTakeFirst();
  return row === undefined ? null : { project: row.project_id, month: monthAt(row.month) };
}

interface NewRound {
  readonly month: Month;
  readonly limitMillionths: number;
}

export async function insertRound(trx: Trx, { month, limitMillionths }: NewRound, { at, by }: Stamp): Promise<void> {
  const row = { month: monthNumber(month), limit_millionths: limitMillionths };
  await trx
    .insertInto('forecast_round')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}

interface NewTold {
  readonly project: number;
  readonly month: Month;
  readonly rows: readonly ForecastRow[];
  readonly text: string;
  readonly before: Cents;
  readonly estimate: Cents;
}

export async function insertTold(
  trx: Trx,
  { project, month, rows, text, ...told }: NewTold,
  stamp: Stamp,
): Promise<void> {
  await trx
    .insertInto('told_forecast')
    .values({
      ...{ project_id: project, month: monthNumber(month), rows: JSON.stringify(rows), text },
      ...{ before_cents: told.before, estimate_cents: told.estimate },
      ...{ recorded_at: stamp.at, recorded_by: stamp.by },
    })
    .execute();
}

interface NewDecision {
  readonly told: number;
  readonly decision: ToldDecision;
  readonly reason: string;
}

export async function insertDecision(
  trx: Trx,
  { told, decision, reason }: NewDecision,
  { at, by }: Stamp,
): Promise<void> {
  const row = { told_forecast_id: told, decision, reason };
  await trx
    .insertInto('told_forecast_decision')
    .values({ ...row, recorded_at: at, recorded_by: by })
    .execute();
}
