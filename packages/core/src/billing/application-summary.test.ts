import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { applicationSummary } from './application-summary.ts';

const line = (origin: string, figures: Record<string, number>) => {
  const of = (name: string) => cents(Math.round((figures[name] ?? 0) * 100));
  return {
    ...{ origin, value: of('value'), workBefore: of('workBefore'), storedBefore: of('storedBefore') },
    ...{ work: of('work'), stored: of('stored'), withheldBefore: of('withheldBefore'), withheld: of('withheld') },
  };
};

test('from what was agreed to what is due now, by hand', () => {
  // 84,000.00 of which 60 % is done and 6,500.00 stored; 5,040.00 and 325.00 held back; 34,020.00 earlier.
  const gate = line('Estimate 1', {
    ...{ value: 84_000, workBefore: 37_800, work: 12_600, stored: 6_500, withheldBefore: 3_780, withheld: 1_585 },
  });
  expect(applicationSummary([gate], cents(0))).toEqual({
    ...{ original: 8_400_000, changes: 0, contract: 8_400_000, toDate: 5_690_000, withheld: 536_500 },
    ...{ earnedLessRetention: 5_153_500, earlier: 3_402_000, dueNow: 1_751_500, tax: 0, toPay: 1_751_500 },
    toFinish: 3_246_500,
  });
  const extra = line('Change order 2', { value: 1_000 });
  expect(applicationSummary([gate, extra], cents(100_000))).toMatchObject({
    ...{ original: 8_400_000, changes: 100_000, contract: 8_500_000, tax: 100_000, toPay: 1_851_500 },
    toFinish: 3_346_500,
  });
});
