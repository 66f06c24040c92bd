import { z } from 'zod';
import { AsOf, PART } from '../shapes/values.ts';

/** Through a month, as known at a moment. */
export const ReportQuery = AsOf.extend(PART);

/** The same, and how a month that is not recognized yet is read: as posted, or as if recognized now. */
export const RecognizableQuery = ReportQuery.extend({ basis: z.enum(['posted', 'recognized']).default('posted') });

/** What a part of a report says beside its rows. */
export const Part = z.object({
  /** Of all rows, whatever part is answered. */
  count: z.int().optional(),
});
