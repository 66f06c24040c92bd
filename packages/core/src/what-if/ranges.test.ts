import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents, sum } from '../money/cents.ts';
import { ratio } from '../money/ratio.ts';
import { position } from '../progress/position.test.sample.ts';
import { drawnCosts, quantile, type CostRange } from './drawn-costs.ts';
import { outcome } from './outcome.ts';
import { BLANK_RANGE, readRanges, SHARES, type RangeSheet } from './read-ranges.ts';

const money = (dollars: number) => cents(Math.round(dollars * 100));
const range = (low: number, likely: number, high: number): CostRange => ({
  ...{ low: money(low), likely: money(likely), high: money(high) },
});
const drawing = (together: number, draws = 10_000) => ({ draws, together: ratio(together, 100) });

describe('draws of a triangular range', () => {
  // (low + likely + high) ÷ 3 in the mean; below the likely one lies (likely − low) ÷ (high − low) of all.
  test.each([
    { case: 'even', of: range(80, 100, 120), mean: 100, belowLikely: 0.5 },
    { case: 'leaning to the dear side', of: range(90, 100, 170), mean: 120, belowLikely: 0.125 },
    { case: 'never below the likely', of: range(100, 100, 130), mean: 110, belowLikely: 0 },
  ])('$case: its mean and its middle are those of the distribution', ({ of, mean, belowLikely }) => {
    const { sums } = drawnCosts([of], drawing(50));
    expect(sums).toHaveLength(10_000);
    const found = sums.reduce((all, one) => all + one, 0) / sums.length / 100;
    expect(Math.abs(found - mean)).toBeLessThan(0.5);
    const below = sums.filter((one) => one < of.likely).length / sums.length;
    expect(Math.abs(below - belowLikely)).toBeLessThan(0.01);
    expect(sums[0]).toBeGreaterThanOrEqual(of.low);
    expect(sums.at(-1)).toBeLessThanOrEqual(of.high);
  });

  test('a quantile is that of the distribution: 5 % below 80 + √(0.05 × 40 × 20) = 86.32', () => {
    const drawn = drawnCosts([range(80, 100, 120)], drawing(0));
    expect(Math.abs(quantile(drawn, 5) / 100 - 86.32)).toBeLessThan(0.3);
  });

  test('lines that move together spread as far as one, lines of their own by the root of how many they are', () => {
    const four = Array.from({ length: 4 }, () => range(80, 100, 120));
    const width = (together: number): number => {
      const drawn = drawnCosts(four, drawing(together));
      return quantile(drawn, 95) - quantile(drawn, 5);
    };
    const one = drawnCosts([range(80, 100, 120)], drawing(0));
    const alone = quantile(one, 95) - quantile(one, 5);
    expect(Math.abs(width(100) / alone - 4)).toBeLessThan(0.05);
    expect(Math.abs(width(0) / alone - 2)).toBeLessThan(0.1);
    expect(width(50)).toBeGreaterThan(width(0));
    expect(width(50)).toBeLessThan(width(100));
  });

  test('what is certain brings nothing to the spread; what brings it comes to the whole', () => {
    const { spread } = drawnCosts([range(100, 100, 100), range(90, 100, 110), range(70, 100, 130)], drawing(50));
    expect(spread[0]).toBe(0);
    expect(spread[2]).toBeGreaterThan(2 * (spread[1] ?? 0));
    expect(spread.reduce((all, one) => all + one, 0)).toBeCloseTo(1, 9);
    expect(drawnCosts([range(5, 5, 5)], drawing(50)).spread).toEqual([0]);
  });
});

const symmetric = fc
  .record({ likely: fc.integer({ min: 0, max: 1_000_000_00 }), half: fc.integer({ min: 0, max: 500_000_00 }) })
  .map(({ likely, half }): CostRange => ({
    ...{ low: cents(likely - half), likely: cents(likely), high: cents(likely + half) },
  }));

test('the middle draw of symmetric ranges lies at their middle, however much they move together', () => {
  fc.assert(
    fc.property(
      fc.array(symmetric, { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 0, max: 100 }),
      (lines, share) => {
        const drawn = drawnCosts(lines, drawing(share, 1_000));
        const middle = sum(lines.map(({ likely }) => likely));
        expect(Math.abs(quantile(drawn, 50) - middle)).toBeLessThanOrEqual(1);
      },
    ),
    { numRuns: 40 },
  );
});

/** 800,000 for 600,000, of which 240,000 is spent; 360,000 to come on three lines. */
const GATE = position({ contract: 800_000, cost: 240_000, budget: 600_000 });
const BASIS = { position: GATE, kept: null, toCome: [money(200_000), money(100_000), money(60_000)] };
const sheet = (more: Partial<RangeSheet> = {}): RangeSheet => ({
  ...{ all: BLANK_RANGE, together: '', rows: [BLANK_RANGE, BLANK_RANGE, BLANK_RANGE] },
  ...more,
});

