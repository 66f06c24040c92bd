import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { cents, ZERO } from '../money/cents.ts';
import { millionthsOf, ratio } from '../money/ratio.ts';
import { milestonesReached } from './milestones.ts';
import { position, PROJECT } from './position.test.sample.ts';
import type { ProjectPosition } from './project-position.ts';
import { NO_RUN_COST, recognitionRow, waitingCost } from './recognition-run.ts';

const POLICY = { month: month('2027-03'), kept: null, forecastMonths: null };
const measured = (method: 'surveyed' | 'milestones' | 'completed-contract') => ({ ...PROJECT, method });
const CODING = { project: PROJECT.id, phase: null, costCode: null, costType: null };
const HELD = [{ coding: CODING as never, amount: cents(24_000_000) }];
const RUN = { ...NO_RUN_COST, held: HELD };

/** Price 800,000.00, cost to date 240,000.00 of 600,000.00: 40 % by cost. */
const at = (more: Partial<ProjectPosition>) => position({ contract: 800_000, cost: 240_000, budget: 600_000 }, more);

describe('a run earns by what was told', () => {
  test.each([
    { case: 'surveyed at 35 %', method: 'surveyed', told: millionthsOf(350_000), earned: 28_000_000 },
    { case: 'surveyed at a third', method: 'surveyed', told: ratio(1, 3), earned: 26_666_667 },
    { case: 'surveyed at nothing', method: 'surveyed', told: millionthsOf(0), earned: 0 },
    { case: 'surveyed at all of it', method: 'surveyed', told: millionthsOf(1_000_000), earned: 80_000_000 },
    { case: 'milestones of 25 of 100', method: 'milestones', told: ratio(25, 100), earned: 20_000_000 },
    { case: 'nothing told yet', method: 'surveyed', told: null, earned: 0 },
  ] as const)('$case; its cost is cost of revenue as it is incurred', ({ method, told, earned }) => {
    const row = recognitionRow(at({ project: measured(method), told }), RUN, POLICY);
    expect([row.earnedToDate, row.released, row.provisionToDate]).toEqual([earned, HELD, 0]);
  });

  test('lines at zero margin are left out of what the percent is of, and earn what they cost', () => {
    const zeroMargin = { cost: cents(6_000_000), estimate: cents(10_000_000) };
    const row = recognitionRow(
      at({ project: measured('surveyed'), told: millionthsOf(500_000), zeroMargin }),
      RUN,
      POLICY,
    );
    // (800,000.00 − 100,000.00) × 50 % + 60,000.00
    expect(row.earnedToDate).toBe(41_000_000);
  });

  test('a loss is provided for in full, less what revenue and cost show of it', () => {
    const losing = position({ contract: 500_000, cost: 240_000, budget: 600_000 }, { project: measured('surveyed') });
    const row = recognitionRow({ ...losing, told: millionthsOf(300_000) }, RUN, POLICY);
    // 150,000.00 earned against 240,000.00 of cost shows 90,000.00 of the 100,000.00.
    expect([row.earnedToDate, row.provisionToDate]).toEqual([15_000_000, 1_000_000]);
  });

  test('cost above its estimate is pointed out, and told progress stays what it is', () => {
    const over = position({ contract: 800_000, cost: 610_000, budget: 600_000 }, { project: measured('surveyed') });
    const row = recognitionRow({ ...over, told: millionthsOf(700_000) }, NO_RUN_COST, POLICY);
    expect([row.earnedToDate, row.warnings.map(({ kind }) => kind)]).toEqual([56_000_000, ['cost-over-estimate']]);
  });

  test('cost of which nobody told the progress is pointed out', () => {
    const row = recognitionRow(at({ project: measured('milestones') }), NO_RUN_COST, POLICY);
    expect(row.warnings.map(({ kind }) => kind)).toEqual(['progress-not-told']);
  });
});

