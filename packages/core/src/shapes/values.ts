import { z } from 'zod';
import { isIsoDate, isoDate } from '../calendar/iso-date.ts';
import { isNameableMonth, month } from '../calendar/month.ts';
import { costCodeId, employeeId, phaseId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';

/** The values every shape is made of. What is transformed tells its JSON form in `override`. */

export const Cents = z
  .int()
  .transform(cents)
  .meta({ override: { type: 'integer', description: 'Minor units of the currency; debit positive.' } });

export const Quantity = z
  .int()
  .transform(quantity)
  .meta({ override: { type: 'integer', description: 'Ten-thousandths of the unit.' } });

export const Rate = z
  .int()
  .transform(rate)
  .meta({ override: { type: 'integer', description: 'Ten-thousandths of the currency unit, per unit.' } });

export const Month = z
  .string()
  .refine(isNameableMonth, 'Give a month as YYYY-MM, between 1950 and 2949.')
  .transform(month)
  .meta({ override: { type: 'string', pattern: '^\\d{4}-\\d{2}$', description: 'A month.' } });

export const Day = z
  .string()
  .refine(
    (text) => isIsoDate(text) && isNameableMonth(text.slice(0, 7)),
    'Give a day as YYYY-MM-DD, between 1950 and 2949.',
  )
  .transform(isoDate)
  .meta({ override: { type: 'string', format: 'date', description: 'A day.' } });

export const Ratio = z
  .object({ numerator: z.int(), denominator: z.int().positive() })
  .meta({ description: 'An exact fraction; 1 is the whole.' });

export const Id = z.int().positive();
const NUMBER = { override: { type: 'integer', minimum: 1 } } as const;
export const ProjectNumber = Id.transform(projectId).meta(NUMBER);
export const PhaseNumber = Id.transform(phaseId).meta(NUMBER);
export const CostCodeNumber = Id.transform(costCodeId).meta(NUMBER);
export const EmployeeNumber = Id.transform(employeeId).meta(NUMBER);
/** A number in an address. */
export const IdText = z
  .string()
  .regex(/^[1-9]\d{0,14}$/, 'Give a whole number.')
  .transform(Number)
  .meta({ override: { type: 'integer', minimum: 1 } });

/** Parameters of an address that names one thing by its number. */
export const ById = z.strictObject({ id: IdText });

/** How many rows to pass over. */
export const Offset = z
  .string()
  .regex(/^\d{1,9}$/, 'Give a whole number.')
  .default('0')
  .transform(Number)
  .meta({ override: { type: 'integer', minimum: 0 } });

/** Of a query: a part of a long list: in the order of a column, so many rows after so many. Left out, all of it. */
export const PART = {
  order: z
    .string()
    .regex(/^-?[a-zA-Z-]{1,30}$/, 'Name a column, with a minus from large to small.')
    .optional(),
  offset: Offset,
  limit: z
    .string()
    .regex(/^[1-9]\d{0,3}$/, 'Give a whole number up to 9999.')
    .transform(Number)
    .optional()
    .meta({ override: { type: 'integer', minimum: 1, maximum: 9999 } }),
};

const DAY_MS = 86_400_000;

/** A moment; a day alone means its end, in UTC. */
export const Instant = z
  .string()
  .refine((text) => !Number.isNaN(Date.parse(text)), 'Give a moment such as 2027-03-31T17:00:00Z.')
  .transform((text) => Date.parse(text) + (/^\d{4}-\d\d-\d\d$/.test(text) ? DAY_MS - 1 : 0))
  .meta({ override: { type: 'string', format: 'date-time' } });

/** Text as typed in a cell. */
export const Typed = z.string().max(2_000);

/** Which books are read: through the end of a month, and as known at a moment (now, when left out). */
export const AsOf = z.strictObject({ through: Month, known: Instant.optional() });

/** A figure and the key its trace is asked by. */
export const Money = z.object({ amountCents: Cents, figure: z.string().optional() });

export const PartyName = z.object({ id: Id, code: z.string(), name: z.string() });

/** What is wrong or worth a look: the field, and the words. */
export const Remark = z.object({ at: z.string(), kind: z.string(), message: z.string() });

/** RFC 9457 problem details; `problems` has one remark for each field. */
export const ProblemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  requestId: z.string().optional(),
  problems: z.array(Remark.extend({ pointer: z.string() })).optional(),
});

export const Done = z.object({ done: z.literal(true) });

/** A file that came in before is refused, unless it is to come in all the same. */
export const Again = z.boolean().default(false);
