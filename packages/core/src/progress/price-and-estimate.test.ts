import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { cents, ZERO } from '../money/cents.ts';
import { ratio } from '../money/ratio.ts';
import { position, PROJECT } from './position.test.sample.ts';
import { agreedPrice } from './project-position.ts';
import { heldCost, NO_RUN_COST, recognitionRow, waitingCost } from './recognition-run.ts';
import { variableWithin } from './variable-amounts.ts';

const POLICY = { month: month('2027-03'), kept: null, forecastMonths: null };
const CODING = { project: PROJECT.id, phase: null, costCode: null, costType: null };
const held = (amount: number) => ({
  ...NO_RUN_COST,
  held: [{ coding: CODING as never, amount: cents(amount * 100) }],
});

describe('what is included in the price counts like what is agreed', () => {
  // 500,000.00 agreed, 400,000.00 to cost; 100,000.00 of it incurred: a quarter.
  test.each([
    { case: 'nothing', included: 0, earned: 125_000, provided: 0 },
    { case: 'a claim of 60,000', included: 60_000, earned: 140_000, provided: 0 },
    // 380,000.00 less 400,000.00 is lost; 95,000.00 less 100,000.00 shows 5,000.00 of it.
    { case: 'a penalty of 120,000', included: -120_000, earned: 95_000, provided: 15_000 },
  ])('$case', ({ included, earned, provided }) => {
    const of = position(
      { contract: 500_000 + included, cost: 100_000, budget: 400_000 },
      { included: cents(included * 100) },
    );
    const row = recognitionRow(of, held(100_000), POLICY);
    expect([row.earnedToDate, row.provisionToDate]).toEqual([earned * 100, provided * 100]);
    expect(agreedPrice(of)).toBe(50_000_000);
  });
});

test.each([
  { kind: 'claim', amount: 1, ok: true },
  { kind: 'claim', amount: -1, ok: false },
  { kind: 'bonus', amount: -1, ok: false },
  { kind: 'penalty', amount: 1, ok: false },
  { kind: 'penalty', amount: -1, ok: true },
  { kind: 'change order', amount: -1, ok: true },
  { kind: 'change order', amount: 1, ok: true },
  { kind: 'penalty', amount: 0, ok: true },
] as const)('of a $kind, $amount may be included: $ok', ({ kind, amount, ok }) => {
  expect(variableWithin(kind, cents(amount), 'amount').ok).toBe(ok);
});

describe('before a contract', () => {
  const proposed = (beforeContract: 'waits' | 'expensed') =>
    position(
      { contract: 0, cost: 40_000, budget: 0 },
      { project: { ...PROJECT, status: 'proposed', beforeContract }, stage: 'proposed' },
    );

  test('cost that the contract is expected to pay for waits', () => {
    const row = recognitionRow(proposed('waits'), held(40_000), POLICY);
    expect([row.earnedToDate, row.released, waitingCost(row), heldCost(row)]).toEqual([0, [], 4_000_000, 4_000_000]);
    expect(row.warnings.map(({ kind }) => kind)).toEqual(['no-contract']);
  });

  test('cost that nobody is expected to pay for is expensed, and nobody is asked for a contract', () => {
    const row = recognitionRow(proposed('expensed'), held(40_000), POLICY);
    expect([row.earnedToDate, row.released, waitingCost(row)]).toEqual([0, held(40_000).held, 0]);
    expect(row.warnings).toEqual([]);
  });

  test('with the contract it counts: 40,000 of 160,000 for 200,000 earn 50,000, less nothing for what was expensed', () => {
    const signed = position(
      { contract: 200_000, cost: 40_000, budget: 160_000 },
      { project: { ...PROJECT, beforeContract: 'expensed' } },
    );
    expect(recognitionRow(signed, NO_RUN_COST, POLICY).earnedToDate).toBe(5_000_000);
  });
});

describe('under contract and before it is estimated', () => {
  const unestimated = (beforeEstimate: 'waits' | 'earns its cost', cost = 30_000) =>
    position({ contract: 100_000, cost, budget: 0 }, { project: { ...PROJECT, beforeEstimate } });

  test('its cost waits', () => {
    const row = recognitionRow(unestimated('waits'), held(30_000), POLICY);
    expect([row.progress.kind, row.earnedToDate, row.released]).toEqual(['no-estimate', 0, []]);
  });

  // ASC 606-10-25-37, IFRS 15.45: revenue to the extent of the costs incurred that are expected to be recovered.
  test.each([
    { cost: 30_000, earned: 30_000 },
    { cost: 120_000, earned: 100_000 },
    { cost: 0, earned: 0 },
  ])(
    'or it earns what it costs: $cost of cost earn $earned, and no loss is said to be expected',
    ({ cost, earned }) => {
      const row = recognitionRow(unestimated('earns its cost', cost), held(cost), POLICY);
      expect([row.progress.kind, row.earnedToDate, row.provisionToDate]).toEqual(['earns-its-cost', earned * 100, 0]);
      expect(row.progress.complete).toEqual(ratio(0, 1));
      expect(row.released).toEqual(held(cost).held);
    },
  );

  test('with its first estimate it catches up: 30,000 of 75,000 are 40 % of 100,000', () => {
    const estimated = { ...unestimated('earns its cost'), budget: cents(7_500_000), lineEstimates: cents(7_500_000) };
    const row = recognitionRow({ ...estimated, earned: cents(3_000_000) }, held(0), POLICY);
    expect([row.progress.kind, row.earnedToDate]).toEqual(['under-way', 4_000_000]);
  });

  test('a completed contract waits all the same', () => {
    const of = unestimated('earns its cost');
    const completed = { ...of, project: { ...of.project, method: 'completed-contract' as const } };
    expect(recognitionRow(completed, held(30_000), POLICY).earnedToDate).toBe(ZERO);
  });
});
