import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { lowestPrice } from './lowest-price.ts';

const change = (effectiveOn: string, amount: number) => ({ effectiveOn: isoDate(effectiveOn), amount: cents(amount) });

test.each([
  { case: 'no change', changes: [], lowest: 0 },
  { case: 'a price', changes: [change('2027-01-01', 100)], lowest: 0 },
  {
    case: 'deducted before it is agreed',
    changes: [change('2027-02-01', 100), change('2027-01-01', -40)],
    lowest: -40,
  },
  { case: 'deducted on its day', changes: [change('2027-01-01', -40), change('2027-01-01', 100)], lowest: 0 },
  {
    case: 'deducted and added again',
    changes: [change('2027-01-01', 100), change('2027-02-01', -130), change('2027-03-01', 50)],
    lowest: -30,
  },
])('the lowest price with $case', ({ changes, lowest }) => {
  expect(lowestPrice(changes)).toBe(lowest);
});
