import { z } from 'zod';
import { Cents, IdText, Money } from '../../shapes/values.ts';
import { RecognizableQuery } from '../query.ts';
import { StatementGroup } from '../income-statement/shape.ts';

export const BalanceSheetQuery = RecognizableQuery.extend({ project: IdText.optional() });

export const BalanceSheet = z.object({
  assets: StatementGroup,
  contractAssets: Money,
  totalAssetsCents: Cents,
  liabilities: StatementGroup,
  contractLiabilities: Money,
  equity: StatementGroup,
  earlierProfit: Money,
  profitThisYear: Money,
  /** Of one project: what balances it, for bank and tax are the company's. Null for the whole books. */
  company: Money.nullable(),
  totalLiabilitiesAndEquityCents: Cents,
});
