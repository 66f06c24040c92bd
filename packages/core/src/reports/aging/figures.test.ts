import fc from 'fast-check';
import { expect, test } from 'vitest';
import { dayOf, isoDate, plusDays } from '../../calendar/iso-date.ts';
import { cents, sum } from '../../money/cents.ts';
import { AGING_PARTS, aged, agingPart, type OpenItem } from './figures.ts';

const ON = isoDate('2027-03-31');

test.each([
  ['2027-04-15', 'Not due'],
  ['2027-03-31', 'Not due'],
  ['2027-03-30', '1–30'],
  ['2027-03-01', '1–30'],
  ['2027-02-28', '31–60'],
  ['2027-01-30', '31–60'],
  ['2027-01-29', '61–90'],
  ['2026-12-31', '61–90'],
  ['2026-12-30', 'Over 90'],
  ['2020-01-01', 'Over 90'],
])('what was due on %s is %s at the end of 31 Mar 2027', (due, part) => {
  expect(AGING_PARTS[agingPart(isoDate(due), ON)]).toBe(part);
});

test('what an account has without an open document stands beside the parts; who has nothing is left out', () => {
  const items = [
    { party: 1, dueOn: isoDate('2027-03-01'), open: cents(10_000) },
    { party: 1, dueOn: isoDate('2027-01-01'), open: cents(-2_500) },
    { party: 2, dueOn: isoDate('2027-04-01'), open: cents(700) },
  ];
  const balances = new Map([
    [1, cents(7_500)],
    [2, cents(1_000)],
    [3, cents(0)],
    [null, cents(-40)],
  ]);
  expect(aged(items, balances, ON)).toEqual([
    { party: 1, amounts: [0, 10_000, 0, -2_500, 0], other: 0, total: 7_500 },
    { party: 2, amounts: [700, 0, 0, 0, 0], other: 300, total: 1_000 },
    { party: null, amounts: [0, 0, 0, 0, 0], other: -40, total: -40 },
  ]);
});

const item: fc.Arbitrary<OpenItem> = fc.record({
  party: fc.integer({ min: 1, max: 4 }),
  dueOn: fc.integer({ min: 20_000, max: 22_000 }).map(dayOf),
  open: fc.integer({ min: -1_000_000, max: 1_000_000 }).map((amount) => cents(amount)),
});

test('every item is in one part, whatever the day, and everybody comes to their balance', () => {
  fc.assert(
    fc.property(fc.array(item), fc.integer({ min: 0, max: 900 }), (items, later) => {
      const balances = new Map<number | null, ReturnType<typeof cents>>([[5, cents(3)]]);
      const rows = aged(items, balances, plusDays(isoDate('2026-01-01'), later));
      expect(sum(rows.flatMap(({ amounts }) => amounts))).toBe(sum(items.map(({ open }) => open)));
      for (const { party, amounts, other, total } of rows) {
        expect(sum([...amounts, other])).toBe(total);
        expect(total).toBe(balances.get(party) ?? 0);
      }
    }),
  );
});
