import { z } from 'zod';
import { Cents, Id, Money, Ratio } from '../../shapes/values.ts';
import { Part } from '../query.ts';

const WipRow = z.object({
  id: Id,
  code: z.string(),
  name: z.string(),
  client: z.string(),
  manager: z.string(),
  status: z.string(),
  contract: Money,
  /** Of the contract, what is included in its price and not agreed. */
  includedCents: Cents,
  estimate: Money,
  profit: Money,
  margin: Ratio.nullable(),
  marginFigure: z.string(),
  cost: Money,
  complete: Ratio,
  completeFigure: z.string(),
  progress: z.string(),
  earned: Money,
  profitToDate: Money,
  billed: Money,
  overbilledCents: Cents,
  underbilledCents: Cents,
  netFigure: z.string(),
  /** What the client holds back, what is left of its deposits, and the contract's net on the balance sheet with both. */
  retained: Money,
  deposit: Money,
  net: Money,
  earnedThisYear: Money,
  earnedBeforeYear: Money,
  backlog: Money,
  costToComplete: Money,
  profitInBacklogCents: Cents,
  /** What readers are told of it; empty for nothing. */
  note: z.string(),
});
const WipTotals = z.object({
  contractCents: Cents,
  includedCents: Cents,
  estimateCents: Cents,
  profitCents: Cents,
  costCents: Cents,
  earnedCents: Cents,
  profitToDateCents: Cents,
  billedCents: Cents,
  overbilledCents: Cents,
  underbilledCents: Cents,
  retainedCents: Cents,
  depositCents: Cents,
  netCents: Cents,
  earnedThisYearCents: Cents,
  backlogCents: Cents,
  costToCompleteCents: Cents,
  profitInBacklogCents: Cents,
});
export const WipSchedule = Part.extend({ rows: z.array(WipRow), totals: WipTotals });
