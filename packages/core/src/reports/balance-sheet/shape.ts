import { z } from 'zod';
import { Cents, Money } from '../../shapes/values.ts';
import { StatementGroup } from '../income-statement/shape.ts';

export const BalanceSheet = z.object({
  assets: StatementGroup,
  contractAssets: Money,
  totalAssetsCents: Cents,
  liabilities: StatementGroup,
  contractLiabilities: Money,
  equity: StatementGroup,
  earlierProfit: Money,
  profitThisYear: Money,
  totalLiabilitiesAndEquityCents: Cents,
});
