import { z } from 'zod';
import { Cents, Month, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const REALIZATION_BY = ['person', 'project', 'client'] as const;
export const RealizationQuery = ReportQuery.extend({
  from: Month,
  by: z.enum(REALIZATION_BY).default('project'),
});

const Figures = { workedCents: Cents, billedCents: Cents, writtenCents: Cents, realization: Ratio.nullable() };

/** What work of time and materials was worth, what was billed of it and what was written down. */
export const Realization = Part.extend({
  rows: z.array(z.object({ key: z.string(), code: z.string(), name: z.string(), ...Figures })),
  totals: z.object(Figures),
});
