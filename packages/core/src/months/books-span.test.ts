import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { booksSpan, dayInBooks } from './books-span.ts';

const SPAN = booksSpan(month('2026-01'), isoDate('2027-03-31'));

test.each([
  { case: 'the first day of the books', day: '2026-01-01', kinds: [] },
  { case: 'the day before', day: '2025-12-31', kinds: ['day-outside-books'] },
  { case: 'a year ahead', day: '2028-03-30', kinds: [] },
  { case: 'more', day: '2028-03-31', kinds: ['day-outside-books'] },
])('$case', ({ day, kinds }) => {
  const decided = dayInBooks(isoDate(day), SPAN, 'datedOn');
  expect(decided.ok ? [] : decided.problems.map(({ kind }) => kind)).toEqual(kinds);
  expect(decided.ok ? [] : decided.problems).toMatchObject(kinds.map(() => ({ at: 'datedOn', first: '2026-01-01' })));
});
