import { z } from 'zod';
import { Cents, Day, Id, Money } from '../../shapes/values.ts';
import { Part } from '../query.ts';

const Sums = z.object({
  ...{ withheldCents: Cents, releasedCents: Cents, heldCents: Cents },
  ...{ fromSuppliersCents: Cents, toSuppliersCents: Cents, owedCents: Cents },
});

/** What clients hold back of each project and since when, and what is held back of its suppliers. */
export const RetentionReport = Part.extend({
  rows: z.array(
    Sums.omit({ heldCents: true }).extend({
      ...{ id: Id, code: z.string(), name: z.string(), client: z.string() },
      held: Money,
      /** The day of the first invoice of which something is held back. */
      since: Day.nullable(),
      /** Null where its terms do not say it, or its end is not known. */
      dueOn: Day.nullable(),
      /** Days past due at the month's end; null before. */
      daysLate: z.int().nullable(),
    }),
  ),
  totals: Sums,
});
