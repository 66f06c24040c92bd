import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { firstOpenDay, laterPosting, openDay, openDayFrom, openMonthFrom } from './open-day.ts';

const JANUARY = month('2027-01');

test('a day through the locked month is refused with the first open day', () => {
  expect(openDay(isoDate('2027-01-31'), JANUARY, 'day')).toEqual({
    ok: false,
    problems: [{ at: 'day', kind: 'month-locked', month: '2027-01', firstOpenDay: '2027-02-01' }],
  });
  expect(openDay(isoDate('2027-02-01'), JANUARY, 'day').ok).toBe(true);
  expect(openDay(isoDate('1999-01-01'), null, 'day').ok).toBe(true);
  expect(firstOpenDay(month('2026-12'))).toBe('2027-01-01');
});

test('what is dated in a locked month counts from the first open day, and says so', () => {
  expect(openDayFrom(isoDate('2026-11-30'), JANUARY)).toBe('2027-02-01');
  expect(openDayFrom(isoDate('2027-02-03'), JANUARY)).toBe('2027-02-03');
  expect(openDayFrom(isoDate('2027-01-03'), null)).toBe('2027-01-03');
  expect(openMonthFrom(month('2026-12'), JANUARY)).toBe('2027-02');
  expect(openMonthFrom(month('2027-03'), JANUARY)).toBe('2027-03');
  expect(openMonthFrom(month('2026-12'), null)).toBe('2026-12');
  expect(laterPosting(isoDate('2027-01-31'), JANUARY, { at: 'day' })).toEqual([
    { at: 'day', kind: 'posts-later', day: '2027-01-31', postsOn: '2027-02-01' },
  ]);
  expect(laterPosting(isoDate('2027-02-01'), JANUARY, { at: 'day' })).toEqual([]);
});
