import { z } from 'zod';
import { REASONS_TO_BILL } from '../../billing/to-bill.ts';
import { Cents, Day, Id } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

/** Up to which amount a contract may be underbilled without a word. */
export const UNDERBILLED_ABOVE = ['0', '1000', '10000', '50000'] as const;
/** What counts unless somebody chooses otherwise. */
export const USUAL_UNDERBILLED = '10000';
export const ToBillQuery = ReportQuery.extend({ above: z.enum(UNDERBILLED_ABOVE).default(USUAL_UNDERBILLED) });

export const ToBillReport = Part.extend({
  rows: z.array(
    z.object({
      ...{ id: Id, code: z.string(), name: z.string(), client: z.string(), reason: z.enum(REASONS_TO_BILL) },
      ...{ amountCents: Cents, since: Day.nullable(), days: z.int().nullable(), text: z.string() },
    }),
  ),
  totalCents: Cents,
});
