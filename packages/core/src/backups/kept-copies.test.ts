import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate, plusDays } from '../calendar/iso-date.ts';
import { keptCopies } from './kept-copies.ts';

const daysFrom = (first: string, count: number) =>
  Array.from({ length: count }, (_, place) => plusDays(isoDate(first), place));

test.each([
  { case: 'nothing of nothing', days: [], kept: [] },
  { case: 'all of a week', days: daysFrom('2027-03-01', 7), kept: daysFrom('2027-03-01', 7) },
  {
    case: 'of a month: seven days, and the Sundays before them',
    days: daysFrom('2027-03-01', 31),
    // 31 March is a Wednesday: its week, and those that end on the 28th, 21st and 14th.
    kept: ['2027-03-14', '2027-03-21', ...daysFrom('2027-03-25', 7)],
  },
  {
    case: 'what was missed does not cost an older one',
    days: ['2026-01-31', '2026-06-30', '2027-03-31'].map(isoDate),
    kept: ['2026-01-31', '2026-06-30', '2027-03-31'],
  },
])('$case', ({ days, kept }) => {
  expect([...keptCopies(days)].toSorted()).toEqual(kept);
});

test('of two years, day by day, twelve months are left, and the newest is always among them', () => {
  const days = daysFrom('2025-04-01', 730);
  const kept = [...keptCopies(days)].toSorted();
  expect(kept.at(-1)).toBe(days.at(-1));
  expect(new Set(kept.map((day) => day.slice(0, 7))).size).toBe(12);
  expect(kept.length).toBeLessThanOrEqual(7 + 4 + 12);
});

test('keeping day by day leaves what keeping at the end would', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500 }), (count) => {
      const days = daysFrom('2026-01-01', count);
      let left: readonly (typeof days)[number][] = [];
      for (const day of days) left = [...keptCopies([...left, day])];
      expect([...left].toSorted()).toEqual([...keptCopies(days)].toSorted());
    }),
    { numRuns: 20 },
  );
});
