import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { monthsLater, nextSheet, readRecurring } from './recurring-journal.ts';

test.each([
  { day: '2027-01-31', months: 1, later: '2027-02-28' },
  { day: '2027-02-28', months: 1, later: '2027-03-31' },
  { day: '2027-01-30', months: 1, later: '2027-02-28' },
  { day: '2027-01-15', months: 3, later: '2027-04-15' },
  { day: '2027-12-01', months: 1, later: '2028-01-01' },
])('$months months after $day is $later', ({ day, months, later }) => {
  expect(monthsLater(isoDate(day), months)).toBe(later);
});

test('the next one has its own day; an accrual is reversed on the first of the month after', () => {
  const sheet = { kind: 'journal' as const, datedOn: '1/31', text: 'Rent', reversesOn: '2/1', rows: [] };
  expect(nextSheet(sheet, isoDate('2027-02-28'))).toMatchObject({ datedOn: '2027-02-28', reversesOn: '2027-03-01' });
  expect(nextSheet({ ...sheet, reversesOn: '' }, isoDate('2027-02-28')).reversesOn).toBe('');
});

describe('what comes again is typed with a name, months and a day', () => {
  const good = { name: 'Rent', everyMonths: '1', nextOn: '2027-02-28', endsOn: '' };
  test.each([
    { case: 'nothing wrong', change: {}, said: [] },
    { case: 'no name', change: { name: '' }, said: ['name missing'] },
    { case: 'no months', change: { everyMonths: '0' }, said: ['everyMonths number-outside'] },
    { case: 'an end before it begins', change: { endsOn: '2027-01-01' }, said: ['endsOn days-out-of-order'] },
  ])('$case', ({ change, said }) => {
    const read = readRecurring({ ...good, ...change }, { today: isoDate('2027-01-31'), dayOrder: 'month first' });
    expect(read.ok ? [] : read.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(said);
  });
});
