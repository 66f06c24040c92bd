import { z } from 'zod';
import { Cents, Id, IdText, Money } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';
import { AGAINST, ALL_STEPS } from './names.ts';

export const ProfitExplainedQuery = ReportQuery.extend({
  against: z.enum(AGAINST).default('month'),
  /** Of one project, or of all projects of one client. */
  project: IdText.optional(),
  client: IdText.optional(),
});

export const ProfitExplained = Part.extend({
  fromCents: Cents,
  toCents: Cents,
  /** They lead from the one to the other. */
  steps: z.array(
    z.object({ name: z.enum(ALL_STEPS as readonly [string, ...string[]]), text: z.string(), amountCents: Cents }),
  ),
  rows: z.array(
    z.object({
      kind: z.enum(['from', 'step', 'part', 'to']),
      /** What it is; of a part, the project or the line. */
      text: z.string(),
      /** How many units it took, and how many were planned for the work. */
      detail: z.string(),
      projectId: Id.nullable(),
      amountCents: Cents,
      /** Profit before and after it; null of a part. */
      ...{ beforeCents: Cents.nullable(), afterCents: Cents.nullable() },
      /** Of a line: what was planned to be spent for the work done, and its cost. */
      ...{ plannedCents: Cents.nullable(), cost: Money.nullable() },
    }),
  ),
  /** Projects that nothing can be said of: their cost waits, or they earn as billed, as billable or not at all. */
  leftOut: z.int(),
});
