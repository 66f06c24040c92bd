import { expect, test } from 'vitest';
import { columnsRead, initialOf, money, rowsNamed, rowsRead } from '../as-read.test.sample.ts';
import { INCOME_STATEMENT } from './report.ts';
import { IncomeStatement } from './shape.ts';

const group = (code: string, name: string, amounts: readonly [number, number]) => ({
  lines: [{ code, name, amounts: amounts.map((amount) => money(amount, `${code}/${String(amount)}`)) }],
  totals: amounts,
});
const tableFrom = (from: string) =>
  INCOME_STATEMENT.table(
    IncomeStatement.parse({
      columns: [
        { from, through: '2027-03' },
        { from: '2027-01', through: '2027-03' },
      ],
      revenue: group('4000', 'Contract revenue', [900, 2_000]),
      costOfRevenue: group('5000', 'Cost of contracts', [600, 1_300]),
      grossProfit: [300, 700],
      expense: group('6000', 'Rent', [100, 300]),
      netIncome: [money(200, 'net'), money(400, 'net of the year')],
    }),
    {},
  );

test('groups, gross profit and net income, for the span and the year', () => {
  const table = tableFrom('2027-03');
  expect(rowsRead(table)).toEqual([
    ['4000', 'Contract revenue', '900 ← 4000/900', '2000 ← 4000/2000'],
    ['', 'Revenue', '900', '2000'],
    ['5000', 'Cost of contracts', '600 ← 5000/600', '1300 ← 5000/1300'],
    ['', 'Cost of revenue', '600', '1300'],
    ['', 'Gross profit', '300', '700'],
    ['6000', 'Rent', '100 ← 6000/100', '300 ← 6000/300'],
    ['', 'Expense', '100', '300'],
    ['', 'Net income', '200 ← net', '400 ← net of the year'],
  ]);
  expect(rowsNamed(table).filter((row) => row.endsWith('strong'))).toHaveLength(5);
});

test.each([
  { case: 'one month', from: '2027-03', head: 'Mar 2027 (2027-03_through_2027-03, money)' },
  { case: 'several', from: '2027-02', head: 'Feb 2027 – Mar 2027 (2027-02_through_2027-03, money)' },
])('the span is named: $case', ({ from, head }) => {
  expect(columnsRead(tableFrom(from)).slice(2)).toEqual([
    head,
    'Year, Jan 2027 – Mar 2027 (year_2027-01_through_2027-03, money)',
  ]);
});

test('it begins with its last month until another is chosen', () => {
  expect(initialOf(INCOME_STATEMENT, 'from')).toBe('2027-02');
});
