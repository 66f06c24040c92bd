import { isDebitType, isProfitAndLoss, type Account, type AccountType } from '../../ledger/account.ts';
import { cents, sum, type Cents } from '../../money/cents.ts';

/** An account's movement in the columns a statement shows, debit positive. */
export interface AccountMovements {
  readonly account: Account;
  readonly movements: readonly Cents[];
}

export interface StatementLine {
  readonly account: Account;
  /** In the account's natural sign, one per column. */
  readonly amounts: readonly Cents[];
}

export interface StatementGroup {
  readonly type: AccountType;
  readonly lines: readonly StatementLine[];
  readonly totals: readonly Cents[];
}

export interface IncomeStatement {
  readonly revenue: StatementGroup;
  readonly costOfRevenue: StatementGroup;
  readonly expense: StatementGroup;
  readonly grossProfit: readonly Cents[];
  readonly netIncome: readonly Cents[];
}

/** Revenue − cost of revenue = gross profit; − expense = net income; for each column. `columns` is how many there are. */
export function incomeStatement(accounts: readonly AccountMovements[], columns: number): IncomeStatement {
  const revenue = statementGroup(accounts, 'revenue', columns);
  const costOfRevenue = statementGroup(accounts, 'cost-of-revenue', columns);
  const expense = statementGroup(accounts, 'expense', columns);
  const grossProfit = revenue.totals.map((amount, column) => cents(amount - (costOfRevenue.totals[column] ?? 0)));
  const netIncome = grossProfit.map((amount, column) => cents(amount - (expense.totals[column] ?? 0)));
  return { revenue, costOfRevenue, expense, grossProfit, netIncome };
}

/** The accounts of one type that moved, in natural sign, with totals per column. */
export function statementGroup(
  accounts: readonly AccountMovements[],
  type: AccountType,
  columns: number,
): StatementGroup {
  const sign = isDebitType(type) ? 1 : -1;
  const lines = accounts
    .filter(({ account, movements }) => account.type === type && movements.some((amount) => amount !== 0))
    .map(({ account, movements }) => ({ account, amounts: movements.map((amount) => cents(sign * amount)) }));
  const totals = Array.from({ length: columns }, (_, column) =>
    sum(lines.map(({ amounts }) => amounts[column] ?? cents(0))),
  );
  return { type, lines, totals };
}

/** Net income of one column: minus the debits of all profit-and-loss accounts. */
export function netIncome(accounts: readonly AccountMovements[], column: number): Cents {
  return cents(
    -sum(
      accounts
        .filter(({ account }) => isProfitAndLoss(account.type))
        .map(({ movements }) => movements[column] ?? cents(0)),
    ),
  );
}
