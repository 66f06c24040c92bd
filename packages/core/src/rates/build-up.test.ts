import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import { ratio } from '../money/ratio.ts';
import { builtRate, followsWage, partRate, type HourKind, type RatePart } from './build-up.ts';

const NONE = { kind: 'none' } as const;
const wage = (perHour: number): RatePart => ({ kind: 'wage', name: 'Wage', group: 'wage', perHour: rate(perHour) });
const hours = (count: number) => quantity(count * 10_000);
/** 31.20 an hour; 7.65 % and 2.4 % of it; 1,140.00 a month for 12 heads; 612.00 a month of benefits; 160 hours. */
const CARPENTER: readonly RatePart[] = [
  wage(312_000),
  { kind: 'of-wage', name: 'Payroll tax', group: 'taxes', share: ratio(765, 10_000), ceiling: NONE },
  { kind: 'of-wage', name: 'Unemployment', group: 'taxes', share: ratio(24, 1_000), ceiling: NONE },
  { kind: 'per-period', name: 'Insurance', group: 'insurance', paid: cents(1_140_00), heads: 12, hours: hours(160) },
  { kind: 'per-period', name: 'Benefits', group: 'benefits', paid: cents(612_00), heads: 1, hours: hours(160) },
];

describe('what an hour costs', () => {
  test('is the sum of its parts, rounded once at the end', () => {
    const built = builtRate(CARPENTER);
    // 31.2000 + 2.3868 + 0.7488 + 0.59375 + 3.8250 = 38.75435.
    expect(built.parts.map(partRate)).toEqual([312_000, 23_868, 7_488, 5_938, 38_250]);
    expect(built.rate).toBe(387_544);
  });

  test.each([
    // 46.80 + 3.5802 + 1.1232 + 0.59375 + 3.825 = 55.92215.
    { hour: 'overtime', expected: 559_222 },
    // 62.40 + 4.7736 + 1.4976 + 0.59375 + 3.825 = 73.08995.
    { hour: 'double', expected: 730_900 },
  ] as const)('$hour raises the wage and what follows it, and no more', ({ hour, expected }) => {
    expect(builtRate(CARPENTER, hour).rate).toBe(expected);
  });

  test.each<{ case: string; parts: readonly RatePart[]; expected: number }>([
    { case: 'nothing', parts: [], expected: 0 },
    { case: 'a wage alone', parts: [wage(250_000)], expected: 250_000 },
    // 83,200.00 for 2,080 paid hours, of which 1,840 are worked: 45.2173913…
    {
      case: 'a salary over productive hours',
      parts: [{ kind: 'salary', name: 'Salary', group: 'wage', paid: cents(83_200_00), productiveHours: hours(1_840) }],
      expected: 452_174,
    },
    // 6.2 % of 40.00 = 2.48.
    {
      case: 'a tax below its ceiling',
      parts: [
        wage(400_000),
        {
          ...{ kind: 'of-wage' as const, name: 'Tax', group: 'taxes' as const, share: ratio(62, 1_000) },
          ceiling: { kind: 'averaged', yearlyCeiling: cents(90_000_00), expectedYearlyWage: cents(80_000_00) },
        },
      ],
      expected: 424_800,
    },
    // 6.2 % of 40.00 on 60,000 of 80,000: 2.48 × 3/4 = 1.86.
    {
      case: 'a tax averaged over the year whose ceiling is crossed',
      parts: [
        wage(400_000),
        {
          ...{ kind: 'of-wage' as const, name: 'Tax', group: 'taxes' as const, share: ratio(62, 1_000) },
          ceiling: { kind: 'averaged', yearlyCeiling: cents(60_000_00), expectedYearlyWage: cents(80_000_00) },
        },
      ],
      expected: 418_600,
    },
    {
      case: 'overhead per hour',
      parts: [wage(400_000), { kind: 'per-hour', name: 'Overhead', group: 'overhead', perHour: rate(55_555) }],
      expected: 455_555,
    },
    // 10 % of a salary's hour: 50.00 + 5.00.
    {
      case: 'a share of a salary',
      parts: [
        { kind: 'salary', name: 'Salary', group: 'wage', paid: cents(100_000_00), productiveHours: hours(2_000) },
        { kind: 'of-wage', name: 'Tax', group: 'taxes' as const, share: ratio(1, 10), ceiling: NONE },
      ],
      expected: 550_000,
    },
  ])('$case', ({ parts, expected }) => {
    expect(builtRate(parts).rate).toBe(expected);
  });

  test('the half of a ten-thousandth is rounded away from zero', () => {
    const half: RatePart = {
      kind: 'per-period',
      name: 'Half',
      group: 'benefits',
      paid: cents(1),
      heads: 200,
      hours: hours(1),
    };
    expect(builtRate([half]).rate).toBe(1);
  });

  test('a monthly amount without hours, and a salary without any, are refused by whoever asks first', () => {
    expect(() =>
      builtRate([{ kind: 'per-period', name: 'x', group: 'benefits', paid: cents(1), heads: 1, hours: hours(0) }]),
    ).toThrow();
    expect(() =>
      builtRate([{ kind: 'salary', name: 'x', group: 'benefits', paid: cents(1), productiveHours: hours(0) }]),
    ).toThrow();
  });
});

const anyPart: fc.Arbitrary<RatePart> = fc.oneof(
  fc.record({
    kind: fc.constant('wage' as const),
    name: fc.constant('w'),
    group: fc.constant('wage' as const),
    perHour: fc.nat(900_000).map(rate),
  }),
  fc.record({
    ...{ kind: fc.constant('of-wage' as const), name: fc.constant('t'), group: fc.constant('taxes' as const) },
    share: fc.nat(10_000).map((part) => ratio(part, 10_000)),
    ceiling: fc.constant(NONE),
  }),
  fc.record({
    kind: fc.constant('per-hour' as const),
    name: fc.constant('h'),
    group: fc.constant('overhead' as const),
    perHour: fc.nat(900_000).map(rate),
  }),
  fc.record({
    ...{ kind: fc.constant('per-period' as const), name: fc.constant('m'), group: fc.constant('benefits' as const) },
    paid: fc.nat(9_000_00).map(cents),
    ...{ heads: fc.integer({ min: 1, max: 40 }), hours: fc.integer({ min: 1, max: 200 }).map(hours) },
  }),
);
const anyHour = fc.constantFrom<HourKind>('regular', 'overtime', 'double');

test('parts in any order make the same rate, and are off from it by rounding alone', () => {
  fc.assert(
    fc.property(fc.array(anyPart, { maxLength: 8 }), anyHour, (parts, hour) => {
      const built = builtRate(parts, hour);
      expect(builtRate(parts.toReversed(), hour).rate).toBe(built.rate);
      const shown = built.parts.reduce((sum, part) => sum + partRate(part), 0);
      expect(Math.abs(shown - built.rate)).toBeLessThanOrEqual((parts.length + 1) / 2);
    }),
  );
});

test('what does not follow the wage is the same in every hour', () => {
  fc.assert(
    fc.property(fc.array(anyPart, { maxLength: 8 }), (parts) => {
      const fixed = parts.filter((part) => !followsWage(part));
      expect(builtRate(fixed, 'double').rate).toBe(builtRate(fixed).rate);
      expect(builtRate(parts, 'double').rate).toBeGreaterThanOrEqual(builtRate(parts).rate);
    }),
  );
});
