import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate, plusDays } from '../calendar/iso-date.ts';
import { costCodeId, employeeId, projectId } from '../ledger/ids.ts';
import { cents, sum } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import {
  clearingRows,
  clearingTotals,
  differencePerHour,
  payrollOfHour,
  type AppliedHours,
  type ClearingPeriod,
} from './period-clearing.ts';
import { trueUpShares } from './true-up.ts';

const MONDAY = isoDate('2027-03-01');
const coding = (project: number) => ({
  ...{ project: projectId(project), phase: null, costCode: costCodeId(12), costType: 'labor' as const },
});
const worked = (
  employee: number,
  day: number,
  [hours, applied]: readonly [number, number],
  project = 1,
): AppliedHours => ({
  ...{ employee: employeeId(employee), workedOn: plusDays(MONDAY, day), coding: coding(project) },
  ...{ hours: quantity(hours * 10_000), applied: cents(applied) },
});
const paid = (employee: number | null, amount: number, hours = 0) => ({
  ...{ employee: employee === null ? null : employeeId(employee), paid: cents(amount) },
  hours: quantity(hours * 10_000),
});
const period = (parts: Partial<ClearingPeriod>): ClearingPeriod => ({ applied: [], paid: [], settled: [], ...parts });
const amounts = (of: ClearingPeriod) => trueUpShares(of).map(({ amount }) => amount);

/** 40, 36 and 20 hours at 38.7544. */
const APPLIED = [worked(1, 0, [40, 155_018], 1), worked(1, 1, [36, 139_516], 2), worked(1, 2, [20, 77_509], 3)];

describe('a pay period', () => {
  test('has hours and pay of each person side by side, and their difference', () => {
    const rows = clearingRows(period({ applied: APPLIED, paid: [paid(1, 384_690, 96)] }));
    expect(rows).toEqual([
      {
        ...{ employee: 1, entered: 960_000, hoursPaid: 960_000, applied: 372_043, paid: 384_690, settled: 0 },
        ...{ difference: 12_647, is: 'both' },
      },
    ]);
    // 126.47 ÷ 96 h.
    expect(differencePerHour(clearingTotals(rows))).toBe(13_174);
  });

  test('lists hours without pay and pay without hours apart', () => {
    const rows = clearingRows(period({ applied: [worked(1, 0, [8, 100])], paid: [paid(2, 500, 8), paid(null, 30)] }));
    expect(rows.map(({ employee, is, difference }) => [employee, is, difference])).toEqual([
      [1, 'entered and never paid', -100],
      [2, 'paid and never entered', 500],
      [null, 'in common', 30],
    ]);
  });
});

test.each([
  { case: 'half of the smallest part of an hour less is one less', difference: -25, hours: 20_000, per: -13 },
  { case: 'half more is one more', difference: 25, hours: 20_000, per: 13 },
  { case: 'no hours have no difference', difference: 25, hours: 0, per: null },
])('$case', ({ difference, hours, per }) => {
  // 0.25 ÷ 200 h = 0.00125.
  expect(differencePerHour({ difference: cents(difference), entered: quantity(hours * 100) })).toBe(per);
});

describe('an hour', () => {
  const days = (id: number, from: number, through: number, ...people: readonly number[]) => ({
    ...{ id, from: plusDays(MONDAY, from), through: plusDays(MONDAY, through), isInOneSum: people.length === 0 },
    employees: new Set(people.map(employeeId)),
  });
  test.each([
    { case: 'of the payroll that paid its person', payrolls: [days(1, 0, 13, 2), days(2, 7, 20, 1)], of: 2 },
    { case: 'of the first of two that paid them', payrolls: [days(1, 0, 13, 1), days(2, 7, 20, 1)], of: 1 },
    { case: 'of the one in one sum', payrolls: [days(1, 0, 13, 2), days(2, 7, 20)], of: 2 },
    { case: 'of the first, unpaid', payrolls: [days(2, 7, 20, 2), days(1, 0, 13, 2)], of: 1 },
    { case: 'of none that has not its day', payrolls: [days(1, 0, 6, 1)], of: null },
  ])('is compared with one payroll: $case', ({ payrolls, of }) => {
    expect(payrollOfHour({ employee: employeeId(1), workedOn: plusDays(MONDAY, 8) }, payrolls)).toBe(of);
  });
});

