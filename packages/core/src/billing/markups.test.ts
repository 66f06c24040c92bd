import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { markups, worthOfCost } from './markups.ts';

const AT_COST = { labor: 0, material: 0, subcontract: 0, equipment: 0, overhead: null, other: 0 };

describe('what is added to cost when it is billed', () => {
  test.each([
    { typed: '', read: AT_COST },
    {
      typed: '15',
      read: {
        labor: 150_000,
        material: 150_000,
        subcontract: 150_000,
        equipment: 150_000,
        overhead: null,
        other: 150_000,
      },
    },
    { typed: 'material 10%, sub 7.5', read: { ...AT_COST, material: 100_000, subcontract: 75_000 } },
    {
      typed: '10, equipment none',
      read: {
        labor: 100_000,
        material: 100_000,
        subcontract: 100_000,
        equipment: null,
        overhead: null,
        other: 100_000,
      },
    },
    { typed: 'overhead 12', read: { ...AT_COST, overhead: 120_000 } },
    {
      typed: 'none',
      read: { labor: null, material: null, subcontract: null, equipment: null, overhead: null, other: null },
    },
  ])('$typed', ({ typed, read }) => {
    expect(markups(typed)).toEqual(read);
  });

  test.each(['ten', 'material', 'material ten', 'material 10 5', 'gravel 10', '-5', '2000', 'material 10; other 5'])(
    'not read: %s',
    (typed) => {
      expect(markups(typed)).toBeUndefined();
    },
  );
});

test('cost × (1 + markup) is rounded once, half away from zero, also of what is taken back', () => {
  const terms = markups('material 12.5, other none') ?? AT_COST;
  // 0.04 × 12.5 % is half a cent.
  expect(worthOfCost(cents(4), 'material', terms)).toBe(5);
  expect(worthOfCost(cents(-4), 'material', terms)).toBe(-5);
  expect(worthOfCost(cents(10_000), 'subcontract', terms)).toBe(10_000);
  expect(worthOfCost(cents(10_000), 'other', terms)).toBeNull();
});
