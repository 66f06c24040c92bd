import type { Router } from 'express';
import { numberIn, required, textIn } from '@lowtide/core/cells/cell.ts';
import { firstDay, type Month } from '@lowtide/core/calendar/month.ts';
import { forecastEffect } from '@lowtide/core/forecast/forecast-effect.ts';
import { isFarMoved, whyMissing, type Moved } from '@lowtide/core/forecast/told-forecast.ts';
import { cents, difference, sum } from '@lowtide/core/money/cents.ts';
import { MILLIONTHS, NONE, type Ratio } from '@lowtide/core/money/ratio.ts';
import { openDay } from '@lowtide/core/months/open-day.ts';
import { accepted, following, gathered, refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { estimateAtCompletion } from '@lowtide/core/progress/estimate-at-completion.ts';
import { audit } from '../audit/audit-queries.ts';
import { companyAt, companyOf } from '../company/company-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { checkedForecast, type CheckedForecast } from './checked-forecast.ts';
import { insertForecast } from './forecast-write-queries.ts';
import {
  insertDecision,
  insertRound,
  insertTold,
  roundOf,
  toldById,
  toldForecasts,
  type Round,
  type Told,
  type ToldOfProject,
} from './told-forecast-queries.ts';

/** Forecasts of a month: asked for, told by whoever leads the project, taken over or sent back by whoever keeps the books. */
export function toldForecastRoutes(router: Router, context: Context): void {
  read(router, context, 'forecastRound', async (db, { query }) => roundAnswer(db, asOf(query)));
  write(router, context, 'askForForecasts', async (trx, { body }, acting) => ask(trx, body, acting));
  write(router, context, 'tellForecast', async (trx, asked, acting) => tell(trx, asked, acting));
  write(router, context, 'takeOverForecast', async (trx, asked, acting) => takeOver(trx, asked, acting));
  write(router, context, 'sendBackForecast', async (trx, asked, acting) => sendBack(trx, asked, acting));
}

type Row = Answer<'forecastRound'>['rows'][number];
type Done = Answer<'tellForecast'>;

async function roundAnswer(db: Db, at: AsOf): Promise<Answer<'forecastRound'>> {
  const then = await bounds(db, at);
  const round = await roundOf(db, at.through, then.recordedAt);
  const told = new Map((await toldForecasts(db, then)).map((of) => [of.project, of]));
  const underWay = (await standingProjects(db, at)).filter(({ position }) => position.stage === 'under way');
  const rows = underWay.map(({ record, position }): Row => {
    const of = told.get(record.id);
    return {
      ...{ projectId: record.id, code: record.code, name: record.name, manager: record.manager },
      ...movedAnswer(of, estimateAtCompletion(position), round?.limit ?? NONE),
      state: of?.state ?? 'missing',
      told: of?.told ? toldAnswer(of.told) : null,
      textBefore: of?.textBefore ?? '',
    };
  });
  return {
    month: at.through,
    asked: round === null ? null : askedAnswer(round),
    rows,
    totals: {
      beforeCents: sum(rows.map(({ beforeCents }) => cents(beforeCents))),
      movedCents: sum(rows.map(({ movedCents }) => cents(movedCents ?? 0))),
    },
  };
}

/** A forecast that was told moves the estimate from what it was then; without one the estimate stands as it is. */
function movedAnswer(of: ToldOfProject | undefined, now: Moved['before'], limit: Ratio) {
  const told = of?.told;
  if (!told) return { beforeCents: now, toldCents: null, movedCents: null, isFar: false };
  const moved = { before: told.before, after: told.estimate };
  return {
    ...{ beforeCents: moved.before, toldCents: moved.after, movedCents: difference(moved.after, moved.before) },
    isFar: isFarMoved(moved, limit),
  };
}

function toldAnswer({ id, at, by, text, sentBack }: Told) {
  return { id, at, by, text, sentBack };
}

function askedAnswer({ recordedAt, recordedBy, limit }: Round) {
  return { at: new Date(recordedAt).toISOString(), by: recordedBy, limit };
}

async function ask(trx: Trx, body: Asked<'askForForecasts'>['body'], acting: Acting): Promise<Done> {
  const { lockedThrough } = await companyOf(trx);
  const month = openDay(firstDay(body.month), lockedThrough, 'month');
  const { limit } = acceptedOr(gathered({ month, limit: limitIn(body.limit) }));
  await insertRound(trx, { month: body.month, limitMillionths: limit }, acting);
  await audit(trx, acting, { action: 'forecasts asked for', subject: body.month, detail: { limit: body.limit } });
  return { done: true };
}

/** A percent, 0 to 100, in millionths of the whole. */
function limitIn(typed: string): Decision<number> {
  const cell = { typed: typed.trim().replace(/\s*%$/, ''), at: 'limit' };
  const read = required(cell, 'how far an estimate may move without a reason', (filled) => numberIn(filled, 4));
  return following(read, (hundredths) =>
    hundredths >= 0 && hundredths <= MILLIONTHS
      ? accepted(hundredths)
      : refused({ at: cell.at, kind: 'number-outside', field: 'the limit', least: '0 %', most: '100 %' }),
  );
}

async function tell(trx: Trx, { params, body }: Asked<'tellForecast'>, acting: Acting): Promise<Done> {
  const round = await roundOf(trx, body.month);
  if (round === null) throw new Refusal([{ at: 'month', kind: 'forecasts-not-asked', month: body.month }]);
  const { lockedThrough } = await companyOf(trx);
  const { text } = acceptedOr(
    gathered({
      month: openDay(firstDay(body.month), lockedThrough, 'month'),
      text: textIn({ typed: body.text, at: 'text' }, 'what is said of it', MOST_TEXT),
    }),
  );
  const moved = await movedBy(trx, await checkedForecast(trx, params.id, body));
  const missing = whyMissing(moved, round.limit, text);
  if (missing.length > 0) throw new Refusal(missing);
  const told = { project: params.id, month: body.month, rows: body.rows, text };
  await insertTold(trx, { ...told, before: moved.before, estimate: moved.after }, acting);
  await audit(trx, acting, { action: 'forecast told', subject: `project ${params.id}`, detail: { month: body.month } });
  return { done: true };
}

const MOST_TEXT = 2_000;
const MOST_REASON = 500;

/** The estimate at completion before and after, by the code that recognizes. */
async function movedBy(trx: Trx, { standing, read: forecast, month }: CheckedForecast): Promise<Moved> {
  const { percentDecimals, forecastMonths } = await companyAt(trx, await bounds(trx, { through: month, known: null }));
  return forecastEffect(standing.position, forecast, { month, kept: percentDecimals, forecastMonths }).estimate;
}

/** It is worked out anew, on the cost of now. */
async function takeOver(trx: Trx, { params, body }: Asked<'takeOverForecast'>, acting: Acting): Promise<Done> {
  const { project, month, told } = await waiting(trx, params.id);
  const typed = { month, rows: told.rows, stamp: null, acceptWarnings: body.acceptWarnings };
  const { read: forecast, month: open } = await checkedForecast(trx, project, typed);
  await insertForecast(trx, { project, month: open, lines: forecast.lines }, acting);
  await insertDecision(trx, { told: params.id, decision: 'taken over', reason: '' }, acting);
  await audit(trx, acting, { action: 'forecast taken over', subject: `project ${project}`, detail: { month } });
  return { done: true };
}

async function sendBack(trx: Trx, { params, body }: Asked<'sendBackForecast'>, acting: Acting): Promise<Done> {
  const { project, month } = await waiting(trx, params.id);
  const cell = { typed: body.reason, at: 'reason' };
  const reason = acceptedOr(required(cell, 'the reason', (typed) => textIn(typed, 'the reason', MOST_REASON)));
  await insertDecision(trx, { told: params.id, decision: 'sent back', reason }, acting);
  await audit(trx, acting, { action: 'forecast sent back', subject: `project ${project}`, detail: { month, reason } });
  return { done: true };
}

interface Waiting {
  readonly project: number;
  readonly month: Month;
  readonly told: Told;
}

/** A forecast that was told last of its project and month, and of which nothing was decided yet. */
async function waiting(trx: Trx, id: number): Promise<Waiting> {
  const found = await toldById(trx, id);
  if (found === null) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
  const at = { through: found.month, known: null };
  const [of] = await toldForecasts(trx, await bounds(trx, at), found.project);
  if (of?.state === 'told' && of.told?.id === id) return { ...found, told: of.told };
  const [standing] = await standingProjects(trx, at, { only: found.project });
  throw new Refusal([{ at: '', kind: 'forecast-not-waiting', project: standing?.record.code ?? '' }], 409);
}
