import { z } from 'zod';
import { Cents, Day, Id, Money } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

/** Who owes: clients the company, or the company its suppliers; on any day, at the end of the month when left out. */
export const AgingQuery = ReportQuery.extend({
  side: z.enum(['receivable', 'payable']).default('receivable'),
  on: Day.optional(),
});

export const Aging = Part.extend({
  on: Day,
  rows: z.array(
    z.object({
      /** Null for what the account has without a party. */
      id: Id.nullable(),
      code: z.string(),
      name: z.string(),
      /** Not due, 1–30, 31–60, 61–90 and over 90 days past due. */
      amounts: z.array(Cents).length(5),
      /** On the account without an open document. */
      otherCents: Cents,
      /** The balance of the account with the party; traced where the day ends a month. */
      total: Money,
      /** Held back, and due only later: in no other column. */
      retention: Money,
    }),
  ),
  totals: z.object({ amounts: z.array(Cents).length(5), otherCents: Cents, total: Money, retention: Money }),
});
