import { z } from 'zod';
import { Cents, Id } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const COMMITMENTS_BY = ['order', 'supplier', 'project', 'line'] as const;
export const CommitmentsQuery = ReportQuery.extend({ by: z.enum(COMMITMENTS_BY).default('order') });

const Amounts = z.object({
  orderedCents: Cents,
  receivedCents: Cents,
  billedCents: Cents,
  accruedCents: Cents,
  committedCents: Cents,
});

/** Open orders; what a row is not of is empty: one of a supplier names no project. Ordered, received and billed before tax. */
export const Commitments = Part.extend({
  rows: z.array(
    Amounts.extend({
      ...{ orderId: Id.nullable(), order: z.string(), supplier: z.string(), project: z.string(), coding: z.string() },
      text: z.string(),
      committedFigure: z.string().optional(),
    }),
  ),
  totals: Amounts,
});
