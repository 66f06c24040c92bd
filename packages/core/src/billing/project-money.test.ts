import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate, plusDays } from '../calendar/iso-date.ts';
import { cents } from '../money/cents.ts';
import { depositToAvoid, expectedMoney, projectMoney, usualDelay, type MoneyEvent } from './project-money.ts';

const of = (dollars: number) => cents(dollars * 100);
const on = (day: string) => isoDate(day);

describe('received less paid, by day', () => {
  // Paid 600 on the 10th, received 1,000 on the 20th, paid 900 in March on the day 200 came in.
  const EVENTS: readonly MoneyEvent[] = [
    { on: on('2027-01-05'), billed: of(1_000), cost: of(500) },
    { on: on('2027-01-20'), received: of(1_000) },
    { on: on('2027-01-10'), paid: of(600) },
    { on: on('2027-03-02'), paid: of(900) },
    { on: on('2027-03-02'), received: of(200) },
  ];
  test('to date by month, months without anything as the one before', () => {
    expect(
      projectMoney(EVENTS).months.map(({ month, billed, received, paid, net }) => [month, billed, received, paid, net]),
    ).toEqual([
      ['2027-01', 100_000, 100_000, 60_000, 40_000],
      ['2027-02', 100_000, 100_000, 60_000, 40_000],
      ['2027-03', 100_000, 120_000, 150_000, -30_000],
    ]);
  });
  test('the lowest day is the most that was lent, and the deposit that would have avoided it', () => {
    const { lowest } = projectMoney(EVENTS);
    expect(lowest).toEqual({ on: '2027-01-10', net: -60_000 });
    expect(depositToAvoid(lowest)).toBe(60_000);
    expect(depositToAvoid(projectMoney([{ on: on('2027-01-01'), received: of(5) }]).lowest)).toBe(0);
    expect(projectMoney([])).toEqual({ months: [], lowest: null });
  });
});

test.each([
  { case: 'nothing paid yet', paid: [], days: 0 },
  {
    case: 'the middle one',
    paid: [
      [3, 100],
      [10, 100],
      [40, 100],
    ] as const,
    days: 10,
  },
  {
    case: 'by amount',
    paid: [
      [3, 500],
      [10, 100],
      [40, 100],
    ] as const,
    days: 3,
  },
  {
    case: 'before it is due',
    paid: [
      [-5, 100],
      [-2, 90],
    ] as const,
    days: -5,
  },
])('how a client really pays: $case', ({ paid, days }) => {
  expect(usualDelay(paid.map(([late, amount]) => ({ days: late, amount: of(amount) })))).toBe(days);
});

test('months to come: open invoices, the plan, and the cost to complete by day', () => {
  const events = expectedMoney({
    ...{ from: on('2027-03-31'), termsDays: 30, delay: 10, costToComplete: of(610), targetEndOn: on('2027-05-31') },
    open: [
      { dueOn: on('2027-03-01'), open: of(50) },
      { dueOn: on('2027-04-10'), open: of(70) },
    ],
    planned: [{ dueOn: on('2027-04-15'), amount: of(300) }],
  });
  expect(events).toEqual([
    // Overdue longer than usual: expected now.
    { on: '2027-04-01', received: 5_000 },
    { on: '2027-04-20', received: 7_000 },
    { on: '2027-04-15', billed: 30_000 },
    { on: '2027-05-25', received: 30_000 },
    // 30 days of April and 31 of May, paid thirty days later.
    { on: '2027-04-30', cost: 30_000 },
    { on: '2027-05-30', paid: 30_000 },
    { on: '2027-05-31', cost: 31_000 },
    { on: '2027-06-30', paid: 31_000 },
  ]);
});

test('with the deposit it says, the net is never below zero, and with a cent less it is', () => {
  const event = fc.record({
    on: fc.integer({ min: 0, max: 300 }).map((days) => plusDays(on('2027-01-01'), days)),
    received: fc.integer({ min: 0, max: 9_000 }).map(cents),
    paid: fc.integer({ min: 0, max: 9_000 }).map(cents),
  });
  fc.assert(
    fc.property(fc.array(event, { minLength: 1, maxLength: 30 }), (events) => {
      const deposit = depositToAvoid(projectMoney(events).lowest);
      const first = plusDays(on('2027-01-01'), -1);
      expect(projectMoney([{ on: first, received: deposit }, ...events]).lowest).toBeNull();
      if (deposit === 0) return;
      const less = projectMoney([{ on: first, received: cents(deposit - 1) }, ...events]).lowest;
      expect(less?.net).toBe(-1);
    }),
  );
});
