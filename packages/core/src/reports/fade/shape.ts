import { z } from 'zod';
import { Cents, Id, Month, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const FadeQuery = ReportQuery.extend({
  from: Month,
  /** The earlier end as it was known then, or as it is known now. */
  earlier: z.enum(['then', 'now']).default('then'),
});
const FadeSums = z.object({
  before: Cents,
  after: Cents,
  fade: Cents,
  byPrice: Cents,
  byApproved: Cents,
  byForecast: Cents,
});
export const FadeReport = Part.extend({
  /** The moment at which the earlier end is known; null for now. */
  knownThen: z.string().nullable(),
  rows: z.array(
    FadeSums.extend({
      id: Id,
      code: z.string(),
      name: z.string(),
      marginBefore: Ratio.nullable(),
      marginAfter: Ratio.nullable(),
      beforeFigure: z.string(),
      afterFigure: z.string(),
    }),
  ),
  totals: FadeSums,
});
