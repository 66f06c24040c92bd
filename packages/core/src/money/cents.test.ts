import { expect, test } from 'vitest';
import { cents, larger, smaller } from './cents.ts';

test('the larger and the smaller of two', () => {
  expect([larger(cents(1), cents(2)), larger(cents(2), cents(1)), larger(cents(-1), cents(-2))]).toEqual([2, 2, -1]);
  expect([smaller(cents(1), cents(2)), smaller(cents(2), cents(1)), smaller(cents(-1), cents(-2))]).toEqual([1, 1, -2]);
});

test('an amount is whole and within what can be held', () => {
  expect(() => cents(0.5)).toThrow();
  expect(() => cents(Number.MAX_SAFE_INTEGER + 2)).toThrow();
});
