import { z } from 'zod';
import { Cents, Id, Month, Ratio } from '../../shapes/values.ts';
import { Part, RecognizableQuery } from '../query.ts';
import { COMPARED } from './names.ts';

export const ThenAndNowQuery = RecognizableQuery.extend({
  from: Month,
  /** The earlier end as it was known then, or as it is known now. */
  earlier: z.enum(['then', 'now']).default('then'),
});

const Sums = z.object(
  Object.fromEntries(COMPARED.map((name) => [name, z.object({ then: Cents, now: Cents, change: Cents })])) as Record<
    (typeof COMPARED)[number],
    z.ZodObject<{ then: typeof Cents; now: typeof Cents; change: typeof Cents }>
  >,
);

export const ThenAndNow = Part.extend({
  /** The moment at which the earlier end is known; null for now. */
  knownThen: z.string().nullable(),
  rows: z.array(
    z.object({
      ...{ id: Id, code: z.string(), name: z.string(), client: z.string() },
      amounts: Sums,
      /** Of each amount as it is now, what it is traced by. */
      figures: z.partialRecord(z.enum(COMPARED), z.string()),
      ...{ marginThen: Ratio.nullable(), marginNow: Ratio.nullable() },
      /** Null where there was no contract then. */
      ...{ completeThen: Ratio.nullable(), completeNow: Ratio },
    }),
  ),
  totals: Sums,
});
