import { z } from 'zod';
import { Cents, Id, Money, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

/** Margins below which a contract is near a loss, in percent; the first is usual. */
export const MARGIN_LIMITS = ['10', '5', '15', '25'] as const;
export const NearLossQuery = ReportQuery.extend({ below: z.enum(MARGIN_LIMITS).default('10') });

const NearLossRow = z.object({
  ...{ id: Id, code: z.string(), name: z.string(), manager: z.string() },
  ...{ contract: Money, estimate: Money, profit: Money, margin: Ratio, marginFigure: z.string() },
  costToComplete: Money,
  /** So much more cost, or so much less price, and it loses; below zero once it does. */
  tipsAtCents: Cents,
  /** The same as a share of what is still to cost; null where nothing is. */
  ofCostToComplete: Ratio.nullable(),
  /** The provision that is posted. */
  provision: Money,
  /** What one percent more of its estimate does to its profit to date. */
  sensitivityCents: Cents,
});
export const NearLossReport = Part.extend({
  rows: z.array(NearLossRow),
  totals: z.object({
    ...{ contractCents: Cents, estimateCents: Cents, profitCents: Cents, costToCompleteCents: Cents },
    ...{ provisionCents: Cents, sensitivityCents: Cents },
  }),
});
