import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Account, AccountType, Role } from '../ledger/account.ts';
import { ACCOUNT_TYPES } from '../ledger/account.ts';
import { accountId } from '../ledger/ids.ts';
import { cents, sum } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { percent } from '../money/ratio.ts';
import { balanceSheet, nettedContracts } from './balance-sheet/figures.ts';
import { incomeStatement, netIncome } from './income-statement/figures.ts';
import { NO_RESULT, result, totalResult } from './profitability/figures.ts';

const account = (id: number, type: AccountType): Account => ({
  id: accountId(id),
  code: String(id),
  name: type,
  type,
  role: null,
});
const moved = (...amounts: readonly (readonly [AccountType, ...number[]])[]) =>
  amounts.map(([type, ...movements], index) => ({
    account: account(index + 1, type),
    movements: movements.map(cents),
  }));

describe('the income statement', () => {
  test('revenue less cost of revenue less expense, column by column', () => {
    const statement = incomeStatement(
      moved(['revenue', -1_000, -3_000], ['cost-of-revenue', 600, 1_500], ['expense', 100, 250], ['asset', 300, 1_250]),
      2,
    );
    expect(statement.revenue.totals).toEqual([1_000, 3_000]);
    expect(statement.grossProfit).toEqual([400, 1_500]);
    expect(statement.netIncome).toEqual([300, 1_250]);
  });

  test('accounts that did not move are left out, those that came to nothing on the way are not', () => {
    const statement = incomeStatement(moved(['revenue', 0, 0], ['revenue', -5, 0]), 2);
    expect(statement.revenue.lines.map(({ account: of }) => of.code)).toEqual(['2']);
  });
});

describe('contracts on the balance sheet', () => {
  test('each is netted by itself: a surplus of one never hides a deficit of another', () => {
    expect(nettedContracts([cents(500), cents(-300), cents(0), cents(200)])).toEqual({ assets: 700, liabilities: 300 });
  });

  test('assets less liabilities are the sum of the nets', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1_000_000, max: 1_000_000 })), (nets) => {
        const { assets, liabilities } = nettedContracts(nets.map(cents));
        expect(assets - liabilities).toBe(sum(nets.map(cents)));
        expect(assets).toBeGreaterThanOrEqual(0);
        expect(liabilities).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

test('contracts are shown once on the balance sheet, as their nets', () => {
  const role = (id: number, of: Role | null) => ({ ...account(id, 'asset'), role: of });
  const sheet = balanceSheet(
    [
      { account: role(1, 'earned-unbilled'), balance: cents(900) },
      { account: role(2, 'progress-billings'), balance: cents(-500) },
      { account: role(3, null), balance: cents(70) },
    ],
    { assets: cents(450), liabilities: cents(50) },
    { earlier: cents(0), thisYear: cents(0) },
  );
  expect(sheet.assets.lines.map(({ account: of, amounts }) => [of.code, ...amounts])).toEqual([['3', 70]]);
  expect([sheet.totalAssets, sheet.contractAssets, sheet.contractLiabilities]).toEqual([520, 450, 50]);
});

test('books that sum to zero make a balance sheet that balances', () => {
  const amount = fc.integer({ min: -10_000_000, max: 10_000_000 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...ACCOUNT_TYPES), amount, amount), { maxLength: 20 }),
      fc.integer({ min: -1_000, max: 1_000 }),
      (drawn, contract) => {
        const rest = (place: 1 | 2): number => -drawn.reduce((total, each) => total + each[place], 0);
        const balanced = moved(...drawn, ['asset', rest(1) - contract, rest(2)]);
        const earlier = balanced.map(({ account: of, movements: [, before = cents(0)] }) => ({
          account: of,
          movements: [before],
        }));
        const whole = balanced.map(({ account: of, movements: [now = cents(0), before = cents(0)] }) => ({
          account: of,
          balance: cents(now + before),
        }));
        const sheet = balanceSheet(whole, nettedContracts([cents(contract)]), {
          thisYear: netIncome(balanced, 0),
          earlier: netIncome(earlier, 0),
        });
        expect(sheet.totalAssets).toBe(sheet.totalLiabilitiesAndEquity);
      },
    ),
  );
});

describe('profitability', () => {
  const slice = () =>
    result({
      ...NO_RESULT,
      revenue: cents(100_000),
      costByType: { ...NO_RESULT.costByType, labor: cents(60_000), material: cents(15_000) },
      expectedLoss: cents(5_000),
      hours: quantity(100_000),
    });
  test('profit, margin of revenue, markup on cost, profit per hour', () => {
    const { profit, margin, markup, profitPerHour } = slice();
    expect([profit, profitPerHour]).toEqual([20_000, 2_000]);
    expect([margin && percent(margin), markup && percent(markup)]).toEqual(['20.00', '25.00']);
  });

  test('of nothing there is no margin, no markup and no profit per hour', () => {
    expect(result(NO_RESULT)).toMatchObject({ profit: 0, margin: null, markup: null, profitPerHour: null });
  });

  test('slices add up to the company', () => {
    const total = totalResult([slice(), slice(), { ...NO_RESULT, otherCost: cents(7_000) }]);
    expect(total.profit).toBe(33_000);
    expect([total.revenue, total.expectedLoss, total.otherCost]).toEqual([200_000, 10_000, 7_000]);
    expect([total.costByType.labor, total.hours]).toEqual([120_000, 200_000]);
  });
});
