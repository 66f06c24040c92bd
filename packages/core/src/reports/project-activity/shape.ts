import { z } from 'zod';
import { Cents, Day, Id, IdText } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const ProjectActivityQuery = ReportQuery.extend({ project: IdText.optional() });

/** Every document that names a project, with what it did to it; orders, which post nothing, with what they ordered. */
export const ProjectActivity = Part.extend({
  rows: z.array(
    z.object({
      ...{ id: Id, number: z.string(), kind: z.string(), postedOn: Day, project: z.string(), party: z.string() },
      ...{ memo: z.string(), orderedCents: Cents, costCents: Cents, earnedCents: Cents, billedCents: Cents },
      isReversed: z.boolean(),
    }),
  ),
  totals: z.object({ orderedCents: Cents, costCents: Cents, earnedCents: Cents, billedCents: Cents }),
});
