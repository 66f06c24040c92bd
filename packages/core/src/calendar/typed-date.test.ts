import { expect, test } from 'vitest';
import { isIsoDate, isoDate } from './iso-date.ts';
import { isMonth, isNameableMonth } from './month.ts';
import { typedDate } from './typed-date.ts';

test('days and months are written in full, and within the years that can be named', () => {
  for (const day of ['2027-03-31', '1950-01-01']) expect(isIsoDate(day)).toBe(true);
  for (const none of ['x2027-03-31', '2027-03-31x', '2027-02-29', '2027-3-1', '']) expect(isIsoDate(none)).toBe(false);
  expect(['2027-13', 'x2027-03', '2027-03x', '2027-00'].filter(isMonth)).toEqual([]);
  expect(['1949-12', '1950-01', '2949-12', '2950-01'].filter(isNameableMonth)).toEqual(['1950-01', '2949-12']);
});

test.each([
  { typed: ' 31 ', day: '2027-03-31' },
  { typed: '+10', day: '2027-04-10' },
  { typed: '-1', day: '2027-03-30' },
  { typed: '3/5', day: '2027-03-05' },
  { typed: '3/5/28', day: '2028-03-05' },
  { typed: '3/5/2028', day: '2028-03-05' },
  { typed: '5mar', day: '2027-03-05' },
  { typed: '5 March 28', day: '2028-03-05' },
  { typed: 'mar5', day: '2027-03-05' },
  { typed: 'March 5, 2028', day: '2028-03-05' },
  { typed: 'mar 5 28', day: '2028-03-05' },
  { typed: '+1x', day: undefined },
  { typed: 'x3/5', day: undefined },
  { typed: '3/5/2', day: undefined },
  { typed: 'on 5 mar', day: undefined },
  { typed: '5 mar 2', day: undefined },
  { typed: '1 mar 5', day: undefined },
  { typed: 'mar 5 2', day: undefined },
  { typed: 'x31', day: undefined },
  { typed: '31x', day: undefined },
  { typed: '312', day: undefined },
])('$typed near 31 March 2027 is $day', ({ typed, day }) => {
  expect(typedDate(typed, isoDate('2027-03-31'), 'month first')).toBe(day);
});

test.each([
  { typed: '01/03/2027', first: { month: '2027-01-03', day: '2027-03-01' } },
  { typed: '5/4', first: { month: '2027-05-04', day: '2027-04-05' } },
  { typed: '1.3.27', first: { month: '2027-01-03', day: '2027-03-01' } },
  { typed: '31/1', first: { month: undefined, day: '2027-01-31' } },
  { typed: '5 mar', first: { month: '2027-03-05', day: '2027-03-05' } },
  { typed: '2027-03-05', first: { month: '2027-03-05', day: '2027-03-05' } },
])('$typed is read by the order of the books', ({ typed, first }) => {
  const near = isoDate('2027-03-31');
  expect(typedDate(typed, near, 'month first')).toBe(first.month);
  expect(typedDate(typed, near, 'day first')).toBe(first.day);
});
