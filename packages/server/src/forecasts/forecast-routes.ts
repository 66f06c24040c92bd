import { createHash } from 'node:crypto';
import type { Router } from 'express';
import { budgetFigures, revisedBudget, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import { openDay, openMonthFrom } from '@lowtide/core/months/open-day.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import { perUnit } from '@lowtide/core/estimate/line-price.ts';
import { copiedForecast, readForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { type Coding, codingKey } from '@lowtide/core/ledger/dimensions.ts';
import type { Db, Trx } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { traced } from '../http/traced.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { refuseClosed } from '../projects/closed-project-queries.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { forecastHistory, latestForecasts, type Forecast } from '../projects/forecast-queries.ts';
import { positionAnswer } from '../projects/position-row-queries.ts';
import { standingProjects, type StandingProject } from '../projects/position-queries.ts';
import { companyAt, companyOf } from '../company/company-queries.ts';
import { insertForecast } from './forecast-write-queries.ts';

export function forecastRoutes(router: Router, context: Context): void {
  read(router, context, 'forecast', async (db, { params, query }) => sheet(db, params.id, asOf(query)));
  write(router, context, 'saveForecast', async (trx, asked, acting) => save(trx, asked, acting));
}

interface ForecastParts {
  readonly standing: StandingProject;
  readonly budget: readonly BudgetRow[];
}

async function parts(db: Db, project: number, at: AsOf): Promise<ForecastParts> {
  const budget = await budgetAgainstActual(db, at, [project]);
  const [standing] = await standingProjects(db, at, { only: project, budget });
  if (!standing) throw new Refusal([{ at: '', kind: 'not-there', subject: 'project' }], 404);
  return { standing, budget };
}

type Sheet = Answer<'forecast'>;

async function sheet(db: Db, project: number, at: AsOf): Promise<Sheet> {
  const { standing, budget } = await parts(db, project, at);
  const limits = await bounds(db, at);
  const [latest] = await latestForecasts(db, limits, [project]);
  const policies = await companyAt(db, limits);
  const { record, position } = standing;
  return {
    project: { id: record.id, code: record.code, name: record.name },
    lines: await lineAnswers(db, { standing, budget }, { at, latest }),
    latest: latest ? momentAnswer(latest) : null,
    history: (await forecastHistory(db, project, limits.recordedAt)).map(momentAnswer),
    position: positionAnswer(position),
    percentDecimals: policies.percentDecimals,
    forecastMonths: policies.forecastMonths,
    stamp: stampOf(budget),
  };
}

function momentAnswer({ month, recordedAt, recordedBy }: Omit<Forecast, 'lines'>) {
  return { month, recordedAt: new Date(recordedAt).toISOString(), recordedBy };
}

async function lineAnswers(
  db: Db,
  { standing, budget }: ForecastParts,
  { at, latest }: { readonly at: AsOf; readonly latest: Forecast | undefined },
): Promise<Sheet['lines']> {
  const codes = new Map((await costCodes(db)).map((code) => [code.id as number, code]));
  const phases = new Map(standing.record.phases.map(({ id, code }) => [id as number, code]));
  const rows = copiedForecast(latest?.lines ?? [], budget);
  const typed = new Map(rows.map((row) => [row.line, row]));
  const { lines } = readForecast(rows, budget, rows);
  return budget.map((row, place) => {
    const { coding } = row;
    const line = codingKey(coding);
    const code = codes.get(coding.costCode)?.code ?? '';
    const phase = coding.phase === null ? '' : `${phases.get(coding.phase) ?? ''}/`;
    return {
      line,
      coding: { ...coding },
      code: `${phase}${code}`,
      name: codes.get(coding.costCode)?.name ?? '',
      ...{ budgeted: row.budget !== null, isZeroMargin: row.isZeroMargin },
      originalCents: row.budget?.original ?? 0,
      changesCents: row.budget?.changes ?? 0,
      units: row.budget?.units ?? { kind: 'none' },
      unitCost: unitCostOf(row),
      actual: traced(row.actual, { name: 'cost', ...figureOf(coding), through: at.through }),
      committed: traced(row.committed, { name: 'committed', ...figureOf(coding), through: at.through }),
      method: lines[place]?.method ?? 'budget',
      input: typed.get(line)?.input ?? '',
      reason: typed.get(line)?.reason ?? '',
      estimateCents: budgetFigures(row).estimate,
    };
  });
}

/** Of the revised budget, for reading. */
function unitCostOf({ budget }: BudgetRow) {
  return budget?.units.kind === 'of' ? perUnit(revisedBudget(budget), budget.units.quantity) : null;
}

function figureOf({ project, phase, costCode, costType }: Coding) {
  return { project, phase: phase ?? ('none' as const), costCode, costType };
}

/** The same for the same lines with the same budget and cost. */
function stampOf(budget: readonly BudgetRow[]): string {
  const figures = budget.map((row) => [codingKey(row.coding), revisedBudget(row.budget), row.actual, row.committed]);
  return createHash('sha256').update(JSON.stringify(figures)).digest('hex').slice(0, 32);
}

async function save(
  trx: Trx,
  { params, body }: Asked<'saveForecast'>,
  acting: Acting,
): Promise<Answer<'saveForecast'>> {
  const { rows, stamp } = body;
  const { lockedThrough } = await companyOf(trx);
  await refuseClosed(trx, params.id, '');
  if (!body.acceptWarnings) acceptedOr(openDay(firstDay(body.month), lockedThrough, 'month'));
  const at = { through: body.month, known: null };
  const { budget } = await parts(trx, params.id, at);
  const month = openMonthFrom(body.month, lockedThrough);
  if (stampOf(budget) !== stamp) throw new Refusal([{ at: 'stamp', kind: 'preview-outdated' }], 409);
  const [latest] = await latestForecasts(trx, await bounds(trx, at), [params.id]);
  const read = readForecast(rows, budget, copiedForecast(latest?.lines ?? [], budget));
  if (budget.length === 0) throw new Refusal([{ at: 'rows', kind: 'nothing-entered' }]);
  if (read.problems.length > 0) throw new Refusal(read.problems);
  if (read.warnings.length > 0 && !body.acceptWarnings) throw new Refusal(read.warnings.map(belowCost));
  await insertForecast(trx, { project: params.id, month, lines: read.lines }, acting);
  await audit(trx, acting, { action: 'forecast', subject: `project ${params.id}`, detail: { month } });
  return { done: true };
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
