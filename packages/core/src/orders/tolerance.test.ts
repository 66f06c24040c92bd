import { expect, test } from 'vitest';
import { ratio } from '../money/ratio.ts';
import { excess } from './tolerance.ts';

const LIMITS = { warnMillionths: 20_000, refuseMillionths: 60_000 };

test.each([
  { case: 'as agreed', asked: 100, limits: LIMITS, found: null },
  { case: 'less', asked: 90, limits: LIMITS, found: null },
  { case: 'exactly at the first limit', asked: 102, limits: LIMITS, found: null },
  { case: 'above it', asked: 103, limits: LIMITS, found: 'warn 3 2' },
  { case: 'exactly at the second limit', asked: 106, limits: LIMITS, found: 'warn 6 2' },
  { case: 'above it', asked: 107, limits: LIMITS, found: 'refuse 7 6' },
  { case: 'without a second limit', asked: 200, limits: { ...LIMITS, refuseMillionths: null }, found: 'warn 100 2' },
  { case: 'without a first one', asked: 103, limits: { ...LIMITS, warnMillionths: null }, found: null },
  {
    case: 'without a first one, above the second',
    asked: 108,
    limits: { ...LIMITS, warnMillionths: null },
    found: 'refuse 8 6',
  },
  { case: 'without any', asked: 900, limits: { warnMillionths: null, refuseMillionths: null }, found: null },
  {
    case: 'nothing is tolerated',
    asked: 101,
    limits: { warnMillionths: 0, refuseMillionths: null },
    found: 'warn 1 0',
  },
  {
    case: 'nothing is tolerated, and nothing is above',
    asked: 100,
    limits: { warnMillionths: 0, refuseMillionths: 0 },
    found: null,
  },
])('$asked of 100: $case', ({ asked, limits, found }) => {
  const over = excess(ratio(asked, 1), ratio(100, 1), limits);
  const words = over === null ? null : `${over.verdict} ${Number(over.over)} ${Number(over.limit)}`;
  expect(words).toBe(found);
});

test('fractions are compared exactly: 1/3 more than 1/3 is a third, not 33 %', () => {
  expect(excess(ratio(4, 9), ratio(1, 3), { warnMillionths: 333_333, refuseMillionths: null })?.verdict).toBe('warn');
  expect(excess(ratio(4, 9), ratio(1, 3), { warnMillionths: 333_334, refuseMillionths: null })).toBeNull();
});
