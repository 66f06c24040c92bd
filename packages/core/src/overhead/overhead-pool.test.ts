import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { CostType } from '../ledger/cost-type.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import { cents, sum } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import {
  appliedTo,
  overheadToApply,
  proposedRate,
  spreadDifference,
  type AppliedOverhead,
  type BaseSlice,
} from './overhead-pool.ts';

const coding = (project: number, code: number, costType: CostType = 'labor'): Coding => ({
  ...{ project: projectId(project), phase: null, costCode: costCodeId(code), costType },
});
const slice = (of: Coding, hours: number, laborCost: number, directCost: number): BaseSlice => ({
  ...{ coding: of, hours: quantity(hours), laborCost: cents(laborCost), directCost: cents(directCost) },
});

describe('applied is base × rate', () => {
  test.each([
    { case: '37.5 hours at 12.80', base: 'labor hours' as const, rate: 128_000, applied: 48_000 },
    { case: '18.5 % of 1,450.33 of labor', base: 'labor cost' as const, rate: 185_000, applied: 26_831 },
    { case: '4.25 % of 9,999.99 of direct cost', base: 'direct cost' as const, rate: 42_500, applied: 42_500 },
  ])('$case', ({ base, rate: of, applied }) => {
    expect(appliedTo(base, slice(coding(1, 1), 375_000, 145_033, 999_999), rate(of))).toBe(applied);
  });
});

describe('a run', () => {
  const pool = { base: 'direct cost' as const, rate: rate(100_000), onto: null };

  test('takes the cost types of one code as one, and rounds once', () => {
    const slices = [slice(coding(1, 1), 0, 0, 104), slice(coding(1, 1, 'material'), 0, 0, 104)];
    expect(overheadToApply(pool, slices, [])).toEqual([{ coding: coding(1, 1, 'overhead'), amount: 21 }]);
  });

  test('of a pool with a code of its own puts all of a project there, rounded once', () => {
    const slices = [slice(coding(1, 1), 0, 0, 104), slice(coding(1, 2), 0, 0, 104), slice(coding(2, 2), 0, 0, 50)];
    expect(overheadToApply({ ...pool, onto: costCodeId(9) }, slices, [])).toEqual([
      { coding: coding(1, 9, 'overhead'), amount: 21 },
      { coding: coding(2, 9, 'overhead'), amount: 5 },
    ]);
  });

  test('takes back what a correction took from the base', () => {
    const before = [{ coding: coding(1, 1, 'overhead'), amount: cents(500) }];
    expect(overheadToApply(pool, [], before)).toEqual([{ coding: coding(1, 1, 'overhead'), amount: -500 }]);
  });

  const amounts = fc.array(fc.tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: -1e7, max: 1e7 })), {
    maxLength: 8,
  });

  test('after another comes to what one alone does, for every slice', () => {
    fc.assert(
      fc.property(amounts, amounts, (first, second) => {
        const slices = (of: readonly (readonly [number, number])[]) =>
          of.map(([code, cost]) => slice(coding(1, code), 0, 0, cost));
        const once = overheadToApply(pool, slices([...first, ...second]), []);
        const before = overheadToApply(pool, slices(first), []);
        const rest = overheadToApply(pool, slices([...first, ...second]), before);
        for (const code of [1, 2, 3]) {
          const of = (all: readonly AppliedOverhead[]) =>
            sum(all.filter((each) => each.coding.costCode === costCodeId(code)).map(({ amount }) => amount));
          expect(of(before) + of(rest)).toBe(of(once));
        }
      }),
    );
  });
});

describe('a difference', () => {
  test('is spread by what was applied to each, to the cent', () => {
    const applied = [1, 2, 3].map((project) => ({ coding: coding(project, 1, 'overhead'), amount: cents(100) }));
    expect(spreadDifference(cents(100), applied, null).map(({ amount }) => amount)).toEqual([34, 33, 33]);
  });

  test('goes to the projects first, then to the codings of each', () => {
    // Of 10.00 by 3 × 1 and 1 × 3: 5.00 each, then 1.67, 1.67, 1.66; by codings at once the first would bear 1.67, 1.67, 1.67, 4.99.
    const applied = [1, 2, 3].map((code) => ({ coding: coding(1, code), amount: cents(1) }));
    const other = { coding: coding(2, 1), amount: cents(3) };
    expect(spreadDifference(cents(1_000), [...applied, other], null).map(({ amount }) => amount)).toEqual([
      167, 167, 166, 500,
    ]);
  });

  test('has nowhere to go where nothing was applied', () => {
    expect(spreadDifference(cents(100), [], null)).toEqual([]);
  });
});

test.each([
  { base: 'labor hours' as const, expense: 1_280_000, proposed: 128_000 },
  { base: 'labor cost' as const, expense: 1_280_000, proposed: 320_000 },
  { base: 'direct cost' as const, expense: 1_280_000, proposed: 160_000 },
])('12,800.00 over 1,000 hours, 40,000.00 of labor or 80,000.00 of cost: $base', ({ base, expense, proposed }) => {
  const of = { hours: quantity(10_000_000), laborCost: cents(4_000_000), directCost: cents(8_000_000) };
  expect(proposedRate(base, cents(expense), of)).toBe(proposed);
  expect(
    proposedRate(base, cents(expense), { hours: quantity(0), laborCost: cents(0), directCost: cents(0) }),
  ).toBeNull();
});
