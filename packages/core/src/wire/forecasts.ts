import { z } from 'zod';
import { COST_TREATMENTS, METHODS, PROJECT_KINDS, PROJECT_STATUSES } from '../ledger/project.ts';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { STAGES } from '../progress/stage.ts';
import { FORECAST_METHODS } from '../forecast/forecast-estimate.ts';
import {
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
} from './values.ts';

export const ForecastRow = z.strictObject({ line: z.string().max(80), method: Typed, input: Typed, reason: Typed });

const Coding = z.object({
  project: ProjectNumber,
  phase: PhaseNumber.nullable(),
  costCode: CostCodeNumber,
  costType: z.enum(COST_TYPES),
});

/** Where the project stands: what the effect of a forecast is worked out from. */
const Position = z.object({
  project: z.object({
    ...{ id: ProjectNumber, code: z.string(), name: z.string(), kind: z.enum(PROJECT_KINDS) },
    ...{ status: z.enum(PROJECT_STATUSES), method: z.enum(METHODS), costTreatment: z.enum(COST_TREATMENTS) },
    startOn: Day,
    actualEndOn: Day.nullable(),
  }),
  contract: Cents,
  budget: Cents,
  lineEstimates: Cents,
  forecastMonth: Month.nullable(),
  override: z.object({ month: Month, amount: Cents, reason: z.string(), approvedSince: Cents }).nullable(),
  costToDate: Cents,
  earned: Cents,
  billed: Cents,
  provision: Cents,
  stage: z.enum(STAGES),
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
      budgeted: z.boolean(),
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
export const ViewForm = z.strictObject({
  name: z.string().trim().min(1, 'Name the view.').max(60),
  state: z.string().max(2_000),
});
export const OneViewParams = ViewParams.extend({ id: IdText });
