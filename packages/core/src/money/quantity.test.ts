import { expect, test } from 'vitest';
import { extension, quantity, rate, sumQuantity } from './quantity.ts';

test.each([
  { case: '180 h at 64.00', units: 1_800_000, unitRate: 640_000, amount: 1_152_000 },
  { case: '7.5 h at 38.7544 is 290.658, rounded once', units: 75_000, unitRate: 387_544, amount: 29_066 },
  { case: 'half a cent goes up', units: 5_000, unitRate: 100, amount: 1 },
  { case: 'hours taken back', units: -80_000, unitRate: 342_000, amount: -27_360 },
  { case: 'no hours', units: 0, unitRate: 342_000, amount: 0 },
])('$case', ({ units, unitRate, amount }) => {
  expect(extension(quantity(units), rate(unitRate))).toBe(amount);
});

test('quantities add up', () => {
  expect(sumQuantity([quantity(75_000), quantity(5_000)])).toBe(80_000);
});
