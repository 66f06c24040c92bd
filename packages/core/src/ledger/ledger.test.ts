import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { cents, sum } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { accountId, taxCodeId } from './ids.ts';
import { credit, debit, journalEntry, reversal, turnover } from './journal-entry.ts';
import { typedCostType } from './cost-type.ts';
import { salesTax, taxOn, type TaxCode } from './tax-code.ts';

const DAY = isoDate('2027-03-31');
const [ONE, OTHER] = [accountId(1), accountId(2)];

describe('an entry', () => {
  test('keeps lines that sum to zero, without those of nothing', () => {
    const entry = journalEntry(DAY, [debit(ONE, cents(500)), debit(OTHER, cents(0)), credit(OTHER, cents(500))]);
    expect(entry.lines.map(({ amount }) => amount)).toEqual([500, -500]);
    expect(turnover(entry.lines)).toBe(500);
  });

  test('keeps a line that has only a quantity', () => {
    const entry = journalEntry(DAY, [debit(ONE, cents(0), { quantity: quantity(80_000) })]);
    expect(entry.lines).toHaveLength(1);
  });

  test('refuses lines that do not sum to zero', () => {
    expect(() => journalEntry(DAY, [debit(ONE, cents(500)), credit(OTHER, cents(499))])).toThrow(
      'differ by 1 minor units',
    );
  });

  test('and its reversal leave nothing, account by account', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -1_000_000, max: 1_000_000 }), { maxLength: 8 }), (amounts) => {
        const lines = amounts.map((amount) => debit(ONE, cents(amount), { quantity: quantity(amount) }));
        const entry = journalEntry(DAY, [...lines, credit(OTHER, sum(lines.map(({ amount }) => amount)))]);
        const both = [...entry.lines, ...reversal(entry, DAY).lines];
        for (const account of [ONE, OTHER])
          expect(sum(both.filter((line) => line.account === account).map(({ amount }) => amount))).toBe(0);
        expect(both.reduce((total, line) => total + line.quantity, 0)).toBe(0);
      }),
    );
  });
});

const code = (rate: number, recoverable: number): TaxCode => ({
  id: taxCodeId(1),
  code: 'T',
  name: 'Tax',
  onRetention: 'with the invoice',
  rateMillionths: rate,
  recoverableMillionths: recoverable,
});

describe('tax on purchases', () => {
  test.each([
    {
      case: '6.25 % that is all cost',
      rate: 62_500,
      recoverable: 0,
      nets: [10_000, 20_000],
      tax: 1_875,
      back: 0,
      cost: [625, 1_250],
    },
    {
      case: '20 % that all comes back',
      rate: 200_000,
      recoverable: 1_000_000,
      nets: [10_000, 20_000],
      tax: 6_000,
      back: 6_000,
      cost: [0, 0],
    },
    {
      case: '10 %, half comes back, rounded once',
      rate: 100_000,
      recoverable: 500_000,
      nets: [333, 333, 333],
      tax: 100,
      back: 50,
      cost: [17, 17, 16],
    },
    { case: 'a supplier credit', rate: 62_500, recoverable: 0, nets: [-10_000], tax: -625, back: 0, cost: [-625] },
    { case: 'lines that cancel', rate: 62_500, recoverable: 0, nets: [500, -500], tax: 0, back: 0, cost: [0, 0] },
  ])('$case', ({ rate, recoverable, nets, tax, back, cost }) => {
    const found = taxOn(code(rate, recoverable), nets.map(cents));
    expect({ tax: found.tax, back: found.recoverable, cost: found.cost }).toEqual({ tax, back, cost });
  });

  test('what comes back and what is cost make up the tax', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 300_000 }),
        fc.integer({ min: 0, max: 1_000_000 }),
        fc.array(fc.integer({ min: 0, max: 9_000_000 }), { minLength: 1 }),
        (rate, recoverable, nets) => {
          const found = taxOn(code(rate, recoverable), nets.map(cents));
          expect(found.recoverable + sum(found.cost)).toBe(found.tax);
        },
      ),
    );
  });
});

test('tax on sales is rounded once per rate; no code is no tax', () => {
  expect(salesTax(code(40_000, 0), cents(12_345))).toBe(494);
  expect(salesTax(null, cents(12_345))).toBe(0);
});

test.each([
  ['lab', 'labor'],
  ['MAT', 'material'],
  ['sub', 'subcontract'],
  ['eqp', 'equipment'],
  ['oth', 'other'],
  ['Overhead', 'overhead'],
  ['o', undefined],
  ['xyz', undefined],
])('cost type %s is %s', (typed, type) => {
  expect(typedCostType(typed)).toBe(type);
});
