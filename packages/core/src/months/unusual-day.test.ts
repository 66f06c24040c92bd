import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { dayToCome, usualDay, usualPaymentDay } from './unusual-day.ts';

const TODAY = isoDate('2027-03-31');
const ASKED = { at: 'paidOn', today: TODAY, mayBeUnusual: false };
const BILL = { number: 'B-7', datedOn: isoDate('2027-03-05') };

test.each([
  { case: 'the day of the bill', day: '2027-03-05', kinds: [] },
  { case: 'the day before', day: '2027-03-04', kinds: ['paid-before'] },
  { case: 'a month ahead', day: '2027-05-01', kinds: [] },
  { case: 'a day more', day: '2027-05-02', kinds: ['day-ahead'] },
])('a payment on $case', ({ day, kinds }) => {
  const decided = usualPaymentDay(isoDate(day), BILL, ASKED);
  expect(decided.ok ? [] : decided.problems.map(({ kind }) => kind)).toEqual(kinds);
  expect(decided.ok ? [] : decided.problems.map(({ at }) => at)).toEqual(kinds.map(() => 'paidOn'));
  expect(usualPaymentDay(isoDate(day), BILL, { ...ASKED, mayBeUnusual: true })).toEqual({ ok: true, value: day });
});

test('any document is asked about when its day is far ahead', () => {
  expect(usualDay(isoDate('2027-05-01'), ASKED).ok).toBe(true);
  expect(usualDay(isoDate('2027-05-02'), ASKED)).toMatchObject({ problems: [{ kind: 'day-ahead', today: TODAY }] });
});

test('hours of days to come are asked about, those of today are not', () => {
  expect(dayToCome(TODAY, TODAY, 'rows/0/0')).toEqual([]);
  expect(dayToCome(isoDate('2027-04-01'), TODAY, 'rows/0/0')).toEqual([
    { at: 'rows/0/0', kind: 'day-to-come', day: '2027-04-01' },
  ]);
});
