import { z } from 'zod';
import { Cents, Day, Id } from '../../shapes/values.ts';
import { Part } from '../query.ts';

/** Work done and not billed, by its age at the month's end. */
export const AGES = ['0–30 days', '31–60 days', '61–90 days', 'over 90 days'] as const;

export const UnbilledWorkReport = Part.extend({
  rows: z.array(
    z.object({
      ...{ id: Id, code: z.string(), name: z.string(), client: z.string() },
      ages: z.array(Cents).length(AGES.length),
      ...{ totalCents: Cents, oldestOn: Day, unpriced: z.int() },
    }),
  ),
  totals: z.object({ ages: z.array(Cents), totalCents: Cents }),
});
