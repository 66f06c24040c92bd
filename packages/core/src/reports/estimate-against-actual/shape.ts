import { z } from 'zod';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { Cents, Id, IdText, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const AgainstQuery = ReportQuery.extend({
  project: IdText.optional(),
  /** Which rows a part of the report is of. */
  per: z.enum(['line', 'section']).default('line'),
});

const Sides = z.object({
  estimatedCents: Cents,
  changesCents: Cents,
  actualCents: Cents,
  /** Ordered and not billed yet. */
  committedCents: Cents,
  completionCents: Cents,
  /** Cost so far less what was estimated and approved. */
  overCents: Cents,
  over: Ratio.nullable(),
  priceCents: Cents,
  priceChangesCents: Cents,
});
/** Estimate against actual; over target first, then those without an estimate, then the rest. */
export const Against = Part.extend({
  rows: z.array(
    Sides.extend({
      projectId: Id,
      project: z.string(),
      projectName: z.string(),
      section: z.string(),
      code: z.string(),
      name: z.string(),
      /** Null for what has a price and no cost. */
      costType: z.enum(COST_TYPES).nullable(),
      estimated: z.boolean(),
      /** Where its actual cost comes from. */
      actualFigure: z.string().optional(),
      committedFigure: z.string().optional(),
    }),
  ),
  sections: z.array(Sides.extend({ projectId: Id, project: z.string(), projectName: z.string(), section: z.string() })),
  totals: Sides,
  earnedCents: Cents,
  billedCents: Cents,
});