describe('ranges of a project', () => {
  test('with nothing typed every draw is what the books say', () => {
    const { ends, fan, likely, losing, problems, lines } = readRanges(sheet(), BASIS);
    expect(problems).toEqual([]);
    expect(likely).toEqual(outcome(GATE, null));
    for (const end of ends) expect(end).toMatchObject({ profit: money(200_000), estimate: money(600_000) });
    // 40 % of 200,000 is earned.
    expect(fan[0]).toMatchObject({ profits: SHARES.map(() => money(80_000)) });
    expect(fan.at(-1)).toMatchObject({ profits: SHARES.map(() => money(200_000)) });
    expect(losing.numerator).toBe(0);
    expect(lines.map(({ spread }) => spread)).toEqual([0, 0, 0]);
  });

  test('a percent of all holds for lines that say nothing of their own', () => {
    const rows = [
      BLANK_RANGE,
      { low: '100,000', likely: '', high: '100,000' },
      { low: '-5%', likely: '80,000', high: '' },
    ];
    const { likely, problems, lines } = readRanges(
      sheet({ all: { low: '-10%', likely: '', high: '20 %' }, rows }),
      BASIS,
    );
    expect(problems).toEqual([]);
    expect(lines.map((line) => line.likely)).toEqual([money(200_000), money(100_000), money(80_000)]);
    expect(lines[1]?.spread).toBe(0);
    expect(likely.profitAtCompletion).toBe(money(180_000));
  });

  test('a percent of the likely one is so much beside the forecast', () => {
    const { lines } = readRanges(sheet({ all: { low: '', likely: '5%', high: '' } }), BASIS);
    expect(lines.map(({ likely }) => likely)).toEqual([money(210_000), money(105_000), money(63_000)]);
  });

  test('from the worst to the best; a tenth of the work earns a tenth of what is to come', () => {
    const { ends, fan } = readRanges(
      sheet({ all: { low: '-20%', likely: '', high: '20%' }, together: '100 %' }),
      BASIS,
    );
    const profits = ends.map(({ profit }) => profit);
    expect(profits.toSorted((one, other) => one - other)).toEqual(profits);
    expect(Math.abs((profits[2] ?? 0) - money(200_000))).toBeLessThanOrEqual(1);
    expect(fan.map(({ done }) => done.numerator)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(fan.at(-1)?.profits).toEqual(profits);
    // At the middle draw: 240 + 36 of 600 is 46 % of 200,000.
    expect(Math.abs((fan[1]?.profits[2] ?? 0) - money(92_000))).toBeLessThanOrEqual(1);
  });

  test('how many draws end in a loss is counted: half of them, where the likely end has no profit', () => {
    const basis = { ...BASIS, position: position({ contract: 600_000, cost: 240_000, budget: 600_000 }) };
    const { losing } = readRanges(sheet({ all: { low: '-10%', likely: '', high: '10%' } }), basis);
    expect(losing).toEqual(ratio(5_000, 10_000));
  });

  test.each([
    {
      case: 'a least above the likely',
      more: { rows: [{ low: '300,000', likely: '', high: '' }] },
      says: ['0/low range-out-of-order'],
    },
    { case: 'of all, once', more: { all: { low: '10%', likely: '', high: '' } }, says: ['all/low range-out-of-order'] },
    {
      case: 'what is no number',
      more: { all: { low: 'much', likely: '', high: '' } },
      says: ['all/low unreadable-number'],
    },
    { case: 'more than everything together', more: { together: '120' }, says: ['together number-outside'] },
    {
      case: 'more than the books hold',
      more: { rows: [{ low: '', likely: '', high: '9999999 %' }] },
      says: ['0/high number-too-large'],
    },
  ])('$case is told at its cell and counts for nothing', ({ more, says }) => {
    const { problems, ends } = readRanges(sheet(more), BASIS);
    expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(says);
    expect(ends[2]?.profit).toBe(money(200_000));
  });

  test('more than sums can hold together is told, and counts for nothing', () => {
    const rows = Array.from({ length: 200 }, () => ({ low: '', likely: '', high: '900,000,000,000' }));
    const basis = { ...BASIS, toCome: rows.map(() => money(1_800)) };
    const { problems, ends } = readRanges(sheet({ rows }), basis);
    expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['all/high number-too-large']);
    expect(ends[2]?.profit).toBe(money(200_000));
  });

  test('where cost is not what shows progress only now and the end are drawn', () => {
    const surveyed = { ...GATE, project: { ...GATE.project, method: 'surveyed' as const } };
    expect(readRanges(sheet(), { ...BASIS, position: surveyed }).fan).toHaveLength(2);
  });
});
