import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { changesAnything, recognitionRow, type RecognitionRow } from '@lowtide/core/progress/recognition-run.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { bounds } from '../journal/as-of-queries.ts';
import { codingAmounts } from '../journal/balance-queries.ts';
import { codingOf } from '../projects/budget-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { companyOf } from '../setup/company-queries.ts';

export interface LatestRun {
  readonly document: number;
  readonly month: Month;
  readonly recordedAt: number;
  readonly recordedBy: string;
}

/** The latest run that counts: neither reversed nor a reversal. */
export async function latestRun(db: Db): Promise<LatestRun | null> {
  const { rows } = await sql<{ id: number; dated_on: number; recorded_at: number; recorded_by: string }>`
    SELECT id, dated_on, recorded_at, recorded_by FROM document d
    WHERE kind = 'recognition' AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)
    ORDER BY dated_on DESC LIMIT 1`.execute(db);
  const row = rows[0];
  if (!row) return null;
  const month = monthOf(dayOf(row.dated_on));
  return { document: row.id, month, recordedAt: row.recorded_at, recordedBy: row.recorded_by };
}

/** The rows a run for the month would have: every project that is measured and has anything to show. */
export async function runRows(db: Db, month: Month): Promise<readonly RecognitionRow[]> {
  const { percentDecimals, forecastMonths } = await companyOf(db);
  const policy = { month, kept: percentDecimals, forecastMonths };
  const at = { through: month, known: null };
  const span = { ...(await bounds(db, at)), from: null };
  const held = groupedBy(await codingAmounts(db, span, { roles: ['wip'] }), ({ project }) => project);
  return (await standingProjects(db, at))
    .filter(({ position }) => position.project.method !== 'none')
    .map(({ position }) => {
      const ofProject = (held.get(position.project.id) ?? []).filter(({ amount }) => amount !== 0);
      const byCoding = ofProject.map((amount) => ({ coding: codingOf(amount), amount: amount.amount }));
      return recognitionRow(position, byCoding, policy);
    })
    .filter((row) => changesAnything(row) || row.earnedToDate !== 0 || row.position.costToDate !== 0);
}
