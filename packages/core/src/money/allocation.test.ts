import fc from 'fast-check';
import { expect, test } from 'vitest';
import { allocation } from './allocation.ts';
import { cents, sum } from './cents.ts';

test.each([
  { case: 'a dollar in three: the odd cent goes to the first', amount: 100, weights: [1, 1, 1], parts: [34, 33, 33] },
  { case: 'largest remainder first', amount: 10, weights: [1, 2, 4], parts: [1, 3, 6] },
  { case: 'a weight of zero takes nothing', amount: 7, weights: [0, 1], parts: [0, 7] },
  { case: 'below zero as above it', amount: -100, weights: [1, 1, 1], parts: [-34, -33, -33] },
  { case: 'weights all below zero share as above it', amount: 100, weights: [-1, -1, -2], parts: [25, 25, 50] },
  { case: 'ties go to the earlier', amount: 2, weights: [1, 1, 1, 1], parts: [1, 1, 0, 0] },
  { case: 'a credit that leaves a rest', amount: 10, weights: [4, -1], parts: [13, -3] },
  {
    case: 'a credit among the lines takes a share of the other sign',
    amount: 100,
    weights: [3, -1],
    parts: [150, -50],
  },
])('$case', ({ amount, weights, parts }) => {
  expect(allocation(cents(amount), weights)).toEqual(parts);
});

test('the parts sum to the amount, and none is further than a cent from its share', () => {
  const weights = fc
    .array(fc.integer({ min: 0, max: 1_000_000_000 }), { minLength: 1, maxLength: 12 })
    .filter((list) => list.some((each) => each > 0));
  fc.assert(
    fc.property(fc.integer({ min: -1_000_000_000, max: 1_000_000_000 }), weights, (amount, list) => {
      const parts = allocation(cents(amount), list);
      const total = list.reduce((all, each) => all + each, 0);
      expect(sum(parts)).toBe(amount);
      parts.forEach((part, index) =>
        expect(Math.abs(part - (amount * (list[index] ?? 0)) / total)).toBeLessThan(1.000001),
      );
    }),
  );
});

test('weights that sum to zero are refused', () => {
  expect(() => allocation(cents(1), [1, -1])).toThrow('weights that sum to zero');
});
