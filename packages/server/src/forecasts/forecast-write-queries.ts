import { monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import type { ForecastLine } from '@lowtide/core/forecast/forecast-sheet.ts';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { refuseSumsTooLarge } from '../ledger/sum-queries.ts';
import { withinProject } from '../database/coding-columns.ts';

export interface NewForecast {
  readonly project: number;
  readonly month: Month;
  readonly lines: readonly ForecastLine[];
}

/** Keeps a forecast as it is; a later one for the same month counts before it, and neither is ever changed. */
export async function insertForecast(trx: Trx, { project, month, lines }: NewForecast, acting: Acting): Promise<void> {
  const inserted = await trx
    .insertInto('forecast')
    .values({ project_id: project, month: monthNumber(month), recorded_at: acting.at, recorded_by: acting.by })
    .executeTakeFirstOrThrow();
  const planned = lines.reduce((total, { estimate }) => total + Math.abs(estimate), 0);
  await refuseSumsTooLarge(trx, { turnover: 0, planned });
  for (const { coding, method, input, reason, estimate, revised, actual } of lines)
    await trx
      .insertInto('forecast_line')
      .values({
        forecast_id: Number(inserted.insertId),
        ...withinProject(coding),
        ...{ method, input, reason, estimate_cents: estimate, revised_cents: revised, actual_cents: actual },
      })
      .execute();
}
