import { monthOf } from '@lowtide/core/calendar/month.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, sum } from '@lowtide/core/money/cents.ts';
import { hasEnded } from '@lowtide/core/progress/stage.ts';
import { accuracy } from '@lowtide/core/reports/forecast-accuracy/figures.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { projectFigures } from '../http/traced.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { forecastsByMonth } from '../projects/forecast-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';

type Row = Answer<'forecast-accuracy'>['rows'][number];

/** Forecasts of projects that have ended, the last one of each month, beside what they cost in the end. */
export async function forecastAccuracy(db: Db, at: AsOf): Promise<Answer<'forecast-accuracy'>> {
  const ended = (await standingProjects(db, at)).filter(({ position }) => hasEnded(position.stage));
  const projects = ended.map(({ record }) => record.id as number);
  const forecasts = groupedBy(await forecastsByMonth(db, await bounds(db, at), projects), ({ project }) => project);
  const rows = ended.flatMap(({ record, position }) => {
    const { actualEndOn } = record;
    if (actualEndOn === null) return [];
    const end = { came: position.costToDate, ended: monthOf(actualEndOn) };
    return (forecasts.get(record.id) ?? [])
      .filter(({ month }) => month <= end.ended)
      .map((forecast): Row => {
        const { expected, missed, ...found } = accuracy(forecast, end);
        return {
          ...{ id: record.id, code: record.code, name: record.name, manager: record.manager },
          ...{ month: forecast.month, ended: end.ended, ...found, expectedCents: expected, missedCents: missed },
          came: projectFigures(record.id, at.through)('cost', position.costToDate),
        };
      });
  });
  return {
    rows,
    totals: {
      cameCents: sum(rows.map(({ came }) => cents(came.amountCents))),
      expectedCents: sum(rows.map(({ expectedCents }) => cents(expectedCents))),
      missedCents: sum(rows.map(({ missedCents }) => cents(missedCents))),
    },
  };
}
