import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { partyId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { paidTogether, type OpenDocument } from './together.ts';

const open = (id: number, dollars: number, dueOn = '2027-03-31', party = 1): OpenDocument => ({
  ...{ id, number: `N-${id}`, party: partyId(party), dueOn: isoDate(dueOn), open: cents(dollars * 100) },
});
const read = (...args: Parameters<typeof paidTogether>) => {
  const decided = paidTogether(...args);
  return decided.ok
    ? decided.value.map(({ party, parts }) => [party, parts.map(({ document, amount }) => [document.number, amount])])
    : decided.problems.map(({ at, kind }) => `${at} ${kind}`);
};

describe('several documents are settled together', () => {
  test('each wholly, one payment for each party', () => {
    expect(read([open(1, 10), open(2, 20, '2027-03-01', 2), open(3, 5)], null)).toEqual([
      [2, [['N-2', 2_000]]],
      [
        1,
        [
          ['N-1', 1_000],
          ['N-3', 500],
        ],
      ],
    ]);
  });

  test('by an amount, what is due first goes first, and the rest stays open', () => {
    expect(read([open(1, 10), open(2, 20, '2027-03-01'), open(3, 5)], cents(2_500))).toEqual([
      [
        1,
        [
          ['N-2', 2_000],
          ['N-1', 500],
        ],
      ],
    ]);
  });

  test.each([
    { case: 'more than is open', of: [open(1, 10)], amount: 1_001, said: ['amount over-open-amount'] },
    { case: 'nothing', of: [open(1, 10)], amount: 0, said: ['amount number-not-positive'] },
    {
      case: 'an amount for two parties',
      of: [open(1, 10), open(2, 10, '2027-03-31', 2)],
      amount: 500,
      said: ['amount amount-of-one-party'],
    },
    { case: 'what is settled already', of: [open(1, 0)], amount: null, said: ['documentIds not-open-any-more'] },
  ])('refuses $case', ({ of, amount, said }) => {
    expect(read(of, amount === null ? null : cents(amount))).toEqual(said);
  });

  test('what is paid adds up, and never beyond what is open of any', () => {
    const documents = fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(documents, fc.integer({ min: 1, max: 400_000 }), (amounts, wanted) => {
        const all = amounts.map((dollars, index) => open(index + 1, dollars, `2027-03-${10 + (index % 3)}`));
        const most = all.reduce((total, each) => total + each.open, 0);
        const amount = cents(Math.min(most, wanted));
        const decided = paidTogether(all, amount);
        if (!decided.ok) throw new Error('it is no more than is open');
        const parts = decided.value.flatMap((each) => each.parts);
        expect(parts.reduce((total, part) => total + part.amount, 0)).toBe(amount);
        expect(parts.every((part) => part.amount <= part.document.open)).toBe(true);
      }),
    );
  });
});
