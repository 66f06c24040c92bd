import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { columnsRead, rowsNamed, rowsRead, totalsRead } from './as-read.test.sample.ts';
import { figuresRow, groupRows, statementTable, sumRow } from './statement-rows.ts';

const REVENUE = {
  lines: [
    { code: '4000', name: 'Contract revenue', amounts: [{ amountCents: cents(900), figure: 'a' }] },
    { code: '', name: 'Rounding', amounts: [{ amountCents: cents(-1) }] },
  ],
  totals: [cents(899)],
};

test('the accounts of a group stand above what they add up to, which is strong', () => {
  const table = statementTable(groupRows('Revenue', REVENUE), [{ head: 'March', file: 'march' }]);
  expect(columnsRead(table)).toEqual(['Account (code, text)', 'Name (name, text)', 'March (march, money)']);
  expect(rowsRead(table)).toEqual([
    ['4000', 'Contract revenue', '900 ← a'],
    ['', 'Rounding', '-1'],
    ['', 'Revenue', '899'],
  ]);
  expect(rowsNamed(table)).toEqual(['4000, Contract revenue', 'Rounding, Rounding', 'Revenue, Revenue, strong']);
  expect(totalsRead(table)).toBeNull();
});

test('two columns are told apart; where a row has no second amount it says nothing', () => {
  const table = statementTable(
    [sumRow('Gross profit', [5, 7]), figuresRow('Net income', [{ value: 3, figure: 'b' }], { strong: false })],
    [
      { head: 'March', file: 'march' },
      { head: 'Year', file: 'year' },
    ],
  );
  expect(table.columns.slice(2).map(({ id }) => id)).toEqual(['amount-first', 'amount-second']);
  expect(rowsRead(table)).toEqual([
    ['', 'Gross profit', '5', '7'],
    ['', 'Net income', '3 ← b', '–'],
  ]);
  expect(rowsNamed(table)).toEqual(['Gross profit, Gross profit, strong', 'Net income, Net income']);
});
