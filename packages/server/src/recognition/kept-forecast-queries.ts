import { budgetFigures } from '@lowtide/core/budget/budget-against-actual.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { copiedForecast, readForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { insertForecast } from '../forecasts/forecast-write-queries.ts';
import { bounds } from '../ledger/as-of-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { forecastMonths, latestForecasts } from '../projects/forecast-queries.ts';

/**
 * Keeps the forecasts of a month as its run takes them: where a line by budget has come to something else since its forecast was made,
 * that forecast is kept anew, so that what comes later changes nothing of what the month was recognized by.
 */
export async function keepForecasts(trx: Trx, month: Month, acting: Acting): Promise<void> {
  const asOf = { through: month, known: null };
  const at = await bounds(trx, asOf);
  const projects = [...(await forecastMonths(trx, at))].filter(([, { month: of }]) => of === month).map(([id]) => id);
  if (projects.length === 0) return;
  const budgets = groupedBy(await budgetAgainstActual(trx, asOf, projects), ({ coding }) => coding.project as number);
  for (const { project, lines } of await latestForecasts(trx, at, projects)) {
    const budget = budgets.get(project) ?? [];
    const now = new Map(budget.map((row) => [codingKey(row.coding), budgetFigures(row).estimate]));
    const moved = lines.some(
      ({ coding, method, estimate }) => method === 'budget' && estimate !== (now.get(codingKey(coding)) ?? 0),
    );
    if (!moved || budget.length === 0 || budget.some(({ ended }) => ended)) continue;
    const copied = copiedForecast(lines, budget);
    await insertForecast(trx, { project, month, lines: readForecast(copied, budget, copied).lines }, acting);
  }
}
