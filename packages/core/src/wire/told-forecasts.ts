import { z } from 'zod';
import { TOLD_STATES } from '../forecast/told-forecast.ts';
import { AsOf, ById, Cents, Done, Id, Month, Ratio, Typed } from '../shapes/values.ts';
import type { Endpoints } from './endpoint.ts';
import { ForecastRow } from './forecasts.ts';

/** Of every project under way: whether its forecast of the month was told, and what it would move. */
export const ForecastRound = z.object({
  month: Month,
  /** Since when forecasts of the month are asked for, and how far an estimate may move without a reason; null while they are not. */
  asked: z.object({ at: z.string(), by: z.string(), limit: Ratio }).nullable(),
  rows: z.array(
    z.object({
      ...{ projectId: Id, code: z.string(), name: z.string(), manager: z.string() },
      state: z.enum(TOLD_STATES),
      /** Of the estimate at completion: before, as told, and by how much it moves. */
      ...{ beforeCents: Cents, toldCents: Cents.nullable(), movedCents: Cents.nullable(), isFar: z.boolean() },
      /** What was told last for the month; null while nothing was. */
      told: z.object({ id: Id, at: z.string(), by: z.string(), text: z.string(), sentBack: z.string() }).nullable(),
      /** What was said with the forecast of an earlier month. */
      textBefore: z.string(),
    }),
  ),
  totals: z.object({ beforeCents: Cents, movedCents: Cents }),
});

export const AskForForecasts = z.strictObject({ month: Month, limit: Typed });
export const TellForecast = z.strictObject({
  month: Month,
  stamp: z.string().max(64),
  rows: z.array(ForecastRow).max(2_000),
  text: Typed,
  /** Must be true where a line is forecast below its cost. */
  acceptWarnings: z.boolean().default(false),
});
const TakeOver = z.strictObject({ acceptWarnings: z.boolean().default(false) });
const SendBack = z.strictObject({ reason: Typed });

// One a line.
// prettier-ignore
export const TOLD_FORECAST_ENDPOINTS = {
  forecastRound: { method: 'get', path: '/told-forecasts', may: 'read-projects', summary: 'Forecasts of a month that are asked for: who told theirs, and what moved', query: AsOf, response: ForecastRound, reads: ['ledger', 'plans', 'records', 'estimates'] },
  askForForecasts: { method: 'post', path: '/forecast-rounds', may: 'keep-books', summary: 'Ask whoever leads projects for their forecasts of a month', body: AskForForecasts, response: Done, makesStale: ['plans'] },
  tellForecast: { method: 'post', path: '/projects/{id}/told-forecasts', may: 'plan-projects', about: { project: 'params.id' }, summary: 'Tell the forecast of a project, to be taken over', params: ById, body: TellForecast, response: Done, makesStale: ['plans'] },
  takeOverForecast: { method: 'post', path: '/told-forecasts/{id}/taking-over', may: 'keep-books', summary: 'Take over a forecast that was told: it counts from then on', params: ById, body: TakeOver, response: Done, makesStale: ['plans'] },
  sendBackForecast: { method: 'post', path: '/told-forecasts/{id}/sending-back', may: 'keep-books', summary: 'Send a forecast that was told back, with the reason', params: ById, body: SendBack, response: Done, makesStale: ['plans'] },
} as const satisfies Endpoints;
