import { z } from 'zod';
import { Cents, IdText, Money, Month } from '../../shapes/values.ts';
import { RecognizableQuery } from '../query.ts';

export const IncomeQuery = RecognizableQuery.extend({ from: Month, project: IdText.optional() });

const StatementLine = z.object({ code: z.string(), name: z.string(), amounts: z.array(Money) });
export const StatementGroup = z.object({ lines: z.array(StatementLine), totals: z.array(Cents) });

/** Columns: the span asked for, and the fiscal year to date. */
export const IncomeStatement = z.object({
  columns: z.array(z.object({ from: Month, through: Month })),
  revenue: StatementGroup,
  costOfRevenue: StatementGroup,
  grossProfit: z.array(Cents),
  expense: StatementGroup,
  netIncome: z.array(Money),
});
