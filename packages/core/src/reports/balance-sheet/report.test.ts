import { expect, test } from 'vitest';
import { columnsRead, money, rowsNamed, rowsRead } from '../as-read.test.sample.ts';
import { BALANCE_SHEET } from './report.ts';
import { BalanceSheet } from './shape.ts';

const group = (code: string, name: string, amount: number) => ({
  lines: [{ code, name, amounts: [money(amount, code)] }],
  totals: [amount],
});

test('contracts stand on both sides of the balance sheet, profit apart by years, and the sides are equal', () => {
  const table = BALANCE_SHEET.table(
    BalanceSheet.parse({
      assets: group('1000', 'Bank', 700),
      contractAssets: money(50, 'under'),
      totalAssetsCents: 750,
      liabilities: group('2000', 'Payables', 300),
      contractLiabilities: money(90, 'over'),
      equity: group('3000', 'Capital', 200),
      earlierProfit: money(110, 'earlier'),
      profitThisYear: money(50, 'year'),
      totalLiabilitiesAndEquityCents: 750,
      company: null,
    }),
    {},
  );
  expect(columnsRead(table)).toEqual(['Account (code, text)', 'Name (name, text)', 'Amount (amount, money)']);
  expect(rowsRead(table)).toEqual([
    ['1000', 'Bank', '700 ← 1000'],
    ['', 'Assets before contracts', '700'],
    ['', 'Underbilled contracts', '50 ← under'],
    ['', 'Total assets', '750'],
    ['2000', 'Payables', '300 ← 2000'],
    ['', 'Liabilities before contracts', '300'],
    ['', 'Overbilled contracts', '90 ← over'],
    ['3000', 'Capital', '200 ← 3000'],
    ['', 'Equity before profit', '200'],
    ['', 'Profit of earlier years', '110 ← earlier'],
    ['', 'Profit of this year', '50 ← year'],
    ['', 'Total liabilities and equity', '750'],
  ]);
  expect(rowsNamed(table).filter((row) => row.endsWith('strong')).length).toBe(5);
  expect(rowsNamed(table)).toContain('Underbilled contracts, Underbilled contracts');
});
