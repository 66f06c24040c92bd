import { z } from 'zod';
import { Cents, Id, Money, Month, Quantity, Ratio } from '../../shapes/values.ts';
import { Part, RecognizableQuery } from '../query.ts';

export const ProfitabilityQuery = RecognizableQuery.extend({ from: Month, by: z.enum(['project', 'client']) });

const ResultRow = z.object({
  id: Id.nullable(),
  code: z.string(),
  name: z.string(),
  revenue: Money,
  costByType: z.array(Money),
  expectedLoss: Money,
  otherCost: Money,
  costCents: Cents,
  profit: Money,
  margin: Ratio.nullable(),
  marginFigure: z.string(),
  markup: Ratio.nullable(),
  hours: Quantity,
  profitPerHourCents: Cents.nullable(),
});
/** Rows of projects or clients, then what is assigned to none, then the company. */
export const Profitability = Part.extend({ rows: z.array(ResultRow), unassigned: ResultRow, total: ResultRow });
