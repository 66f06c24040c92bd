import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { percent } from '../money/ratio.ts';
import { budgetFigures, budgetRows, budgetTotals, type BudgetAmounts } from './budget-against-actual.ts';

const coding = (code: number) => ({
  project: projectId(1),
  phase: null,
  costCode: costCodeId(code),
  costType: 'material' as const,
});
const amounts = (original: number, changes = 0): BudgetAmounts => ({
  original: cents(original),
  changes: cents(changes),
  price: cents(0),
  units: { kind: 'none' },
});

describe('a budget line', () => {
  test.each([
    {
      case: 'under its budget',
      original: 10_000,
      changes: 0,
      actual: 4_000,
      left: 6_000,
      end: 10_000,
      variance: 0,
      used: '40',
    },
    {
      case: 'with a change',
      original: 10_000,
      changes: 2_000,
      actual: 6_000,
      left: 6_000,
      end: 12_000,
      variance: 0,
      used: '50',
    },
    {
      case: 'over its budget',
      original: 10_000,
      changes: 0,
      actual: 12_500,
      left: -2_500,
      end: 12_500,
      variance: -2_500,
      used: '125',
    },
    {
      case: 'with a credit above its cost',
      original: 10_000,
      changes: 0,
      actual: -500,
      left: 10_500,
      end: 10_000,
      variance: 0,
      used: '\u22125',
    },
    {
      // 4,000.00 spent and 3,500.00 on order leave 2,500.00 of 10,000.00; 75 % is spoken for.
      case: 'part of it on order',
      original: 1_000_000,
      changes: 0,
      actual: 400_000,
      committed: 350_000,
      left: 250_000,
      end: 1_000_000,
      variance: 0,
      used: '75',
    },
    {
      // 4,000.00 spent and 7,000.00 on order: it will end at 11,000.00.
      case: 'ordered beyond it',
      original: 1_000_000,
      changes: 0,
      actual: 400_000,
      committed: 700_000,
      left: -100_000,
      end: 1_100_000,
      variance: -100_000,
      used: '110',
    },
  ])('$case', ({ original, changes, actual, committed = 0, left, end, variance, used }) => {
    const found = budgetFigures({
      budget: amounts(original, changes),
      actual: cents(actual),
      committed: cents(committed),
      forecast: null,
      ended: false,
    });
    expect({ left: found.remaining, end: found.estimate, variance: found.variance }).toEqual({ left, end, variance });
    expect(found.used && percent(found.used, 0)).toBe(used);
  });

  test('nobody budgeted: all of it is variance, and no share of it is used', () => {
    expect(
      budgetFigures({ budget: null, actual: cents(3_415), committed: cents(0), forecast: null, ended: false }),
    ).toMatchObject({
      remaining: -3_415,
      estimate: 3_415,
      variance: -3_415,
      used: null,
    });
  });
});

test('unbudgeted codings come last, those whose cost came to nothing not at all; the sum row has them all', () => {
  const rows = budgetRows(
    [
      { coding: coding(1), budget: amounts(10_000), isZeroMargin: false },
      { coding: coding(2), budget: amounts(0), isZeroMargin: false },
    ],
    [
      { coding: coding(3), amount: cents(700) },
      { coding: coding(1), amount: cents(4_000) },
      { coding: coding(4), amount: cents(0) },
    ],
    [],
    { ended: new Set(), commitments: [] },
  );
  expect(rows.map(({ coding: of, budget }) => [of.costCode, budget !== null])).toEqual([
    [1, true],
    [2, true],
    [3, false],
  ]);
  expect(budgetTotals(rows)).toEqual({
    original: 10_000,
    changes: 0,
    actual: 4_700,
    committed: 0,
    remaining: 5_300,
    estimate: 10_700,
    variance: -700,
  });
});

test('a forecast makes its line end where it says, and a row where nobody budgeted', () => {
  const rows = budgetRows(
    [{ coding: coding(1), budget: amounts(10_000), isZeroMargin: false }],
    [{ coding: coding(1), amount: cents(4_000) }],
    [
      { coding: coding(1), estimate: cents(12_000), approvedSince: cents(1_000) },
      { coding: coding(2), estimate: cents(700), approvedSince: cents(0) },
      { coding: coding(3), estimate: cents(0), approvedSince: cents(0) },
    ],
    { ended: new Set(), commitments: [] },
  );
  expect(rows.map((row) => [row.coding.costCode, budgetFigures(row).estimate, budgetFigures(row).variance])).toEqual([
    [1, 13_000, -3_000],
    [2, 700, -700],
  ]);
});

test('of a project that has ended, every line ends at its cost', () => {
  const rows = budgetRows(
    [{ coding: coding(1), budget: amounts(10_000), isZeroMargin: false }],
    [{ coding: coding(1), amount: cents(4_000) }],
    [{ coding: coding(1), estimate: cents(12_000), approvedSince: cents(1_000) }],
    { ended: new Set([coding(1).project]), commitments: [] },
  );
  expect(budgetTotals(rows)).toMatchObject({ actual: 4_000, estimate: 4_000, variance: 6_000 });
});

test('totals are the sums of the lines, and budget less variance is the estimate', () => {
  const line = fc.tuple(
    fc.integer({ min: 0, max: 1_000_000 }),
    fc.integer({ min: -100_000, max: 1_000_000 }),
    fc.integer({ min: 0, max: 100_000 }),
  );
  fc.assert(
    fc.property(fc.array(line, { maxLength: 20 }), (lines) => {
      const rows = lines.map(([budget, actual, committed], index) => ({
        coding: coding(index + 1),
        budget: budget === 0 ? null : amounts(budget),
        actual: cents(actual),
        committed: cents(committed),
        forecast: null,
        ended: false,
        isZeroMargin: false,
      }));
      const totals = budgetTotals(rows);
      expect(totals.original + totals.changes - totals.variance).toBe(totals.estimate);
      expect(totals.original + totals.changes - totals.actual - totals.committed).toBe(totals.remaining);
      expect(totals.estimate).toBeGreaterThanOrEqual(totals.actual + totals.committed);
    }),
  );
});

test('what is on order and nobody budgeted or paid yet has a row of its own', () => {
  const rows = budgetRows([], [], [], {
    ended: new Set(),
    commitments: [
      { coding: coding(1), committed: cents(5_000) },
      { coding: coding(2), committed: cents(0) },
    ],
  });
  expect(rows.map((row) => [row.coding.costCode, row.committed, budgetFigures(row).estimate])).toEqual([
    [1, 5_000, 5_000],
  ]);
});
