import { z } from 'zod';
import { Cents, Id, Money } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const ReceivedNotBilledQuery = ReportQuery;

/** Line by line of orders, what receipts put on the books and no bill has taken over. */
export const ReceivedNotBilled = Part.extend({
  rows: z.array(
    z.object({
      ...{ orderId: Id, line: z.string(), supplier: z.string(), project: z.string(), coding: z.string() },
      ...{ text: z.string(), receivedCents: Cents, billedCents: Cents, accruedCents: Cents },
    }),
  ),
  /** The balance of the account, turned so that what is owed is above zero. */
  total: Money,
});
