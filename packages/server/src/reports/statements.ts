import { fiscalYearStart, monthNumber, plusMonths, type Month } from '@lowtide/core/calendar/month.ts';
import { isProfitAndLoss } from '@lowtide/core/ledger/account.ts';
import { ZERO, cents, difference, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { balanceSheet, nettedContracts } from '@lowtide/core/reports/balance-sheet/figures.ts';
import {
  incomeStatement,
  netIncome,
  type AccountMovements,
  type StatementGroup,
} from '@lowtide/core/reports/income-statement/figures.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { bounds, monthEnd, type AsOf } from '../ledger/as-of-queries.ts';
import { accountColumns } from '../ledger/balance-queries.ts';
import { accounts, companyAt } from '../company/company-queries.ts';
import { traced } from '../http/traced.ts';
import { contractNets } from './wip-schedule.ts';

interface Column {
  readonly from: Month | null;
  readonly through: Month;
}

/** Movements of every account in each column of a statement, of all or of one project. */
async function movements(
  db: Db,
  at: AsOf,
  columns: readonly Column[],
  project?: number,
): Promise<readonly AccountMovements[]> {
  const chart = await accounts(db);
  const limits = await bounds(db, at);
  const spans = columns.map(({ from, through }) => ({
    ...limits,
    ...monthEnd(through),
    from: from === null ? null : monthNumber(from),
  }));
  const byColumn = await accountColumns(db, spans, project);
  return chart.map((account) => ({ account, movements: byColumn.map((column) => column.get(account.id) ?? ZERO) }));
}

/** What a statement is of: one project, or all of the books. */
interface StatementOf {
  readonly project?: number;
}

function groupAnswer(group: StatementGroup, columns: readonly Column[], of: StatementOf = {}) {
  return {
    totals: [...group.totals],
    lines: group.lines.map(({ account, amounts }) => ({
      code: account.code,
      name: account.name,
      amounts: amounts.map((amount, column) => {
        const { from, through } = columns[column] ?? { from: null, through: '' as Month };
        return traced(amount, {
          name: 'account',
          ...of,
          account: account.id,
          ...(from === null ? {} : { from }),
          through,
        });
      }),
    })),
  };
}

/** Revenue, cost and expense of the company, or what lines of one project moved of them. */
export async function income(
  db: Db,
  at: AsOf,
  { from, project }: { readonly from: Month; readonly project?: number | undefined },
): Promise<Answer<'income-statement'>> {
  const of: StatementOf = project === undefined ? {} : { project };
  const company = await companyAt(db, await bounds(db, at));
  const { through } = at;
  const columns = [
    { from, through },
    { from: fiscalYearStart(through, company.fiscalYearStartMonth), through },
  ];
  const statement = incomeStatement(await movements(db, at, columns, project), columns.length);
  return {
    columns,
    revenue: groupAnswer(statement.revenue, columns, of),
    costOfRevenue: groupAnswer(statement.costOfRevenue, columns, of),
    grossProfit: [...statement.grossProfit],
    expense: groupAnswer(statement.expense, columns, of),
    netIncome: statement.netIncome.map((amount, column) =>
      traced(amount, { name: 'profit', ...of, from: columns[column]?.from ?? from, through }),
    ),
  };
}

/** What the company, or one project, holds and owes; what a project has not by itself the company balances. */
export async function balance(db: Db, at: AsOf, project?: number): Promise<Answer<'balance-sheet'>> {
  const of: StatementOf = project === undefined ? {} : { project };
  const company = await companyAt(db, await bounds(db, at));
  const { through } = at;
  const yearStart = fiscalYearStart(through, company.fiscalYearStartMonth);
  const before = plusMonths(yearStart, -1);
  const columns = [
    { from: null, through },
    { from: yearStart, through },
    { from: null, through: before },
  ];
  const moved = await movements(db, at, columns, project);
  const sheet = balanceSheet(
    moved.map(({ account, movements: amounts }) => ({ account, balance: amounts[0] ?? ZERO })),
    nettedContracts(await contractNets(db, at, project)),
    { thisYear: netIncome(moved, 1), earlier: netIncome(moved, 2) },
  );
  return {
    assets: groupAnswer(sheet.assets, columns, of),
    contractAssets: contractSide(sheet.contractAssets, 'contract-assets', { ...of, through }),
    totalAssetsCents: sheet.totalAssets,
    liabilities: groupAnswer(sheet.liabilities, columns, of),
    contractLiabilities: contractSide(sheet.contractLiabilities, 'contract-liabilities', { ...of, through }),
    equity: groupAnswer(sheet.equity, columns, of),
    earlierProfit: traced(sheet.earlierProfit, { name: 'profit', ...of, through: before }),
    profitThisYear: traced(sheet.profitThisYear, { name: 'profit', ...of, from: yearStart, through }),
    company:
      project === undefined
        ? null
        : traced(difference(sheet.totalAssets, sheet.totalLiabilitiesAndEquity), {
            name: 'company-balance',
            ...of,
            through,
          }),
    totalLiabilitiesAndEquityCents: project === undefined ? sheet.totalLiabilitiesAndEquity : sheet.totalAssets,
  };
}

type ContractSide = 'contract-assets' | 'contract-liabilities';

/** A side of the contract nets; of one project it is its own net. */
function contractSide(
  amount: Cents,
  side: ContractSide,
  { project, through }: StatementOf & { readonly through: Month },
) {
  if (project === undefined) return traced(amount, { name: side, through });
  const name = side === 'contract-assets' ? 'contract-net' : 'contract-owed';
  return amount === 0 ? { amountCents: amount } : traced(amount, { name, project, through });
}

/** Every account that moved. Result accounts count from the start of the fiscal year, what came before is one row; or of all time. */
export async function trial(db: Db, at: AsOf, span: 'year' | 'all'): Promise<Answer<'trial-balance'>> {
  const { through } = at;
  const { fiscalYearStartMonth } = await companyAt(db, await bounds(db, at));
  const yearStart = fiscalYearStart(through, fiscalYearStartMonth);
  const before = plusMonths(yearStart, -1);
  const moved = await movements(db, at, [
    { from: null, through },
    { from: through, through },
    { from: yearStart, through },
  ]);
  const rows = moved.flatMap(({ account, movements: [toDate = ZERO, ofMonth = ZERO, ofYear = ZERO] }) => {
    const isYear = span === 'year' && isProfitAndLoss(account.type);
    const shown = isYear ? ofYear : toDate;
    if (shown === 0 && ofMonth === 0 && (isYear || toDate === 0)) return [];
    const figure = { name: 'account', account: account.id, through } as const;
    return [
      {
        code: account.code,
        name: account.name,
        type: account.type,
        movement: traced(ofMonth, { ...figure, from: through }),
        balance: traced(shown, isYear ? { ...figure, from: yearStart } : figure),
        debitCents: cents(Math.max(0, shown)),
        creditCents: cents(Math.max(0, -shown)),
      },
    ];
  });
  const earlier = span === 'year' ? difference(netIncome(moved, 0), netIncome(moved, 2)) : null;
  const both = (side: 'debitCents' | 'creditCents', of: number): Cents =>
    cents(sum(rows.map((row) => row[side])) + Math.max(0, of));
  return {
    rows,
    earlierProfit: earlier === null ? null : traced(earlier, { name: 'profit', through: before }),
    debitCents: both('debitCents', -(earlier ?? 0)),
    creditCents: both('creditCents', earlier ?? 0),
  };
}
