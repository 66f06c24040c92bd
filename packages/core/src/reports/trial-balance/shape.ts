import { z } from 'zod';
import { Cents, Money } from '../../shapes/values.ts';
import { Part, RecognizableQuery } from '../query.ts';

/** Result accounts from the start of the fiscal year, or of all time. */
export const TrialQuery = RecognizableQuery.extend({ span: z.enum(['year', 'all']).default('year') });

export const TrialBalance = Part.extend({
  rows: z.array(
    z.object({
      code: z.string(),
      name: z.string(),
      type: z.string(),
      movement: Money,
      balance: Money,
      debitCents: Cents,
      creditCents: Cents,
    }),
  ),
  /** Profit of earlier fiscal years that no entry has moved to equity, credit positive; null where result accounts hold it. */
  earlierProfit: Money.nullable(),
  debitCents: Cents,
  creditCents: Cents,
});
