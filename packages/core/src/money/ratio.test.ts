import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from './cents.ts';
import { compareRatios, keptTo, percent, ratio, roundedQuotient, shareOf } from './ratio.ts';

describe('a share of an amount is rounded once, half away from zero', () => {
  test.each([
    { case: 'a third of a dollar', amount: 100, part: 1, whole: 3, share: 33 },
    { case: 'half a cent goes up', amount: 1, part: 1, whole: 2, share: 1 },
    { case: 'half a cent below zero goes down', amount: -1, part: 1, whole: 2, share: -1 },
    { case: 'nothing of something', amount: 12345, part: 0, whole: 7, share: 0 },
    { case: 'all of it', amount: 12345, part: 7, whole: 7, share: 12345 },
    {
      case: 'contract 812,000.00 at 178,640 of 609,000',
      amount: 81_200_000,
      part: 17_864_000,
      whole: 60_900_000,
      share: 23_818_667,
    },
    {
      case: 'beyond what doubles multiply exactly',
      amount: 900_000_000_000_001,
      part: 1,
      whole: 3,
      share: 300_000_000_000_000,
    },
  ])('$case', ({ amount, part, whole, share }) => {
    expect(shareOf(cents(amount), ratio(part, whole))).toBe(share);
  });
});

test('the quotient of whole numbers agrees with exact arithmetic, large numbers or small', () => {
  const whole = fc.integer({ min: -900_000_000_000_000, max: 900_000_000_000_000 });
  fc.assert(
    fc.property(
      whole,
      fc.integer({ min: -1_000, max: 1_000 }),
      fc.integer({ min: 1, max: 1_000_000 }),
      (a, b, divisor) => {
        const doubled = 2n * BigInt(a) * BigInt(b);
        const size = (doubled < 0n ? -doubled : doubled) + BigInt(divisor);
        const rounded = size / (2n * BigInt(divisor));
        const expected = doubled < 0n ? -rounded : rounded;
        fc.pre(expected <= BigInt(Number.MAX_SAFE_INTEGER) && expected >= -BigInt(Number.MAX_SAFE_INTEGER));
        expect(BigInt(roundedQuotient(a, b, divisor))).toBe(expected);
      },
    ),
  );
});

test('a ratio has its denominator above zero, and is of whole numbers', () => {
  expect(ratio(1, 3)).toEqual({ numerator: 1, denominator: 3 });
  expect(ratio(1, -3)).toEqual({ numerator: -1, denominator: 3 });
  expect(ratio(-2, -3)).toEqual({ numerator: 2, denominator: 3 });
  expect(() => ratio(1, 0)).toThrow('nothing has no shares');
  expect(() => ratio(0.5, 3)).toThrow('two whole numbers');
  expect(() => ratio(3, 0.5)).toThrow('two whole numbers');
});

test('nothing is divided by nothing, nor by less', () => {
  expect(() => roundedQuotient(1, 1, 0)).toThrow('above zero');
  expect(() => roundedQuotient(1, 1, -2)).toThrow('above zero');
});

test('ratios are compared exactly', () => {
  expect(compareRatios(ratio(1, 3), ratio(1, 2))).toBe(-1);
  expect(compareRatios(ratio(1, 2), ratio(1, 3))).toBe(1);
  expect(compareRatios(ratio(2, 4), ratio(1, 2))).toBe(0);
  expect(compareRatios(ratio(9_007_199_254_740_990, 9_007_199_254_740_991), ratio(1, 1))).toBe(-1);
});

describe('a ratio kept to decimals of a percent', () => {
  test.each([
    { case: 'rounding up never makes a part the whole', decimals: 0, part: 996, whole: 1000, text: '99.0000' },
    { case: 'nor anything nothing', decimals: 0, part: 4, whole: 1000, text: '1.0000' },
    { case: 'nothing is nothing', decimals: 0, part: 0, whole: 7, text: '0.0000' },
    { case: 'the whole is the whole', decimals: 2, part: 7, whole: 7, text: '100.0000' },
    { case: 'two decimals', decimals: 2, part: 1, whole: 3, text: '33.3300' },
    { case: 'none', decimals: 0, part: 2, whole: 3, text: '67.0000' },
    { case: 'half goes up', decimals: 0, part: 125, whole: 1000, text: '13.0000' },
  ])('$case', ({ decimals, part, whole, text }) => {
    expect(percent(keptTo(decimals, ratio(part, whole)), 4)).toBe(text);
  });
});

describe('a percent for people', () => {
  test.each([
    { part: 17_864_000, whole: 60_900_000, text: '29.33' },
    { part: -1, whole: 3, text: '\u221233.33' },
    { part: 1, whole: 20_000, text: '0.01' },
    { part: 5, whole: 5, text: '100.00' },
  ])('$part of $whole is $text', ({ part, whole, text }) => {
    expect(percent(ratio(part, whole))).toBe(text);
  });
});

test('ratios compare as fractions, not as rounded numbers', () => {
  expect(compareRatios(ratio(1, 3), ratio(333_333_333, 1_000_000_000))).toBeGreaterThan(0);
  expect(compareRatios(ratio(2, 6), ratio(1, 3))).toBe(0);
});

test('a ratio to nothing is refused', () => {
  expect(() => ratio(1, 0)).toThrow('nothing has no shares');
});
