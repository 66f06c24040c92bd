import { z } from 'zod';
import { Cents, Id, Money, Month } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const RollForwardQuery = ReportQuery.extend({ from: Month });

const RollForwardRow = z.object({
  ...{ id: Id, code: z.string(), name: z.string() },
  wip: z.object({ opening: Money, cost: Money, recognized: Money, closing: Money }),
  /** Billed − earned: below zero underbilled. */
  net: z.object({ opening: Money, billed: Money, earned: Money, fromOpeningCents: Cents, closing: Money }),
  provision: z.object({ opening: Money, change: Money, closing: Money }),
  backlog: z.object({ opening: Money, addedCents: Cents, changedCents: Cents, earned: Money, closing: Money }),
});
export const RollForwardReport = Part.extend({
  rows: z.array(RollForwardRow),
  totals: z.object({
    wip: z.object({ openingCents: Cents, costCents: Cents, recognizedCents: Cents, closingCents: Cents }),
    net: z.object({
      ...{ openingCents: Cents, billedCents: Cents, earnedCents: Cents, fromOpeningCents: Cents, closingCents: Cents },
    }),
    provision: z.object({ openingCents: Cents, changeCents: Cents, closingCents: Cents }),
    backlog: z.object({
      ...{ openingCents: Cents, addedCents: Cents, changedCents: Cents, earnedCents: Cents, closingCents: Cents },
    }),
  }),
});
