import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate, plusDays } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { cents, sum } from '../money/cents.ts';
import { costCurve } from './cost-curve.ts';
import { spreadOverMonths } from './spread-over-months.ts';

describe('spread over months', () => {
  test.each([
    {
      case: 'by days: 16 of March, 15 of April',
      from: '2027-03-16',
      through: '2027-04-15',
      amount: 3_100,
      parts: [1_600, 1_500],
    },
    { case: 'one day', from: '2027-03-16', through: '2027-03-16', amount: 100, parts: [100] },
    { case: 'an end before its beginning', from: '2027-03-16', through: '2027-03-01', amount: 100, parts: [100] },
    { case: 'over a year', from: '2026-12-31', through: '2027-01-31', amount: 3_200, parts: [100, 3_100] },
  ])('$case', ({ from, through, amount, parts }) => {
    expect(spreadOverMonths(cents(amount), isoDate(from), isoDate(through)).map((part) => part.amount)).toEqual(parts);
  });

  test('no cent is lost, whatever the days', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e9, max: 1e9 }), fc.nat(900), fc.nat(900), (amount, start, days) => {
        const from = plusDays(isoDate('2026-01-01'), start);
        const parts = spreadOverMonths(cents(amount), from, plusDays(from, days));
        expect(sum(parts.map((part) => part.amount))).toBe(amount);
      }),
    );
  });
});

test('the curve ends at the plan and at the estimate, and forecast begins where actual ends', () => {
  const curve = costCurve({
    plan: [{ amount: cents(6_000), from: isoDate('2027-01-01'), through: isoDate('2027-03-31') }],
    actual: [
      { month: month('2027-01'), amount: cents(1_000) },
      { month: month('2027-02'), amount: cents(3_000) },
    ],
    estimate: cents(8_000),
    through: month('2027-02'),
    targetEnd: isoDate('2027-04-30'),
  });
  expect(curve.map((point) => [point.month, point.planned, point.actual, point.forecast])).toEqual([
    ['2027-01', 2_067, 1_000, null],
    ['2027-02', 3_934, 4_000, 4_000],
    ['2027-03', 6_000, null, 6_033],
    ['2027-04', 6_000, null, 8_000],
  ]);
});

test('past its target end, what is still to come is to come next month', () => {
  const curve = costCurve({
    plan: [],
    actual: [{ month: month('2027-02'), amount: cents(10) }],
    estimate: cents(50),
    through: month('2027-03'),
    targetEnd: isoDate('2027-01-31'),
  });
  expect(curve.at(-1)).toEqual({ month: '2027-04', planned: 0, actual: null, forecast: 50 });
});
