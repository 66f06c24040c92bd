import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { ratio } from '../money/ratio.ts';
import { isFarMoved, movedShare, toldState, whyMissing } from './told-forecast.ts';

describe('where a project stands', () => {
  test.each([
    { case: 'nothing was told or saved', moments: { told: null, decision: null, saved: null }, state: 'missing' },
    {
      case: 'somebody saved it without being asked',
      moments: { told: null, decision: null, saved: 5 },
      state: 'saved',
    },
    { case: 'it waits', moments: { told: 5, decision: null, saved: null }, state: 'told' },
    { case: 'it was told after one was saved', moments: { told: 5, decision: null, saved: 4 }, state: 'told' },
    { case: 'one was saved since', moments: { told: 5, decision: null, saved: 6 }, state: 'saved' },
    { case: 'it was sent back', moments: { told: 5, decision: 'sent back', saved: null }, state: 'sent back' },
    { case: 'it counts', moments: { told: 5, decision: 'taken over', saved: 6 }, state: 'taken over' },
  ] as const)('$case: $state', ({ moments, state }) => {
    expect(toldState(moments)).toBe(state);
  });
});

describe('an estimate that moved', () => {
  const limit = ratio(5, 100);
  test.each([
    { case: 'by just the limit', before: 100_000, after: 105_000, far: false },
    { case: 'by a cent more', before: 100_000, after: 105_001, far: true },
    { case: 'down by as much', before: 100_000, after: 94_999, far: true },
    { case: 'from nothing', before: 0, after: 1, far: true },
    { case: 'not at all, from nothing', before: 0, after: 0, far: false },
  ])('$case: far $far', ({ before, after, far }) => {
    const moved = { before: cents(before), after: cents(after) };
    expect(isFarMoved(moved, limit)).toBe(far);
    expect(whyMissing(moved, limit, ' ').map(({ at, kind }) => `${at} ${kind}`)).toEqual(
      far ? ['text moved-without-why'] : [],
    );
    expect(whyMissing(moved, limit, 'Sand is dearer')).toEqual([]);
  });

  test('as a share of what it was', () => {
    expect(movedShare({ before: cents(200), after: cents(150) })).toEqual(ratio(50, 200));
    expect(movedShare({ before: cents(0), after: cents(150) })).toBeNull();
  });
});
