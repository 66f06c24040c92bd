import { createHash } from 'node:crypto';
import { revisedBudget, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { firstDay, type Month } from '@lowtide/core/calendar/month.ts';
import { copiedForecast, readForecast, type ReadForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import { codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { openDay, openMonthFrom } from '@lowtide/core/months/open-day.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import { companyOf } from '../company/company-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import type { Asked } from '../http/api.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { refuseClosed } from '../projects/closed-project-queries.ts';
import { latestForecasts } from '../projects/forecast-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';

export interface ForecastParts {
  readonly standing: StandingProject;
  readonly budget: readonly BudgetRow[];
}

export async function forecastParts(db: Db, project: number, at: AsOf): Promise<ForecastParts> {
  const budget = await budgetAgainstActual(db, at, [project]);
  const [standing] = await standingProjects(db, at, { only: project, budget });
  if (!standing) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  return { standing, budget };
}

/** The same for the same lines with the same budget and cost. */
export function stampOf(budget: readonly BudgetRow[]): string {
  const figures = budget.map((row) => [codingKey(row.coding), revisedBudget(row.budget), row.actual, row.committed]);
  return createHash('sha256').update(JSON.stringify(figures)).digest('hex').slice(0, 32);
}

export interface CheckedForecast extends ForecastParts {
  /** The first open one, where the month asked for is locked. */
  readonly month: Month;
  readonly read: ReadForecast;
}

type Typed = Pick<Asked<'saveForecast'>['body'], 'month' | 'rows' | 'acceptWarnings'> & {
  /** Of the lines that were looked at; null where they may have moved since. */
  readonly stamp: string | null;
};

/** A forecast as typed, of lines that are still as they were looked at; refused with everything that is wrong with it. */
export async function checkedForecast(
  trx: Trx,
  project: number,
  { month: asked, rows, stamp, acceptWarnings }: Typed,
): Promise<CheckedForecast> {
  const { lockedThrough } = await companyOf(trx);
  await refuseClosed(trx, project, '');
  if (!acceptWarnings) acceptedOr(openDay(firstDay(asked), lockedThrough, 'month'));
  const at = { through: asked, known: null };
  const { budget, standing } = await forecastParts(trx, project, at);
  if (stamp !== null && stampOf(budget) !== stamp) {
    throw new Refusal([{ at: 'stamp', kind: 'preview-outdated' }], 409);
  }
  const [latest] = await latestForecasts(trx, await bounds(trx, at), [project]);
  const read = readForecast(rows, budget, copiedForecast(latest?.lines ?? [], budget));
  if (budget.length === 0) throw new Refusal([{ at: 'rows', kind: 'nothing-entered' }]);
  if (read.problems.length > 0) throw new Refusal(read.problems);
  if (read.warnings.length > 0 && !acceptWarnings) throw new Refusal(read.warnings.map(belowCost));
  return { standing, budget, read, month: openMonthFrom(asked, lockedThrough) };
}

/** A line forecast below its cost, as long as nobody accepted it. */
function belowCost({ at, ...warning }: Warning): Problem {
  invariant(warning.kind === 'forecast-below-cost', 'a forecast warns of nothing else');
  return {
    at,
    kind: 'estimate-below-cost',
    cost: warning.cost,
    committed: warning.committed,
    estimate: warning.estimate,
  };
}
