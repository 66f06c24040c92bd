import { CONTRACT_ROLES, type Account } from '../../ledger/account.ts';
import { cents, sum, type Cents } from '../../money/cents.ts';
import { statementGroup, type AccountMovements, type StatementGroup } from '../income-statement/figures.ts';

export interface ContractNet {
  /** Underbilled contracts: earned above billed, one contract at a time. */
  readonly assets: Cents;
  /** Overbilled contracts. */
  readonly liabilities: Cents;
}

export interface BalanceSheet {
  readonly assets: StatementGroup;
  readonly contractAssets: Cents;
  readonly liabilities: StatementGroup;
  readonly contractLiabilities: Cents;
  readonly equity: StatementGroup;
  /** Profit of earlier fiscal years that no entry has moved to equity. */
  readonly earlierProfit: Cents;
  readonly profitThisYear: Cents;
  readonly totalAssets: Cents;
  readonly totalLiabilitiesAndEquity: Cents;
}

/** Nets each contract by itself (ASC 606-10-45-1, IFRS 15.105): a surplus of one never hides a deficit of another. */
export function nettedContracts(nets: readonly Cents[]): ContractNet {
  return {
    assets: sum(nets.filter((net) => net > 0)),
    liabilities: cents(-sum(nets.filter((net) => net < 0))),
  };
}

/**
 * Balances to date of every account; earned-unbilled and progress-billings give way to the contract nets.
 * `profit` is before and within the fiscal year.
 */
export function balanceSheet(
  balances: readonly { readonly account: Account; readonly balance: Cents }[],
  contracts: ContractNet,
  profit: { readonly earlier: Cents; readonly thisYear: Cents },
): BalanceSheet {
  const shown: AccountMovements[] = balances
    .filter(({ account }) => !CONTRACT_ROLES.some((role) => role === account.role))
    .map(({ account, balance }) => ({ account, movements: [balance] }));
  const assets = statementGroup(shown, 'asset', 1);
  const liabilities = statementGroup(shown, 'liability', 1);
  const equity = statementGroup(shown, 'equity', 1);
  const total = (group: StatementGroup): number => group.totals[0] ?? 0;
  return {
    assets,
    contractAssets: contracts.assets,
    liabilities,
    contractLiabilities: contracts.liabilities,
    equity,
    earlierProfit: profit.earlier,
    profitThisYear: profit.thisYear,
    totalAssets: cents(total(assets) + contracts.assets),
    totalLiabilitiesAndEquity: cents(
      total(liabilities) + contracts.liabilities + total(equity) + profit.earlier + profit.thisYear,
    ),
  };
}
