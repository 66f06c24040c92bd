import { expect, test } from 'vitest';
import { cents } from '../../money/cents.ts';
import { monthsOf, monthsTogether, type MonthOf } from './figures.ts';

const month = (of: number, earned: number, billed: number, profit: number): MonthOf => ({
  ...{ month: of, earned: cents(earned * 100), billed: cents(billed * 100), profit: cents(profit * 100) },
});
// 100 earned with 20 of profit, nothing in the second month, 300 with 100 of it in the third.
const PIER = [month(1, 100, 150, 20), month(3, 300, 0, 100)];
const GATE = [month(2, 50, 50, -10)];

test('earned and billed of each month, and the margin to its end', () => {
  expect(monthsOf(PIER, [1, 2, 3])).toEqual({
    ...{ earned: [10_000, 0, 30_000], billed: [15_000, 0, 0], margins: [200_000, 200_000, 300_000] },
  });
});

test('what was earned before the months counts in their margins, and nothing has no margin', () => {
  expect(monthsOf(PIER, [2, 3]).margins).toEqual([200_000, 300_000]);
  expect(monthsOf(GATE, [1, 2]).margins).toEqual([null, -200_000]);
});

test('several together add up month by month', () => {
  // 10 of 150 to the end of the second month.
  expect(monthsTogether([PIER, GATE], [1, 2])).toEqual({
    ...{ earned: [10_000, 5_000], billed: [15_000, 5_000], margins: [200_000, 66_667] },
  });
});
