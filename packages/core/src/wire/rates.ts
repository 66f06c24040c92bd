import { z } from 'zod';
import type { BuildUpRow } from '../rates/build-up-row.ts';
import type { Endpoints } from './endpoint.ts';
import { PAY_KINDS } from '../rates/pay.ts';
import type { RateTableRow } from '../rates/rate-table.ts';
import { Again, ById, Cents, Day, Id, Quantity, Rate, Remark, Typed } from '../shapes/values.ts';

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
  ...{ employee: z.string(), role: z.string(), activity: z.string(), project: z.string(), client: z.string() },
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
  ...{ employee: Typed, role: Typed, activity: Typed.default(''), project: Typed, client: Typed },
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

const TableRow = z.strictObject({
  ...{ employee: Typed, role: Typed, activity: Typed, project: Typed, client: Typed },
  ...{ effectiveOn: Typed, rate: Typed, note: Typed },
}) satisfies z.ZodType<RateTableRow>;
/** Many rates at once, as typed or pasted: whole or not at all. */
export const RateTable = z.strictObject({ side: Side, rows: z.array(TableRow).max(2_000, 'At most 2,000 rows.') });

const Effect = z.object({ hours: Quantity, beforeCents: Cents, afterCents: Cents });
/** What rates would do: to hours on sheets and in entered weeks, and to those that are posted. */
export const RateEffects = z.object({
  rates: z.int(),
  /** Hours typed and not posted. */
  unposted: Effect,
  /** Posted hours that a rate would have covered: of bill rates what is not billed yet, of cost rates what re-rating would change. */
  posted: Effect,
  problems: z.array(Remark),
});
export const RatesAdded = z.object({ added: z.int() });
/** A file of rates, with the heads that `rate-files` answers. */
export const RateImport = z.strictObject({
  side: Side,
  name: z.string().max(200),
  csv: z.string().max(5_000_000),
  again: Again,
});

/** Posted hours of some days whose rate is another now. */
export const ReRating = z.strictObject({ from: Day, through: Day, acceptWarnings: z.boolean().default(false) });
export const ReRated = z.object({
  rows: z.array(
    z.object({
      ...{ weekOn: Day, employee: z.string(), project: z.string(), coding: z.string(), pay: z.enum(PAY_KINDS) },
      ...{ hours: Quantity, beforeCents: Cents, afterCents: Cents },
    }),
  ),
  ...{ hours: Quantity, beforeCents: Cents, afterCents: Cents },
  problems: z.array(Remark),
  warnings: z.array(Remark),
});
export const ReRatedPosted = z.object({ documents: z.array(z.object({ id: Id, number: z.string() })) });

/** Hours of a document, each with the rule that gave its rate and the rules it beat. */
export const DocumentHours = z.object({
  rows: z.array(
    z.object({
      ...{ workedOn: Day, employee: z.string(), project: z.string(), coding: z.string() },
      ...{ pay: z.enum(PAY_KINDS), billable: z.boolean(), activity: z.string() },
      ...{ hours: Quantity, rate: Rate, costCents: Cents },
      /** Null for hours of before rules were kept. */
      rule: z.object({ id: Id, level: z.string(), from: Day }).nullable(),
      beaten: z.array(z.object({ id: Id, level: z.string(), from: Day, rate: Rate })),
    }),
  ),
});

// One a line.
// prettier-ignore
export const RATE_ENDPOINTS = {
  rates: { method: 'get', path: '/rates', may: 'see-pay', summary: 'Rates of hours, with what they are made up of', query: RatesQuery, response: Rates, reads: ['records'] },
  addRate: { method: 'post', path: '/rates', may: 'keep-books', summary: 'Add a rate from a day on', body: RateForm, response: OneRate, makesStale: ['records', 'ledger'] },
  withdrawRate: { method: 'post', path: '/rates/{id}/withdrawal', may: 'keep-books', summary: 'Withdraw a rate', params: ById, response: OneRate, makesStale: ['records', 'ledger'] },
  partChangePreview: { method: 'post', path: '/rate-part-changes/preview', may: 'see-pay', summary: 'What changing one part of many build-ups would do', body: PartChange, response: PartChanged, reads: ['records'] },
  changePart: { method: 'post', path: '/rate-part-changes', may: 'keep-books', summary: 'Change one part of many build-ups from a day on', body: PartChange, response: PartChanged, makesStale: ['records', 'ledger'] },
  rateTablePreview: { method: 'post', path: '/rate-tables/preview', may: 'see-pay', summary: 'What many rates would do to hours', body: RateTable, response: RateEffects, reads: ['records', 'ledger', 'drafts', 'timesheets'] },
  addRates: { method: 'post', path: '/rate-tables', may: 'keep-books', summary: 'Add many rates, whole or not at all', body: RateTable, response: RatesAdded, makesStale: ['records', 'ledger'] },
  importRates: { method: 'post', path: '/rate-imports', may: 'keep-books', summary: 'Import a CSV file of rates', body: RateImport, response: RatesAdded, makesStale: ['records', 'ledger'] },
  reRatingPreview: { method: 'post', path: '/re-ratings/preview', may: 'see-pay', summary: 'What re-rating posted hours would post', body: ReRating, response: ReRated, reads: ['records', 'ledger', 'months'] },
  reRate: { method: 'post', path: '/re-ratings', may: 'keep-books', summary: 'Take posted hours back and post them at the rates of now', body: ReRating, response: ReRatedPosted, makesStale: ['ledger'] },
  documentHours: { method: 'get', path: '/documents/{id}/hours', may: 'see-pay', summary: 'Hours of a document with the rules of their rates', params: ById, response: DocumentHours, reads: ['ledger', 'records'] },
} as const satisfies Endpoints;
