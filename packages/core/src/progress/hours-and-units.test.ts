import { expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { hoursShare, unitsShare } from './hours-and-units.ts';
import { position, PROJECT } from './position.test.sample.ts';
import { NO_RUN_COST, recognitionRow } from './recognition-run.ts';

const hours = (of: number) => quantity(of * 10_000);
const money = (dollars: number) => cents(dollars * 100);

test.each([
  { worked: 150, toCome: 250, share: { numerator: 150, denominator: 400 } },
  { worked: 150, toCome: 0, share: { numerator: 150, denominator: 150 } },
  { worked: 0, toCome: 250, share: null },
])('$worked hours worked and $toCome to come', ({ worked, toCome, share }) => {
  const found = hoursShare(hours(worked), hours(toCome));
  expect(found && found.numerator * (share?.denominator ?? 1)).toBe(
    found && (share?.numerator ?? 0) * found.denominator,
  );
  expect(found === null).toBe(share === null);
});

test.each([
  { done: 12, inAll: 48, earned: 200_000 },
  { done: 48, inAll: 48, earned: 800_000 },
  // Fewer are to do than were done: all of it, and no more than the price.
  { done: 50, inAll: 48, earned: 800_000 },
  { done: 0, inAll: 48, earned: 0 },
  { done: null, inAll: 48, earned: 0 },
  { done: 12, inAll: null, earned: 0 },
])('$done of $inAll units of 800,000 earn $earned', ({ done, inAll, earned }) => {
  const told = unitsShare(done === null ? null : hours(done), inAll);
  const of = position(
    { contract: 800_000, cost: 100_000, budget: 600_000 },
    { project: { ...PROJECT, method: 'units' }, told },
  );
  const row = recognitionRow(of, NO_RUN_COST, { month: month('2027-03'), kept: null, forecastMonths: null });
  expect(row.earnedToDate).toBe(money(earned));
});
