import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { cents } from './cents.ts';
import { dollars, plainDollars, tenThousandths } from './dollars.ts';
import { typedNumber } from './typed-number.ts';

describe('a number cell reads', () => {
  test.each([
    { typed: '1,234.50', scaled: 123_450 },
    { typed: '  12 ', scaled: 1_200 },
    { typed: '.5', scaled: 50 },
    { typed: '$58.25', scaled: 5_825 },
    { typed: '-$ 58.25', scaled: -5_825 },
    { typed: '(€1,000)', scaled: -100_000 },
    { typed: '5.', scaled: 500 },
    { typed: '-3', scaled: -300 },
    { typed: '\u22123', scaled: -300 },
    { typed: '(12.5)', scaled: -1_250 },
    { typed: '45 %', scaled: 4_500 },
    { typed: '=12*45.5', scaled: 54_600 },
    { typed: '= 12*45.5 + 3', scaled: 54_900 },
    { typed: '=(1+2)*-3', scaled: -900 },
    { typed: '=10/3', scaled: 333 },
    { typed: '=2/3', scaled: 67 },
    { typed: '=-2/3', scaled: -67 },
    { typed: '=1,000*2', scaled: 200_000 },
    { typed: '=0.1+0.2', scaled: 30 },
    { typed: '=.25*4', scaled: 100 },
    { typed: '=7-2', scaled: 500 },
    { typed: '=+3', scaled: 300 },
    { typed: '=−3+5', scaled: 200 },
    { typed: '=12.25', scaled: 1_225 },
    { typed: '=5.', scaled: 500 },
    { typed: '45%', scaled: 4_500 },
    { typed: '(5 )', scaled: -500 },
    { typed: '+4', scaled: 400 },
    { typed: '-0', scaled: 0 },
    { typed: `=${'1+'.repeat(99)}1`, scaled: 10_000 },
  ])('$typed', ({ typed, scaled }) => {
    expect(typedNumber(typed, 2)).toEqual({ kind: 'number', scaled });
  });
});

describe('a number cell refuses', () => {
  test.each([
    { typed: '', kind: 'unreadable' },
    { typed: 'abc', kind: 'unreadable' },
    { typed: '1,23', kind: 'unreadable' },
    { typed: '1.2.3', kind: 'unreadable' },
    { typed: '12e3', kind: 'unreadable' },
    { typed: '$', kind: 'unreadable' },
    { typed: '$$5', kind: 'unreadable' },
    { typed: '=1/0', kind: 'unreadable' },
    { typed: '=1+', kind: 'unreadable' },
    { typed: '=', kind: 'unreadable' },
    { typed: '=1 2', kind: 'unreadable' },
    { typed: '=1)', kind: 'unreadable' },
    { typed: '=x', kind: 'unreadable' },
    { typed: '=2x', kind: 'unreadable' },
    { typed: '5 % 2', kind: 'unreadable' },
    { typed: '1(2)', kind: 'unreadable' },
    { typed: '(2)1', kind: 'unreadable' },
    { typed: '.', kind: 'unreadable' },
    { typed: `=${'1+'.repeat(100)}1`, kind: 'unreadable' },
    { typed: '=(1', kind: 'unreadable' },
    { typed: '=alert(1)', kind: 'unreadable' },
    { typed: '1.234', kind: 'too-fine' },
    { typed: '99999999999999999', kind: 'too-large' },
    { typed: '=9999999999*9999999999', kind: 'too-large' },
  ])('$typed as $kind', ({ typed, kind }) => {
    expect(typedNumber(typed, 2)).toEqual({ kind });
  });
});

test('whatever is typed, the cell answers and never throws', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.stringMatching(/^=[-+*/() 0-9.,]{0,30}$/)), (typed) => {
      expect(['number', 'unreadable', 'too-fine', 'too-large']).toContain(typedNumber(typed, 2).kind);
    }),
  );
});

test('an amount printed and typed again is the same amount', () => {
  fc.assert(
    fc.property(fc.integer({ min: -90_000_000_000_000, max: 90_000_000_000_000 }), (amount) => {
      expect(typedNumber(dollars(cents(amount)), 2)).toEqual({ kind: 'number', scaled: cents(amount) });
      expect(typedNumber(plainDollars(cents(amount)), 2)).toEqual({ kind: 'number', scaled: cents(amount) });
      expect(typedNumber(tenThousandths(amount), 4)).toEqual({ kind: 'number', scaled: cents(amount) });
    }),
  );
});

describe('amounts for people', () => {
  test.each([
    { amount: 0, text: '0.00' },
    { amount: 5, text: '0.05' },
    { amount: 123_456_789, text: '1,234,567.89' },
    { amount: -123_456, text: '\u22121,234.56' },
  ])('$text', ({ amount, text }) => {
    expect(dollars(cents(amount))).toBe(text);
  });

  test('quantities show the decimals they have', () => {
    expect(tenThousandths(75_000)).toBe('7.5');
    expect(tenThousandths(387_544)).toBe('38.7544');
    expect(tenThousandths(80_000)).toBe('8');
    expect(tenThousandths(80_000, 2)).toBe('8.00');
  });

  test('cents are whole numbers, or nothing', () => {
    expect(() => cents(0.5)).toThrow('no whole number');
    expect(() => cents(Number.NaN)).toThrow('no whole number');
    expect(Object.is(cents(-0), 0)).toBe(true);
  });
});

test.each([
  { case: 'two hundred characters are read', typed: `=${'1+'.repeat(99)}1`, kind: 'number' },
  { case: 'more are no number', typed: `=${'1+'.repeat(100)}1`, kind: 'unreadable' },
  { case: 'a long run of spaces takes no time', typed: `1${' '.repeat(2_000)}x`, kind: 'unreadable' },
])('$case', ({ typed, kind }) => {
  expect(typedNumber(typed, 2).kind).toBe(kind);
});
