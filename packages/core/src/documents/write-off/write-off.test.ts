import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { partyId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { debtWrittenOff, taxIn } from './post.ts';
import { readWriteOff } from './read.ts';

test('tax comes back in the share of what is written off, rounded once', () => {
  // Of 1,062.50 with 62.50 tax: 100.00 has 5.882… in it.
  expect(taxIn(cents(10_000), { gross: cents(106_250), tax: cents(6_250) })).toBe(588);
  expect(taxIn(cents(106_250), { gross: cents(106_250), tax: cents(6_250) })).toBe(6_250);
  expect(taxIn(cents(100), { gross: cents(0), tax: cents(0) })).toBe(0);
});

test('Dr bad debts and output tax, Cr receivable of each project', () => {
  const entry = debtWrittenOff(SAMPLE_ROLES, {
    ...{ party: partyId(50), postedOn: isoDate('2027-03-31'), tax: cents(588), text: 'Insolvent' },
    parts: [
      { project: projectId(1), amount: cents(6_000) },
      { project: null, amount: cents(4_000) },
    ],
  });
  expect(entry.lines.map(({ account, project, amount }) => [account, project, amount])).toEqual([
    [SAMPLE_ROLES['bad-debts'], null, 9_412],
    [SAMPLE_ROLES['output-tax'], null, 588],
    [SAMPLE_ROLES.receivable, 1, -6_000],
    [SAMPLE_ROLES.receivable, null, -4_000],
  ]);
});

const read = (typed: { amount?: string; reason?: string; writtenOn?: string }) =>
  readWriteOff(
    { documentId: 1, writtenOn: '', amount: '', reason: 'Insolvent', ...typed },
    {
      ...{ open: cents(10_000), today: isoDate('2027-03-31'), lockedThrough: month('2027-01') },
      dayOrder: 'month first',
    },
  );

test('all that is open where nothing is typed, today', () => {
  expect(read({})).toMatchObject({ value: { amount: 10_000, writtenOn: '2027-03-31', reason: 'Insolvent' } });
});

test.each([
  { case: 'more than is open', typed: { amount: '100.01' }, expected: ['amount over-open-amount'] },
  { case: 'nothing', typed: { amount: '0' }, expected: ['amount number-not-positive'] },
  { case: 'without a reason', typed: { reason: ' ' }, expected: ['reason missing'] },
  { case: 'in a locked month', typed: { writtenOn: '2027-01-31' }, expected: ['writtenOn month-locked'] },
])('refused: $case', ({ typed, expected }) => {
  const decided = read(typed);
  expect(decided.ok ? [] : decided.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(expected);
});
