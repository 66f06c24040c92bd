import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { rate } from '../money/quantity.ts';
import { rateOn } from './rate-on.ts';

test('the rate of a day is the latest effective on or before it, in whatever order they come', () => {
  const rates = [
    { effectiveOn: isoDate('2027-03-03'), rate: rate(420_000) },
    { effectiveOn: isoDate('2027-01-01'), rate: rate(400_000) },
  ];
  expect(rateOn(rates, isoDate('2026-12-31'))).toBeUndefined();
  expect(rateOn(rates, isoDate('2027-03-02'))).toBe(400_000);
  expect(rateOn(rates, isoDate('2027-03-03'))).toBe(420_000);
});
