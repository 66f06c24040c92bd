import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { dayNumber, dayOf, dayText, isIsoDate, isoDate, mondayOf, plusDays } from './iso-date.ts';
import {
  fiscalYearStart,
  isNameableMonth,
  lastDay,
  month,
  monthAt,
  monthNumber,
  monthOf,
  monthText,
  plusMonths,
} from './month.ts';
import { typedDate } from './typed-date.ts';

const NEAR = isoDate('2027-03-31');
const anyDay = fc.integer({ min: -7_000, max: 350_000 }).map(dayOf);

describe('a day as people type it, near 31 March 2027', () => {
  test.each([
    { typed: '2027-02-28', day: '2027-02-28' },
    { typed: '3/31', day: '2027-03-31' },
    { typed: '12/1/26', day: '2026-12-01' },
    { typed: '12/1/2026', day: '2026-12-01' },
    { typed: '31 mar', day: '2027-03-31' },
    { typed: '1 April 2028', day: '2028-04-01' },
    { typed: 'mar 5', day: '2027-03-05' },
    { typed: 'feb 29, 2028', day: '2028-02-29' },
    { typed: '15', day: '2027-03-15' },
    { typed: '+30', day: '2027-04-30' },
    { typed: '-1', day: '2027-03-30' },
  ])('$typed', ({ typed, day }) => {
    expect(typedDate(typed, NEAR, 'month first')).toBe(day);
  });

  test.each(['', '32', '2/30', '13/1', '29 feb', 'soon', '2027-02-29', '1800-01-01', '2999-12-31', '31 mars mars'])(
    '%s is no day',
    (typed) => {
      expect(typedDate(typed, NEAR, 'month first')).toBeUndefined();
    },
  );
});

test('a day typed as printed is the same day', () => {
  fc.assert(
    fc.property(anyDay, (day) => {
      fc.pre(isNameableMonth(day.slice(0, 7)));
      expect(typedDate(dayText(day), NEAR, 'day first')).toBe(day);
      expect(dayOf(dayNumber(day))).toBe(day);
    }),
  );
});

test('the calendar knows its days', () => {
  expect(isIsoDate('2028-02-29')).toBe(true);
  expect(isIsoDate('2027-02-29')).toBe(false);
  expect(isIsoDate('2027-2-9')).toBe(false);
  expect(() => isoDate('tomorrow')).toThrow('is no day');
});

test('weeks begin on the Monday on or before the day', () => {
  expect(mondayOf(isoDate('2027-03-31'))).toBe('2027-03-29');
  fc.assert(
    fc.property(anyDay, (day) => {
      const monday = mondayOf(day);
      expect(monday <= day && day <= plusDays(monday, 6)).toBe(true);
      expect(new Date(`${monday}T00:00:00Z`).getUTCDay()).toBe(1);
    }),
  );
});

describe('months', () => {
  test.each([
    { period: '2027-02', last: '2027-02-28' },
    { period: '2028-02', last: '2028-02-29' },
    { period: '2026-12', last: '2026-12-31' },
    { period: '2999-12', last: '2999-12-31' },
  ])('the last day of $period is $last', ({ period, last }) => {
    expect(lastDay(month(period))).toBe(last);
  });

  test.each([
    { period: '2027-03', start: 1, first: '2027-01' },
    { period: '2027-03', start: 4, first: '2026-04' },
    { period: '2027-04', start: 4, first: '2027-04' },
    { period: '2027-12', start: 10, first: '2027-10' },
  ])('the fiscal year of $period that begins in month $start begins $first', ({ period, start, first }) => {
    expect(fiscalYearStart(month(period), start)).toBe(first);
  });

  test('numbers and months are one to one, and steps add up', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_950 * 12, max: 2_949 * 12 }),
        fc.integer({ min: -400, max: 400 }),
        (number, step) => {
          const period = monthAt(number);
          expect(monthNumber(period)).toBe(number);
          expect(plusMonths(plusMonths(period, step), -step)).toBe(period);
          expect(monthOf(lastDay(period))).toBe(period);
        },
      ),
    );
  });

  test('a month is said as people say it', () => {
    expect(monthText(month('2027-03'))).toBe('Mar 2027');
    expect(() => month('2027-13')).toThrow('is no month');
  });
});
