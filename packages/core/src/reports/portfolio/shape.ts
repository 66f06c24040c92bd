import { z } from 'zod';
import { Cents, Id, Month, Quantity, Ratio } from '../../shapes/values.ts';
import { Part } from '../query.ts';

/** Everything the portfolio can show of one project, or of a group of them together. */
export const Measures = z.object({
  contractCents: Cents,
  earnedCents: Cents,
  billedCents: Cents,
  /** What it is priced at, less what is earned; without a price, what is billed or may be billed less what is earned. */
  backlogCents: Cents,
  budgetCents: Cents,
  estimateCents: Cents,
  costCents: Cents,
  committedCents: Cents,
  costByType: z.array(Cents),
  profitAtCompletionCents: Cents,
  profitToDateCents: Cents,
  pendingPriceCents: Cents,
  pendingCostCents: Cents,
  hours: Quantity,
});
export const Portfolio = Part.extend({
  rows: z.array(
    Measures.extend({
      id: Id,
      code: z.string(),
      name: z.string(),
      kind: z.string(),
      status: z.string(),
      client: z.string(),
      manager: z.string(),
      complete: Ratio,
    }),
  ),
  months: z.array(z.object({ month: Month, revenueCents: Cents, costCents: Cents, profitCents: Cents })),
});
