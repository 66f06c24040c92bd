import { z } from 'zod';
import type { BuildUpRow } from '../rates/build-up-row.ts';
import type { Endpoints } from './endpoint.ts';
import { ById, Day, Id, Rate, Typed } from './values.ts';

const BuildUpPart = z.strictObject({
  ...{ name: Typed, group: Typed, amount: Typed, per: Typed },
  ...{ heads: Typed, hours: Typed, ceiling: Typed, yearlyWage: Typed },
}) satisfies z.ZodType<BuildUpRow>;
/** What an hour's cost is made up of, as typed. */
const BuildUp = z.array(BuildUpPart).max(40, 'At most 40 parts.');

const Side = z.enum(['cost', 'bill']);

const HourRate = z.object({ rate: Rate, overhead: Rate });
/** What an hour costs or is billed at, by how it is paid; overhead is the part of it that no payroll pays. */
export const HourRates = z.object({ regular: HourRate, overtime: HourRate, double: HourRate });

/** A rate from a day on, for whom and what it names: an employee or a role, alone or on a project or for a client; or the company. */
export const RateRow = z.object({
  id: Id,
  ...{ employee: z.string(), role: z.string(), project: z.string(), client: z.string() },
  effectiveOn: Day,
  rates: HourRates,
  /** What it is made up of; null where nobody told. */
  buildUp: BuildUp.nullable(),
  note: z.string(),
  ...{ recordedAt: z.string(), recordedBy: z.string() },
  /** Replaced by a later rate for the same and from the same day, or withdrawn. */
  isPast: z.boolean(),
});

export const RatesQuery = z.strictObject({ side: Side.default('cost'), past: z.enum(['yes', 'no']).default('no') });
export const Rates = z.object({ rows: z.array(RateRow) });

/** A rate as typed: a figure, or what it is made up of. Codes name whom and what it holds for; all empty is the company. */
export const RateForm = z.strictObject({
  side: Side,
  ...{ employee: Typed, role: Typed, project: Typed, client: Typed },
  effectiveOn: Typed,
  /** Empty where it follows from the build-up. */
  rate: Typed,
  buildUp: BuildUp.default([]),
  note: Typed.default(''),
});

export const OneRate = z.object({ id: Id, rates: HourRates });

/** One part of many build-ups that changes from a day on: another percentage, another benefit. */
export const PartChange = z.strictObject({
  effectiveOn: Typed,
  /** What the part pays for, and its name as it stands in the build-ups. */
  ...{ group: Typed, name: Typed },
  amount: Typed,
  note: Typed.default(''),
});
const ChangedRate = z.object({
  id: Id,
  ...{ employee: z.string(), role: z.string(), project: z.string(), client: z.string() },
  /** From which day the rate counts that changes. */
  effectiveOn: Day,
  ...{ before: HourRates, after: HourRates },
});
/** Every rate that the change touches, before and after. */
export const PartChanged = z.object({ rows: z.array(ChangedRate) });

// One a line.
// prettier-ignore
export const RATE_ENDPOINTS = {
  rates: { method: 'get', path: '/rates', may: 'see-pay', summary: 'Rates of hours, with what they are made up of', query: RatesQuery, response: Rates, reads: ['records'] },
  addRate: { method: 'post', path: '/rates', may: 'keep-books', summary: 'Add a rate from a day on', body: RateForm, response: OneRate, makesStale: ['records'] },
  withdrawRate: { method: 'post', path: '/rates/{id}/withdrawal', may: 'keep-books', summary: 'Withdraw a rate', params: ById, response: OneRate, makesStale: ['records'] },
  partChangePreview: { method: 'post', path: '/rate-part-changes/preview', may: 'see-pay', summary: 'What changing one part of many build-ups would do', body: PartChange, response: PartChanged, reads: ['records'] },
  changePart: { method: 'post', path: '/rate-part-changes', may: 'keep-books', summary: 'Change one part of many build-ups from a day on', body: PartChange, response: PartChanged, makesStale: ['records'] },
} as const satisfies Endpoints;
