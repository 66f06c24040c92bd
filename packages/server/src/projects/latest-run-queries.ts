import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { lastDay, monthAt, monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';

export interface LatestRun {
  readonly document: number;
  readonly month: Month;
  readonly recordedAt: number;
  readonly recordedBy: string;
}

/** The latest run that counts, as known at a moment: not reversed by then. */
export async function latestRun(db: Db, known = Number.MAX_SAFE_INTEGER): Promise<LatestRun | null> {
  const { rows } = await sql<{ id: number; dated_on: number; recorded_at: number; recorded_by: string }>`
    SELECT id, dated_on, recorded_at, recorded_by FROM document d
    WHERE kind = 'recognition' AND d.recorded_at <= ${known}
      AND ${notReversed('d', { ...EVERYTHING, recordedAt: known })}
    ORDER BY dated_on DESC LIMIT 1`.execute(db);
  const row = rows[0];
  if (!row) return null;
  const month = monthOf(dayOf(row.dated_on));
  return { document: row.id, month, recordedAt: row.recorded_at, recordedBy: row.recorded_by };
}

/** Whether the month's run is posted, as known at the moment. */
export async function isMonthRecognized(
  db: Db,
  { month, recordedAt }: { readonly month: number; readonly recordedAt: number },
): Promise<boolean> {
  return (await runOf(db, monthAt(month), recordedAt)) !== null;
}

/** When the run of a month was posted, as known at a moment; null where it has none that counts. */
export async function runOf(db: Db, month: Month, known: number): Promise<number | null> {
  const { rows } = await sql<{ recorded_at: number }>`SELECT recorded_at FROM document d
    WHERE kind = 'recognition' AND dated_on = ${dayNumber(lastDay(month))} AND d.recorded_at <= ${known}
      AND ${notReversed('d', { ...EVERYTHING, recordedAt: known })}
    ORDER BY d.id DESC LIMIT 1`.execute(db);
  return rows[0]?.recorded_at ?? null;
}

/** The latest run that counts of a month or one before; null without one. */
export async function runThrough(
  db: Db,
  month: Month,
): Promise<Pick<LatestRun, 'document' | 'month' | 'recordedAt'> | null> {
  const { rows } = await sql<{
    id: number;
    dated_on: number;
    recorded_at: number;
  }>`SELECT id, dated_on, recorded_at FROM document d
    WHERE kind = 'recognition' AND dated_on <= ${dayNumber(lastDay(month))} AND ${notReversed('d', EVERYTHING)}
    ORDER BY dated_on DESC LIMIT 1`.execute(db);
  const [row] = rows;
  if (row === undefined) return null;
  return { document: row.id, month: monthOf(dayOf(row.dated_on)), recordedAt: row.recorded_at };
}