describe('a true-up', () => {
  test('spreads the difference over the hours it belongs to, by what was applied', () => {
    const shares = trueUpShares(period({ applied: APPLIED.toReversed(), paid: [paid(1, 384_690)] }));
    expect(shares.map(({ line, amount }) => [amount, line.coding?.project])).toEqual([
      [5_269, 1],
      [4_743, 2],
      [2_635, 3],
    ]);
  });

  test.each<{ case: string; of: ClearingPeriod; expected: readonly number[] }>([
    { case: 'paid less', of: period({ applied: APPLIED, paid: [paid(1, 372_040)] }), expected: [-1, -1, -1] },
    { case: 'paid the same', of: period({ applied: APPLIED, paid: [paid(1, 372_043)] }), expected: [] },
    {
      case: 'settled already',
      of: period({
        ...{ applied: APPLIED, paid: [paid(1, 384_690)] },
        settled: [{ employee: employeeId(1), amount: cents(12_647) }],
      }),
      expected: [],
    },
    {
      case: 'known in one sum: over all hours',
      of: period({ applied: [worked(1, 0, [8, 300]), worked(2, 0, [8, 100])], paid: [paid(null, 440)] }),
      expected: [30, 10],
    },
    {
      case: 'a fee: over the hours of all who are paid and have entered',
      of: period({
        applied: [worked(1, 0, [8, 300]), worked(2, 0, [8, 100]), worked(3, 0, [8, 100])],
        paid: [paid(1, 300), paid(2, 100), paid(null, 40)],
      }),
      expected: [30, 10],
    },
    {
      case: 'hours without pay, and pay without hours, stay out',
      of: period({ applied: [worked(1, 0, [8, 300])], paid: [paid(2, 500)] }),
      expected: [],
    },
    {
      case: 'equal remainders go by day',
      of: period({ applied: [worked(1, 1, [1, 50]), worked(1, 0, [1, 50])], paid: [paid(1, 101)] }),
      expected: [1],
    },
  ])('$case', ({ of, expected }) => {
    expect(amounts(of)).toEqual(expected);
  });
});

const anyLine = fc
  .record({
    ...{ employee: fc.integer({ min: 1, max: 4 }), day: fc.nat(13), project: fc.integer({ min: 1, max: 3 }) },
    ...{ hours: fc.integer({ min: 1, max: 12 }), applied: fc.integer({ min: 1, max: 90_000 }) },
  })
  .map(({ employee, day, project, hours, applied }) => worked(employee, day, [hours, applied], project));
const anyPeriod = fc
  .record({
    applied: fc.array(anyLine, { minLength: 1, maxLength: 20 }),
    pay: fc.array(fc.nat(300_000), { minLength: 4, maxLength: 4 }),
    fee: fc.nat(500),
  })
  .map(({ applied, pay, fee }) =>
    period({ applied, paid: [...pay.map((amount, place) => paid(place + 1, amount)), paid(null, fee)] }),
  );

test('after it nothing is left to spread: each person’s shares come to their difference, on their own lines', () => {
  fc.assert(
    fc.property(anyPeriod, (of) => {
      const shares = trueUpShares(of);
      for (const row of clearingRows(of).filter(({ is }) => is === 'both')) {
        const own = shares.filter((share) => share.of === row.employee);
        expect(sum(own.map(({ amount }) => amount))).toBe(row.difference);
        expect(own.every(({ line }) => line.employee === row.employee)).toBe(true);
      }
      const settled = shares.map((share) => ({ employee: share.of, amount: share.amount }));
      expect(trueUpShares({ ...of, settled })).toEqual([]);
    }),
  );
});

test('the order in which hours and pay came in makes no difference', () => {
  fc.assert(
    fc.property(
      anyPeriod.chain((of) =>
        fc.tuple(fc.constant(of), fc.shuffledSubarray([...of.applied], { minLength: of.applied.length })),
      ),
      ([of, applied]) => {
        const keyed = (all: ReturnType<typeof trueUpShares>) =>
          all
            .map(({ of: whose, line, amount }) =>
              JSON.stringify([whose, line.workedOn, line.coding?.project, line.applied, amount]),
            )
            .toSorted();
        expect(keyed(trueUpShares({ ...of, applied }))).toEqual(keyed(trueUpShares(of)));
      },
    ),
  );
});
