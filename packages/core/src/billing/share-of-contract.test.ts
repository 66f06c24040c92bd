import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { scheduled } from './billing.test.sample.ts';
import { billedOf, leftOf } from './schedule.ts';
import { splitOverSchedule } from './share-of-contract.ts';

const split = (amount: number, ...lines: Parameters<typeof splitOverSchedule>[1]) =>
  splitOverSchedule(cents(amount * 100), lines).map(({ line, work, stored }) => [
    line.number,
    work / 100,
    stored / 100,
  ]);

describe('a share of the contract goes to the lines of its schedule', () => {
  test.each([
    {
      case: 'by what is left of each',
      lines: [scheduled(1, 600), scheduled(2, 300, { work: 200 }), scheduled(3, 100, { work: 100 })],
      amount: 350,
      out: [
        [1, 300, 0],
        [2, 50, 0],
      ],
    },
    {
      case: 'the last one takes the rest of every line',
      lines: [scheduled(1, 600, { work: 599.99 }), scheduled(2, 300, { work: 100, stored: 50 })],
      amount: 150.01,
      out: [
        [1, 0.01, 0],
        [2, 150, 0],
      ],
    },
    {
      // Line 2 was cut to 100 after 150 was billed: 50 comes back, so 250 goes to line 1.
      case: 'a line that was cut is taken back first',
      lines: [scheduled(1, 600), scheduled(2, 100, { work: 150 })],
      amount: 200,
      out: [
        [1, 250, 0],
        [2, -50, 0],
      ],
    },
    {
      case: 'completed work before what is stored',
      lines: [scheduled(1, 600), scheduled(2, 100, { work: 20, stored: 150 })],
      amount: 100,
      out: [
        [1, 170, 0],
        [2, -20, -50],
      ],
    },
  ])('$case', ({ lines, amount, out }) => {
    expect(split(amount, ...lines)).toEqual(out);
  });

  test('it adds up, and no line goes above its value', () => {
    const line = fc.tuple(fc.integer({ min: 0, max: 90_000 }), fc.integer({ min: 0, max: 90_000 }));
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 6 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (all, share) => {
          const lines = all.map(([value, work], index) => scheduled(index + 1, value / 100, { work: work / 100 }));
          const left = lines.reduce((sum, each) => sum + leftOf(each), 0);
          fc.pre(left > 0);
          const amount = cents(Math.max(1, Math.floor(left * share)));
          const now = splitOverSchedule(amount, lines);
          expect(now.reduce((sum, each) => sum + billedOf(each), 0)).toBe(amount);
          for (const each of now) expect(billedOf(each)).toBeLessThanOrEqual(Math.max(0, leftOf(each.line)));
        },
      ),
    );
  });
});
