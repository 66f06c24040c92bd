import { expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { cents } from '../money/cents.ts';
import { percent } from '../money/ratio.ts';
import type { ProjectPosition } from './project-position.ts';
import { position } from './position.test.sample.ts';
import { NO_RUN_COST, recognitionRow } from './recognition-run.ts';

const row = (of: ProjectPosition) =>
  recognitionRow(of, NO_RUN_COST, { month: month('2027-03'), kept: null, forecastMonths: 1 });

test.each([
  // ASC 606-10-55-187 to 192: elevators of 1,500,000 delivered, other cost 500,000 of 2,500,000: 20 %.
  { case: 'delivered, not installed', cost: 2_000_000, at: 1_500_000, percentDone: '20.00', earned: 2_200_000 },
  { case: 'not delivered yet', cost: 500_000, at: 0, percentDone: '20.00', earned: 700_000 },
  { case: 'delivered and nothing else done', cost: 1_500_000, at: 1_500_000, percentDone: '0.00', earned: 1_500_000 },
  { case: 'all done', cost: 4_000_000, at: 1_500_000, percentDone: '100.00', earned: 5_000_000 },
])('materials at zero margin: 5,000,000 for 4,000,000, $case', ({ cost, at, percentDone, earned }) => {
  const zeroMargin = { cost: cents(at * 100), estimate: cents(150_000_000) };
  const found = row(position({ contract: 5_000_000, budget: 4_000_000, cost }, { zeroMargin }));
  expect(percent(found.progress.complete)).toBe(percentDone);
  expect(found.earnedToDate).toBe(earned * 100);
});

test('lines at zero margin beyond the contract earn no more than it, and finished all of it is earned', () => {
  const zeroMargin = { cost: cents(15_000_000), estimate: cents(12_000_000) };
  const over = position({ contract: 100_000, cost: 150_000, budget: 160_000 }, { zeroMargin });
  expect(row(over).earnedToDate).toBe(10_000_000);
  expect(row({ ...over, stage: 'finished' }).earnedToDate).toBe(10_000_000);
});
