import { z } from 'zod';
import { Cents, Id, Month } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const LaborCompositionQuery = ReportQuery.extend({ from: Month });

const Parts = z.object({
  ...{ wageCents: Cents, taxesCents: Cents, insuranceCents: Cents, benefitsCents: Cents, overheadCents: Cents },
  /** Cost at rates that nobody told the make-up of. */
  notToldCents: Cents,
  /** What true-ups added, or took away. */
  trueUpCents: Cents,
  totalCents: Cents,
});
export const LaborComposition = Part.extend({
  rows: z.array(Parts.extend({ id: Id.nullable(), code: z.string(), name: z.string() })),
  totals: Parts,
});
