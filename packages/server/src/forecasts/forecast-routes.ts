import type { Router } from 'express';
import { budgetFigures, revisedBudget, type BudgetRow } from '@lowtide/core/budget/budget-against-actual.ts';
import type { Month } from '@lowtide/core/calendar/month.ts';
import { perUnit } from '@lowtide/core/estimate/line-price.ts';
import { copiedForecast, readForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { type Coding, codingKey } from '@lowtide/core/ledger/dimensions.ts';
import { isAllowed } from '@lowtide/core/people/roles.ts';
import type { Db, Trx } from '../database/schema.ts';
import { costCodes } from '../company/list-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { traced } from '../http/traced.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { forecastHistory, latestForecasts, type Forecast } from '../projects/forecast-queries.ts';
import { positionAnswer } from '../projects/position-row-queries.ts';
import { companyAt } from '../company/company-queries.ts';
import { checkedForecast, forecastParts, stampOf, type ForecastParts } from './checked-forecast.ts';
import { insertForecast } from './forecast-write-queries.ts';
import { roundOf, toldForecasts, type Told } from './told-forecast-queries.ts';

export function forecastRoutes(router: Router, context: Context): void {
  read(router, context, 'forecast', async (db, { params, query }) => sheet(db, params.id, asOf(query)));
  write(router, context, 'saveForecast', async (trx, asked, acting) => save(trx, asked, acting));
}

type Sheet = Answer<'forecast'>;

async function sheet(db: Db, project: number, at: AsOf): Promise<Sheet> {
  const { standing, budget } = await forecastParts(db, project, at);
  const limits = await bounds(db, at);
  const [latest] = await latestForecasts(db, limits, [project]);
  const policies = await companyAt(db, limits);
  const { record, position } = standing;
  return {
    project: { id: record.id, code: record.code, name: record.name },
    lines: await lineAnswers(db, { standing, budget }, { at, latest }),
    latest: latest ? momentAnswer(latest) : null,
    asked: await askedOf(db, project, at),
    history: (await forecastHistory(db, project, limits.recordedAt)).map(momentAnswer),
    position: positionAnswer(position),
    percentDecimals: policies.percentDecimals,
    forecastMonths: policies.forecastMonths,
    stamp: stampOf(budget),
  };
}

/** What is asked of a project's forecast of a month, and what was told; null while nothing is. */
async function askedOf(db: Db, project: number, at: AsOf): Promise<Sheet['asked']> {
  const then = await bounds(db, at);
  const round = await roundOf(db, at.through, then.recordedAt);
  if (round === null) return null;
  const [of] = await toldForecasts(db, then, project);
  return {
    limit: round.limit,
    state: of?.state ?? 'missing',
    told: of?.told ? toldAnswer(of.told) : null,
    textBefore: of?.textBefore ?? '',
  };
}

function toldAnswer({ id, by, text, sentBack, rows }: Told) {
  return { id, by, text, sentBack, rows };
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

async function save(
  trx: Trx,
  { params, body }: Asked<'saveForecast'>,
  acting: Acting,
): Promise<Answer<'saveForecast'>> {
  const { month, read } = await checkedForecast(trx, params.id, body);
  await refuseWhereAsked(trx, month, acting);
  await insertForecast(trx, { project: params.id, month, lines: read.lines }, acting);
  await audit(trx, acting, { action: 'forecast', subject: `project ${params.id}`, detail: { month } });
  return { done: true };
}

/** Whoever leads a project tells its forecast while the month is asked for; whoever keeps the books takes it over. */
async function refuseWhereAsked(trx: Trx, month: Month, { actor }: Acting): Promise<void> {
  if (actor === null || isAllowed(actor.role, 'keep-books')) return;
  if ((await roundOf(trx, month)) !== null) throw new Refusal([{ at: 'month', kind: 'forecast-asked', month }]);
}
