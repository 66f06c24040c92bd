import { expect, test } from 'vitest';
import { month } from './month.ts';
import { typedMonth } from './typed-month.ts';

test.each([
  { typed: '2026-11', read: '2026-11' },
  { typed: ' 3 ', read: '2027-03' },
  { typed: '11/26', read: '2026-11' },
  { typed: '1/2028', read: '2028-01' },
  { typed: 'mar', read: '2027-03' },
  { typed: 'March 2026', read: '2026-03' },
  { typed: 'sept. 26', read: '2026-09' },
  { typed: 'Dec,2026', read: '2026-12' },
  { typed: '+2', read: '2027-06' },
  { typed: '-4', read: '2026-12' },
  { typed: '0', read: undefined },
  { typed: '13', read: undefined },
  { typed: '13/27', read: undefined },
  { typed: 'mars ago', read: undefined },
  { typed: 'xyz 2027', read: undefined },
  { typed: '3/1', read: undefined },
  { typed: '3/1900', read: undefined },
  { typed: '', read: undefined },
  { typed: `mar${' '.repeat(50)}2027`, read: undefined },
])('$typed near April 2027 is $read', ({ typed, read }) => {
  expect(typedMonth(typed, month('2027-04'))).toBe(read);
});
