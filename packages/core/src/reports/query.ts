import { z } from 'zod';
import { AsOf, Offset } from '../wire/values.ts';

/** A part of a long report: in the order of a column, so many rows after so many. Left out, all of it. */
const PAGE = {
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

/** Through a month, as known at a moment. */
export const ReportQuery = AsOf.extend(PAGE);

/** The same, and how a month that is not recognized yet is read: as posted, or as if recognized now. */
export const RecognizableQuery = ReportQuery.extend({ basis: z.enum(['posted', 'recognized']).default('posted') });

/** What a part of a report says beside its rows. */
export const Part = z.object({
  /** Of all rows, whatever part is answered. */
  count: z.int().optional(),
});
