import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { ROLES, type Role } from './account.ts';
import { employeeId } from './ids.ts';
import { MEASURE_NAMES, measuresOf } from './measures.ts';

const line = { amount: cents(700), quantity: quantity(80_000), employee: null };

/** What a debit of 7.00 adds to each measure, by the role of its account. */
const ADDS: Readonly<Partial<Record<Role, Readonly<Record<string, number>>>>> = {
  wip: { held: 700 },
  'construction-in-progress': { held: 700 },
  'cost-of-revenue': { expensed: 700 },
  'internal-projects': { expensed: 700 },
  revenue: { earned: -700 },
  'progress-billings': { billed: -700 },
  'loss-expense': { loss: 700 },
  'retention-receivable': { retained: 700 },
  'client-deposits': { deposit: -700 },
};

test.each((Object.keys(ROLES) as Role[]).map((role) => ({ role })))('a line of the account for $role', ({ role }) => {
  const added = measuresOf(line, role, false);
  const found = MEASURE_NAMES.flatMap((name, place) => (added[place] === 0 ? [] : [[name, added[place]]]));
  expect(Object.fromEntries(found)).toEqual(ADDS[role] ?? {});
});

test('hours are those of somebody, whatever the account', () => {
  const worked = { ...line, employee: employeeId(1) };
  expect(measuresOf(worked, null, false)[MEASURE_NAMES.indexOf('hours')]).toBe(80_000);
  expect(measuresOf(line, 'wip', false)[MEASURE_NAMES.indexOf('hours')]).toBe(0);
});

test('an account without a role measures nothing', () => {
  expect(measuresOf(line, null, false).every((amount) => amount === 0)).toBe(true);
});

test('closing a project bills nothing, and leaves the other measures', () => {
  expect(measuresOf(line, 'progress-billings', true)[MEASURE_NAMES.indexOf('billed')]).toBe(0);
  expect(measuresOf(line, 'revenue', true)[MEASURE_NAMES.indexOf('earned')]).toBe(-700);
});
