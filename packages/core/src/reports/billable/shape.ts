import { z } from 'zod';
import { Cents, Id, Money, Ratio } from '../../shapes/values.ts';
import { Part } from '../query.ts';

export const Billable = Part.extend({
  rows: z.array(
    z.object({
      id: Id,
      code: z.string(),
      name: z.string(),
      client: z.string(),
      contract: Money,
      earned: Money,
      billed: Money,
      leftCents: Cents,
      overbilled: Money,
      complete: Ratio,
      completeFigure: z.string(),
    }),
  ),
  totals: z.object({
    contractCents: Cents,
    earnedCents: Cents,
    billedCents: Cents,
    overbilledCents: Cents,
    leftCents: Cents,
  }),
});
