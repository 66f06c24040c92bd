import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { terms } from './billing.test.sample.ts';
import { retentionSteps, stepsText, withheldToDate } from './retention-terms.ts';

describe('retention as it is agreed', () => {
  test.each([
    { typed: '', steps: [] },
    { typed: '10', steps: [[0, 10]] },
    { typed: '10 %', steps: [[0, 10]] },
    {
      typed: '10 until 50, then 0',
      steps: [
        [0, 10],
        [50, 0],
      ],
    },
    {
      typed: '10% to 50; 5 until 75, 2.5',
      steps: [
        [0, 10],
        [50, 5],
        [75, 2.5],
      ],
    },
  ])('$typed', ({ typed, steps }) => {
    expect(retentionSteps(typed)).toEqual(
      steps.map(([from = 0, withheld = 0]) => ({ from: from * 10_000, withheld: withheld * 10_000 })),
    );
  });

  test.each([
    'ten',
    '10 until 50',
    '10, 5',
    '10 until 50, then 5 until 50, then 0',
    '101',
    '10 until 120, then 0',
    '-5',
  ])('%s says no such thing', (typed) => {
    expect(retentionSteps(typed)).toBeUndefined();
  });

  test('is typed back as it is kept', () => {
    for (const typed of ['10', '10 until 50, then 0', '10 until 50, then 5 until 75, then 2.5'])
      expect(stepsText(retentionSteps(typed) ?? [])).toBe(typed);
  });
});

describe('what is withheld to date', () => {
  test.each([
    // 84,000.00, 60 % done, 6,500.00 stored, 10 % of done and 5 % of stored: 5,040.00 and 325.00.
    {
      case: 'of done and of stored',
      typed: '10',
      stored: 5,
      value: 84_000,
      done: 50_400,
      on: 6_500,
      out: [5_040, 325],
    },
    {
      case: 'stored as done where nothing else is said',
      typed: '10',
      value: 84_000,
      done: 50_400,
      on: 6_500,
      out: [5_040, 650],
    },
    {
      case: 'at exactly half nothing more than half',
      typed: '10 until 50, then 0',
      value: 1_000,
      done: 500,
      out: [50, 0],
    },
    { case: 'beyond half what half came to', typed: '10 until 50, then 0', value: 1_000, done: 900, out: [50, 0] },
    // 500 at 10 %, 250 at 5 %, 100 at 2 %: 50 + 12.5 + 2.
    { case: 'step by step', typed: '10 until 50, then 5 until 75, then 2', value: 1_000, done: 850, out: [64.5, 0] },
    {
      case: 'stored at the step that is reached',
      typed: '10 until 50, then 5',
      value: 1_000,
      done: 500,
      on: 100,
      out: [50, 5],
    },
    {
      case: 'stored does not reach a step',
      typed: '10 until 50, then 5',
      value: 1_000,
      done: 499.99,
      on: 100,
      out: [50, 10],
    },
    { case: 'all of it once reduced', typed: '10 until 50, then 5', all: true, value: 1_000, done: 500, out: [25, 0] },
    {
      case: 'before that at the first',
      typed: '10 until 50, then 5',
      all: true,
      value: 1_000,
      done: 499,
      out: [49.9, 0],
    },
    { case: 'rounded once, half away from zero', typed: '10 until 50, then 5', value: 0.1, done: 0.07, out: [0.01, 0] },
    { case: 'without a price at the first step', typed: '10 until 50, then 0', value: 0, done: 900, out: [90, 0] },
    { case: 'nothing where nothing is agreed', typed: '', value: 1_000, done: 900, on: 50, out: [0, 0] },
  ])('$case', ({ typed, stored, all = false, value, done, on = 0, out }) => {
    const agreed = terms(typed, {
      stored: stored === undefined ? null : stored * 10_000,
      reduces: all ? 'all of it' : 'what follows',
    });
    const of = (dollars: number) => cents(Math.round(dollars * 100));
    const { work, stored: ofStored } = withheldToDate(agreed, {
      value: of(value),
      completed: of(done),
      stored: of(on),
    });
    expect([work, ofStored]).toEqual(out.map(of));
  });

  test('grows with the work, and is never more than the first percent of it where percents fall', () => {
    const done = fc.integer({ min: 0, max: 1_000_000 });
    fc.assert(
      fc.property(done, done, (one, other) => {
        const agreed = terms('10 until 50, then 5 until 75, then 1');
        const held = (completed: number) =>
          withheldToDate(agreed, { value: cents(1_000_000), completed: cents(completed), stored: cents(0) }).work;
        const [less, more] = [Math.min(one, other), Math.max(one, other)];
        expect(held(less)).toBeLessThanOrEqual(held(more));
        expect(held(more) * 10).toBeLessThanOrEqual(more + 5);
      }),
    );
  });
});
