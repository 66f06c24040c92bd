import { z } from 'zod';
import { Day, Id, Quantity, Rate, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const PriceHistoryQuery = ReportQuery;

/** What suppliers billed by the unit, each with the price before it; oldest first for each thing. */
export const PriceHistory = Part.extend({
  rows: z.array(
    z.object({
      ...{
        supplier: z.string(),
        text: z.string(),
        unit: z.string(),
        billedOn: Day,
        documentId: Id,
        number: z.string(),
      },
      ...{ quantity: Quantity, price: Rate, orderedAt: Rate },
      /** More than the time before, as a share of it; null for the first time. */
      change: Ratio.nullable(),
    }),
  ),
});
