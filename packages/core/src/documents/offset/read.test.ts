import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { partyId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { readOffset } from './read.ts';

const read = (
  typed: { appliedOn?: string; amount?: string },
  { open = 10_000, credit = -4_000, party = 1, other = 1 }: Readonly<Record<string, number | null>> = {},
) =>
  readOffset(
    { documentId: 1, creditId: 2, appliedOn: typed.appliedOn ?? '', amount: typed.amount ?? '' },
    {
      document: { number: 'B-1', party: party === null ? null : partyId(party), open: cents(open ?? 0) },
      credit: { number: 'C-1', party: other === null ? null : partyId(other), open: cents(credit ?? 0) },
      ...{ today: isoDate('2027-03-31'), lockedThrough: month('2027-01'), dayOrder: 'month first' },
    },
  );

test.each([
  { case: 'left empty: today, and as much as either has open', typed: {}, open: {}, amount: 4_000, on: '2027-03-31' },
  { case: 'the document has less open', typed: {}, open: { open: 1_500 }, amount: 1_500, on: '2027-03-31' },
  { case: 'a part', typed: { amount: '12.50', appliedOn: '2027-02-01' }, open: {}, amount: 1_250, on: '2027-02-01' },
  { case: 'exactly all of it', typed: { amount: '40' }, open: {}, amount: 4_000, on: '2027-03-31' },
])('$case', ({ typed, open, amount, on }) => {
  expect(read(typed, open)).toEqual({ ok: true, value: { amount, appliedOn: on } });
});

test.each([
  { case: 'of another party', typed: {}, open: { other: 2 }, problems: ['creditId other-party'] },
  { case: 'of no party', typed: {}, open: { party: null, other: null }, problems: ['creditId other-party'] },
  { case: 'nothing open to settle', typed: {}, open: { open: 0 }, problems: ['creditId same-side'] },
  { case: 'no credit left', typed: {}, open: { credit: 0 }, problems: ['creditId same-side'] },
  { case: 'two that are owed', typed: {}, open: { credit: 4_000 }, problems: ['creditId same-side'] },
  { case: 'more than is open', typed: { amount: '40.01' }, open: {}, problems: ['amount over-open-amount'] },
  { case: 'nothing', typed: { amount: '0' }, open: {}, problems: ['amount number-not-positive'] },
  { case: 'less than nothing', typed: { amount: '-1' }, open: {}, problems: ['amount number-not-positive'] },
  { case: 'in a locked month', typed: { appliedOn: '2027-01-31' }, open: {}, problems: ['appliedOn month-locked'] },
  { case: 'on no day', typed: { appliedOn: 'x' }, open: {}, problems: ['appliedOn unreadable-day'] },
])('refused: $case', ({ typed, open, problems }) => {
  const decided = read(typed, open);
  expect(decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(problems);
});

test('a refusal names both, and what is open', () => {
  expect(read({}, { other: 2 })).toMatchObject({ problems: [{ number: 'C-1', other: 'B-1' }] });
  expect(read({ amount: '50' })).toMatchObject({ problems: [{ open: 4_000, asked: 5_000 }] });
});
