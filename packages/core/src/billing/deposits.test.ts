import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { documentId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { depositIn, depositsLeft, drawnDown, leftOfDeposit, takenOf } from './deposits.ts';

const of = (dollars: number) => cents(Math.round(dollars * 100));
const billed = { net: of(1_000), gross: of(1_062.5), paid: of(0), usedNet: of(0), usedGross: of(0) };

test.each([
  { case: 'not paid', more: {}, left: 0 },
  { case: 'paid', more: { paid: of(1_062.5) }, left: 1_062.5 },
  { case: 'paid in part', more: { paid: of(500) }, left: 500 },
  { case: 'paid above it', more: { paid: of(1_100) }, left: 1_062.5 },
  { case: 'paid and used in part', more: { paid: of(1_062.5), usedGross: of(500) }, left: 562.5 },
  { case: 'used wholly', more: { paid: of(500), usedGross: of(500) }, left: 0 },
])('what is left of a deposit is what was paid of it and not used: $case', ({ more, left }) => {
  expect(leftOfDeposit({ ...billed, ...more })).toBe(of(left));
});

const NOT_USED = { usedNet: of(0), usedGross: of(0) };
const DEPOSITS = [
  { id: documentId(7), number: 'DEP-0001', net: of(200), gross: of(212.5), left: of(212.5), ...NOT_USED },
  { id: documentId(9), number: 'DEP-0002', net: of(300), gross: of(300), left: of(300), ...NOT_USED },
];

describe('an invoice draws deposits down', () => {
  test('the oldest first, its tax with it, all of it exactly', () => {
    expect(drawnDown(DEPOSITS, of(400))).toEqual([
      { deposit: 7, net: of(-200), tax: of(-12.5) },
      { deposit: 9, net: of(-187.5), tax: 0 },
    ]);
    // Half of 212.50 is 106.25: 100.00 and 6.25.
    expect(drawnDown(DEPOSITS, of(106.25))).toEqual([{ deposit: 7, net: of(-100), tax: of(-6.25) }]);
  });

  test('of one that is paid in part, the share of what it is before tax', () => {
    // 675.00 of 2,125.00 is 31.76… %: 635.29 of 2,000.00; then 325.00 more: 941.18 − 635.29.
    const deposit = { id: documentId(7), number: 'DEP-0001', net: of(2_000), gross: of(2_125), left: of(1_000) };
    expect(drawnDown([{ ...deposit, ...NOT_USED }], of(675))).toEqual([
      { deposit: 7, net: of(-635.29), tax: of(-39.71) },
    ]);
    const used = { usedNet: of(635.29), usedGross: of(675), left: of(325) };
    expect(drawnDown([{ ...deposit, ...used }], of(325))).toEqual([{ deposit: 7, net: of(-305.89), tax: of(-19.11) }]);
  });

  const typed = (text: string, due = 600) =>
    depositIn({ typed: text, at: 'deposit' }, { deposits: DEPOSITS, due: of(due) });
  test.each([
    { case: 'nothing typed, nothing', text: '', taken: 0 },
    { case: 'an amount', text: '100', taken: 100 },
    { case: 'a percent of what is to pay', text: '25%', taken: 150 },
    { case: 'all that is left', text: 'all', taken: 512.5 },
    { case: 'all, and no more than is to pay', text: 'all', due: 50, taken: 50 },
  ])('$case', ({ text, due = 600, taken }) => {
    const moves = typed(text, due);
    expect(moves.ok ? takenOf(moves.value) : moves.problems).toBe(of(taken));
  });

  test.each([
    { case: 'more than is left', text: '512.51', expected: 'over-deposit' },
    { case: 'more than is to pay', text: '60', due: 50, expected: 'deposit-over-due' },
    { case: 'below nothing', text: '-1', expected: 'number-not-positive' },
    { case: 'more than the whole', text: '101%', expected: 'number-outside' },
    { case: 'no number', text: 'some', expected: 'unreadable-number' },
  ])('refused: $case', ({ text, due = 600, expected }) => {
    const moves = typed(text, due);
    expect(moves.ok ? [] : moves.problems.map(({ kind }) => kind)).toEqual([expected]);
  });
});

test('drawn down in any parts, a deposit is used up to the cent, before tax and in all', () => {
  const parts = fc.array(fc.integer({ min: 1, max: 40_000 }), { minLength: 1, maxLength: 12 });
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500_000 }), fc.integer({ min: 0, max: 60_000 }), parts, (net, tax, draws) => {
      const whole = { net: cents(net), gross: cents(net + tax) };
      let used = { usedNet: cents(0), usedGross: cents(0) };
      for (const draw of [...draws, net + tax]) {
        const left = leftOfDeposit({ ...whole, paid: whole.gross, ...used });
        const deposits = [{ id: documentId(1), number: 'DEP-0001', ...whole, ...used, left }];
        const moves = drawnDown(deposits, cents(Math.min(draw, depositsLeft(deposits))));
        const taken = moves.reduce((all, move) => all - move.net, 0);
        used = { usedNet: cents(used.usedNet + taken), usedGross: cents(used.usedGross + takenOf(moves)) };
        expect(used.usedNet).toBeLessThanOrEqual(whole.net);
      }
      expect(used).toEqual({ usedNet: whole.net, usedGross: whole.gross });
    }),
  );
});
