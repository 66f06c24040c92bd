import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { percentComplete } from './percent-complete.ts';

test('progress is measured between nothing and all of the estimate, both included', () => {
  expect(percentComplete(cents(0), cents(5))).toEqual({ numerator: 0, denominator: 5 });
  expect(percentComplete(cents(5), cents(5))).toEqual({ numerator: 5, denominator: 5 });
  expect(() => percentComplete(cents(-1), cents(5))).toThrow();
  expect(() => percentComplete(cents(6), cents(5))).toThrow();
});
