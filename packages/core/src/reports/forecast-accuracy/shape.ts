import { z } from 'zod';
import { Cents, Id, Month, Money, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const ForecastAccuracyQuery = ReportQuery;
const Sums = z.object({ expectedCents: Cents, missedCents: Cents });
export const ForecastAccuracyReport = Part.extend({
  rows: z.array(
    Sums.extend({
      ...{ id: Id, code: z.string(), name: z.string(), manager: z.string() },
      ...{ month: Month, ended: Month, monthsBefore: z.int() },
      came: Money,
      share: Ratio.nullable(),
      says: z.enum(['met', 'too low', 'too high']),
    }),
  ),
  totals: Sums.extend({ cameCents: Cents }),
});
