import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { cents } from '../../money/cents.ts';
import { percent, ratio } from '../../money/ratio.ts';
import { deadline } from '../deadlines/figures.ts';
import { fade, fadeTotals, type Expected } from './figures.ts';
import { fadeSteps } from './steps.ts';

const expected = (contract: number, budget: number, estimate: number): Expected => ({
  contract: cents(contract),
  budget: cents(budget),
  estimate: cents(estimate),
});

describe('fade, by its causes', () => {
  test.each([
    { case: 'nothing moved', before: [1000, 700, 700], after: [1000, 700, 700], causes: [0, 0, 0], margin: '30.0' },
    {
      case: 'a change order at a better margin',
      before: [1000, 700, 700],
      after: [1150, 820, 820],
      causes: [150, -120, 0],
      margin: '28.7',
    },
    { case: 'an overrun', before: [1000, 700, 700], after: [1000, 700, 760], causes: [0, 0, -60], margin: '24.0' },
    {
      case: 'a saving beside a deduction',
      before: [1000, 700, 700],
      after: [900, 640, 600],
      causes: [-100, 60, 40],
      margin: '33.3',
    },
  ])('$case', ({ before, after, causes, margin }) => {
    const [was, is] = [before, after].map(([one = 0, two = 0, three = 0]) => expected(one, two, three));
    if (!was || !is) throw new Error('two of them');
    const found = fade(was, is);
    expect([found.byPrice, found.byApproved, found.byForecast]).toEqual(causes);
    expect(found.marginAfter && percent(found.marginAfter, 1)).toBe(margin);
  });

  test('the causes add up to the fade, and the fades to that of all', () => {
    const amount = fc.integer({ min: -1e9, max: 1e9 }).map(cents);
    const any: fc.Arbitrary<Expected> = fc.record({ contract: amount, budget: amount, estimate: amount });
    fc.assert(
      fc.property(fc.array(fc.tuple(any, any)), (pairs) => {
        const rows = pairs.map(([before, after]) => fade(before, after));
        for (const row of rows) expect(row.byPrice + row.byApproved + row.byForecast).toBe(row.after - row.before);
        const totals = fadeTotals(rows);
        expect(totals.byPrice + totals.byApproved + totals.byForecast).toBe(totals.fade);
      }),
    );
  });
});

describe('a deadline', () => {
  const span = { startOn: isoDate('2027-01-01'), targetEndOn: isoDate('2027-04-10') };
  test.each([
    { case: 'before it begins', on: '2026-12-20', complete: 0, gone: '0', left: 111, kind: 'on time' },
    { case: 'half way, more than half done', on: '2027-02-19', complete: 60, gone: '50', left: 50, kind: 'on time' },
    { case: 'half way, less than half done', on: '2027-02-19', complete: 40, gone: '50', left: 50, kind: 'behind' },
    { case: 'on its last day, done', on: '2027-04-10', complete: 100, gone: '100', left: 0, kind: 'on time' },
    {
      case: 'half way, where nothing measures the work',
      on: '2027-02-19',
      complete: null,
      gone: '50',
      left: 50,
      kind: 'on time',
    },
    { case: 'after it', on: '2027-04-20', complete: 90, gone: '110', left: -10, kind: 'late' },
  ])('$case', ({ on, complete, gone, left, kind }) => {
    const found = deadline(span, complete === null ? null : ratio(complete, 100), isoDate(on));
    expect([percent(found.timeGone, 0), found.daysLeft, found.kind]).toEqual([gone, left, kind]);
  });
});

test('its causes lead from profit earlier to profit now', () => {
  const moved = fadeTotals([fade(expected(1_000, 700, 700), expected(1_100, 760, 820))]);
  // 300 expected at first; 100 by the price, 60 of cost agreed, 60 more by forecasts.
  expect(fadeSteps(moved).map(({ value, after }) => [value, after])).toEqual([
    [300, 300],
    [100, 400],
    [-60, 340],
    [-60, 280],
    [280, 280],
  ]);
});
