import { describe, expect, test } from 'vitest';
import { columnsRead, money, rowsNamed, rowsRead, totalsRead } from '../as-read.test.sample.ts';
import { TRIAL_BALANCE } from './report.ts';
import { TrialBalance } from './shape.ts';

const rows = [
  {
    ...{ code: '1000', name: 'Bank', type: 'asset', movement: money(20, 'moved') },
    ...{ balance: money(700, 'bank'), debitCents: 700, creditCents: 0 },
  },
  {
    ...{ code: '4000', name: 'Revenue', type: 'revenue', movement: money(-30) },
    ...{ balance: money(-600, 'revenue'), debitCents: 0, creditCents: 600 },
  },
];
const trial = (earlierProfit: { amountCents: number; figure?: string | undefined } | null) =>
  TRIAL_BALANCE.table(TrialBalance.parse({ rows, earlierProfit, debitCents: 701, creditCents: 702 }), {});

describe('the trial balance', () => {
  test('a balance stands on its side, and only that side has a trace', () => {
    const table = trial(null);
    expect(columnsRead(table)).toEqual([
      ...['Account (code, text)', 'Name (name, text)', 'Type (type, text)', 'In the month (movement, money)'],
      ...['Debit (debit, money)', 'Credit (credit, money)'],
    ]);
    expect(rowsRead(table)).toEqual([
      ['1000', 'Bank', 'asset', '20 ← moved', '700 ← bank', '0'],
      ['4000', 'Revenue', 'revenue', '-30', '0', '600 ← revenue'],
    ]);
    expect(totalsRead(table)).toEqual(['', 'Total', '', '', '701', '702']);
    expect(rowsNamed(table)).toEqual(['1000, Bank', '4000, Revenue']);
  });

  test.each([
    { case: 'a profit of earlier years is a credit', profit: 100, debit: '0', credit: '100 ← earlier' },
    { case: 'a loss of earlier years is a debit', profit: -100, debit: '100 ← earlier', credit: '0' },
  ])('$case', ({ profit, debit, credit }) => {
    const table = trial(money(profit, 'earlier'));
    expect(rowsRead(table)[2]).toEqual(['', 'Profit of earlier years', 'equity', '0', debit, credit]);
    expect(rowsNamed(table)[2]).toBe('Profit of earlier years, Profit of earlier years');
  });

  test('nothing earned in earlier years has no row', () => {
    expect(rowsRead(trial(money(0, 'earlier')))).toHaveLength(2);
  });
});
