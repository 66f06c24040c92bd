import type { Endpoints } from './endpoint.ts';
import { z } from 'zod';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { TOLD_STATES } from '../forecast/told-forecast.ts';
import { FORECAST_METHODS } from '../forecast/forecast-estimate.ts';
import { Position } from './position.ts';
import {
  ById,
  AsOf,
  Cents,
  CostCodeNumber,
  Day,
  Id,
  IdText,
  Money,
  Month,
  PhaseNumber,
  ProjectNumber,
  Quantity,
  Rate,
  Ratio,
  Typed,
  Done,
} from '../shapes/values.ts';

export const ForecastRow = z.strictObject({ line: z.string().max(80), method: Typed, input: Typed, reason: Typed });

const Coding = z.object({
  project: ProjectNumber,
  phase: PhaseNumber.nullable(),
  costCode: CostCodeNumber,
  costType: z.enum(COST_TYPES),
});

/** A project's lines as its forecast sheet shows them, and what the sheet's effect is worked out from. */
export const ForecastSheet = z.object({
  project: z.object({ id: Id, code: z.string(), name: z.string() }),
  lines: z.array(
    z.object({
      /** What rows of the sheet call it. */
      line: z.string(),
      coding: Coding,
      code: z.string(),
      name: z.string(),
      ...{ budgeted: z.boolean(), isZeroMargin: z.boolean() },
      originalCents: Cents,
      changesCents: Cents,
      /** What the budget counts: nothing, different units that do not add up, or so many of one unit. */
      units: z.discriminatedUnion('kind', [
        z.object({ kind: z.enum(['none', 'mixed']) }),
        z.object({ kind: z.literal('of'), quantity: Quantity, unit: z.string() }),
      ]),
      /** Of the revised budget, rounded for reading; null without units. */
      unitCost: Rate.nullable(),
      actual: Money,
      committed: Money,
      /** As the forecast that counts has it; by its budget without one. */
      method: z.enum(FORECAST_METHODS),
      input: z.string(),
      reason: z.string(),
      estimateCents: Cents,
    }),
  ),
  /** The forecast that counts; null without one. */
  latest: z.object({ month: Month, recordedAt: z.string(), recordedBy: z.string() }).nullable(),
  history: z.array(z.object({ month: Month, recordedAt: z.string(), recordedBy: z.string() })),
  /** Where forecasts of the month are asked for: how far the estimate may move without a reason, and what was told last. */
  asked: z
    .object({
      limit: Ratio,
      state: z.enum(TOLD_STATES),
      told: z
        .object({ id: Id, by: z.string(), text: z.string(), sentBack: z.string(), rows: z.array(ForecastRow) })
        .nullable(),
      textBefore: z.string(),
    })
    .nullable(),
  position: Position,
  percentDecimals: z.int().nullable(),
  forecastMonths: z.int().nullable(),
  /** The same for the same lines, so that what is saved is what was looked at. */
  stamp: z.string(),
});

export const NewForecast = z.strictObject({
  month: Month,
  stamp: z.string().max(64),
  rows: z.array(ForecastRow).max(2_000),
  /** Must be true where a line is forecast below its cost. */
  acceptWarnings: z.boolean().default(false),
});

export const CostCurve = z.object({
  points: z.array(z.object({ month: Month, planned: Cents, actual: Cents.nullable(), forecast: Cents.nullable() })),
  targetEndOn: Day.nullable(),
  estimate: Money,
});

export const ViewParams = z.strictObject({ page: z.string().regex(/^[a-z-]{1,30}$/) });
export const SavedViews = z.object({ rows: z.array(z.object({ id: Id, name: z.string(), state: z.string() })) });
export const AllViews = z.object({
  rows: z.array(z.object({ id: Id, page: z.string(), name: z.string(), state: z.string() })),
});
export const ViewForm = z.strictObject({
  name: z.string().trim().min(1, 'Name the view.').max(60),
  state: z.string().max(100_000),
});
/** Columns shown, in their order, where they were chosen; and the widths of those that were sized, in pixels. */
export const TableLayout = z.strictObject({
  shown: z.array(z.string().max(40)).max(80).optional(),
  widths: z.record(z.string().max(40), z.int().min(24).max(2_000)).optional(),
});
export const TableLayouts = z.object({ layouts: z.record(z.string(), TableLayout) });
export const OneViewParams = ViewParams.extend({ id: IdText });

// One a line.
// prettier-ignore
export const FORECAST_ENDPOINTS = {
  forecast: { method: 'get', path: '/projects/{id}/forecast', may: 'read-projects', about: { project: 'params.id' }, summary: 'The forecast sheet of a project', params: ById, query: AsOf, response: ForecastSheet, reads: ['ledger', 'plans', 'records'] },
  saveForecast: { method: 'post', path: '/projects/{id}/forecasts', may: 'plan-projects', about: { project: 'params.id' }, summary: 'Keep a forecast of a month', params: ById, body: NewForecast, response: Done, makesStale: ['plans'] },
  costCurve: { method: 'get', path: '/projects/{id}/cost-curve', may: 'read-projects', about: { project: 'params.id' }, summary: 'Budget by month against actual and forecast', params: ById, query: AsOf, response: CostCurve, reads: ['ledger', 'plans', 'records'], isLong: true },
  views: { method: 'get', path: '/views/{page}', may: 'read-projects', summary: 'Views kept of a page', params: ViewParams, response: SavedViews, reads: ['views'] },
  allViews: { method: 'get', path: '/views', may: 'read-projects', summary: 'Views kept of any page, by whoever asks', response: AllViews, reads: ['views'] },
  keepView: { method: 'post', path: '/views/{page}', may: 'read-projects', summary: 'Keep a view under a name', params: ViewParams, body: ViewForm, response: Done, isUnaudited: true, makesStale: ['views'] },
  tableLayouts: { method: 'get', path: '/table-layouts', may: 'own-account', summary: 'How one last arranged the columns of tables', response: TableLayouts, reads: ['layouts'] },
  keepTableLayout: { method: 'put', path: '/table-layouts/{page}', may: 'own-account', summary: 'Keep how the columns of a table are arranged', params: ViewParams, body: TableLayout, response: Done, isUnaudited: true, makesStale: ['layouts'] },
  dropView: { method: 'delete', path: '/views/{page}/{id}', may: 'read-projects', summary: 'Drop a kept view', params: OneViewParams, response: Done, isUnaudited: true, makesStale: ['views'] },
} as const satisfies Endpoints;
