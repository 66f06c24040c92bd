import { z } from 'zod';
import { PAY_KINDS } from '../../rates/pay.ts';
import { Cents, Day, IdText, Quantity, Rate } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const CertifiedPayrollQuery = ReportQuery.extend({
  /** A day of the week meant; left out, the latest week through the month in which somebody worked there. */
  week: Day.optional(),
  /** Of one project; of all of them where none is named. */
  project: IdText.optional(),
});

export const CertifiedPayroll = Part.extend({
  weekOn: Day,
  rows: z.array(
    z.object({
      ...{ code: z.string(), name: z.string(), classification: z.string(), pay: z.enum(PAY_KINDS) },
      /** Seven days from Monday. */
      days: z.array(Quantity),
      ...{ hours: Quantity, wage: Rate.nullable(), grossCents: Cents, fringeCents: Cents },
      /** Of all hours of the kind in the week, on any project. */
      grossInAllCents: Cents,
      /** Of the pay period that holds the week, on the first line of each person; null where it is not paid yet. */
      ...{ withheldCents: Cents.nullable(), netCents: Cents.nullable() },
    }),
  ),
  totals: z.object({ hours: Quantity, grossCents: Cents, fringeCents: Cents, grossInAllCents: Cents }),
});