describe('a completed contract', () => {
  const project = measured('completed-contract');

  test('earns nothing before it is finished; its cost waits, also what was released before', () => {
    const recognized = [{ coding: CODING as never, amount: cents(5_000_000) }];
    const row = recognitionRow(at({ project, earned: cents(9_000_000) }), { ...RUN, recognized }, POLICY);
    expect([row.earnedToDate, row.earnedBefore, row.provisionToDate]).toEqual([0, 9_000_000, 0]);
    expect(row.released.map(({ amount }) => amount)).toEqual([-5_000_000]);
    expect(waitingCost(row)).toBe(24_000_000);
  });

  test('provides for the whole loss it is expected to end with', () => {
    const losing = position({ contract: 500_000, cost: 240_000, budget: 600_000 }, { project });
    expect(recognitionRow(losing, RUN, POLICY).provisionToDate).toBe(10_000_000);
  });

  test('earns its price when it is finished, and has cost what it has cost', () => {
    const row = recognitionRow(at({ project, stage: 'finished', provision: cents(1) }), RUN, POLICY);
    expect([row.earnedToDate, row.released, row.provisionToDate]).toEqual([80_000_000, HELD, 0]);
  });
});

test('weights reached ÷ all weights', () => {
  const milestone = (weight: number, isReached: boolean) => ({ weight, isReached });
  expect(milestonesReached([])).toBeNull();
  expect(milestonesReached([milestone(200_000, true), milestone(300_000, true), milestone(500_000, false)])).toEqual(
    ratio(500_000, 1_000_000),
  );
  expect(milestonesReached([milestone(1, false), milestone(2, false)])).toEqual(ratio(0, 3));
});

test('whatever was told on the way, revenue ends at the price and profit at price − cost', () => {
  const month = fc.record({
    cost: fc.integer({ min: 0, max: 30_000_000 }),
    told: fc.option(fc.integer({ min: 0, max: 1_000_000 })),
    budget: fc.integer({ min: 1, max: 90_000_000 }),
  });
  const method = fc.constantFrom('surveyed' as const, 'milestones' as const, 'completed-contract' as const);
  fc.assert(
    fc.property(
      fc.array(month, { minLength: 1, maxLength: 8 }),
      method,
      fc.integer({ min: 1, max: 80_000_000 }),
      (months, by, contract) => {
        let [earned, provision, released, cost] = [ZERO, ZERO, 0, 0];
        for (const [place, each] of months.entries()) {
          cost += each.cost;
          const ends = place === months.length - 1;
          const row = recognitionRow(
            {
              ...at({
                project: measured(by),
                earned,
                provision,
                told: each.told === null ? null : millionthsOf(each.told),
              }),
              ...{
                contract: cents(contract),
                budget: cents(each.budget),
                lineEstimates: cents(Math.max(each.budget, cost)),
              },
              ...{ costToDate: cents(cost), stage: ends ? 'finished' : 'under way' },
            },
            {
              ...NO_RUN_COST,
              held: [{ coding: CODING as never, amount: cents(cost - released) }],
              recognized: [{ coding: CODING as never, amount: cents(released) }],
            },
            POLICY,
          );
          earned = row.earnedToDate;
          provision = row.provisionToDate;
          released += row.released.reduce((all, { amount }) => all + amount, 0);
          // Gross profit to date is never better than the whole loss the contract is expected to end with.
          const loss = Math.max(0, Math.max(each.budget, cost) - contract);
          if (!ends && loss > 0) expect(earned - released - provision).toBeLessThanOrEqual(-loss);
        }
        expect([earned, released, earned - released - provision]).toEqual([contract, cost, contract - cost]);
      },
    ),
  );
});

test('wasted cost is left out of both sides of percent complete, and stays cost', () => {
  const wasted = cents(4_000_000);
  const row = recognitionRow(at({ wasted }), RUN, POLICY);
  // (240,000.00 − 40,000.00) ÷ (600,000.00 − 40,000.00) of 800,000.00.
  expect([row.earnedToDate, row.released]).toEqual([28_571_429, HELD]);
  expect(recognitionRow(at({ wasted, stage: 'finished' }), RUN, POLICY).earnedToDate).toBe(80_000_000);
});

test.each([
  { case: 'in the month', on: '2027-03-01', kinds: [] },
  { case: 'on the last day before it', on: '2027-02-28', kinds: ['progress-old'] },
])('progress that was told $case', ({ on, kinds }) => {
  const of = at({ project: measured('surveyed'), told: millionthsOf(500_000), toldOn: isoDate(on) });
  expect(recognitionRow(of, RUN, POLICY).warnings.map(({ kind }) => kind)).toEqual(kinds);
  expect(recognitionRow({ ...of, stage: 'finished' }, RUN, POLICY).warnings).toEqual([]);
});
