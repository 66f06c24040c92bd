import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { month } from '../../calendar/month.ts';
import { partyId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { problemsOf } from '../../problems/decision.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { supplierDeposit } from './post.ts';
import { readSupplierDeposit } from './read.ts';

const BASIS = {
  ...{ suppliers: SAMPLE.suppliers, today: isoDate('2027-03-31'), lockedThrough: month('2027-01') },
  dayOrder: 'month first' as const,
};
const read = (more: object) =>
  readSupplierDeposit(
    { supplier: 'STEEL', paidOn: '3/2', amount: '12,000', text: 'Sluice leaf', acceptWarnings: false, ...more },
    BASIS,
  );

test('a deposit names whom it was paid to, when, how much and what for', () => {
  expect(read({})).toMatchObject({
    ok: true,
    value: {
      supplier: { code: 'STEEL' },
      days: { datedOn: '2027-03-02', postedOn: '2027-03-02' },
      ...{ amount: 1_200_000, text: 'Sluice leaf' },
    },
  });
});

test.each([
  { typed: { supplier: '' }, problems: ['supplier missing'] },
  { typed: { supplier: 'NOBODY' }, problems: ['supplier unknown-code'] },
  { typed: { amount: '' }, problems: ['amount missing'] },
  { typed: { amount: '0' }, problems: ['amount number-not-positive'] },
  { typed: { amount: '-1' }, problems: ['amount number-not-positive'] },
  { typed: { paidOn: '' }, problems: ['paidOn missing'] },
  { typed: { paidOn: '1/31' }, problems: ['paidOn month-locked'] },
  { typed: { supplier: '', amount: '' }, problems: ['supplier missing', 'amount missing'] },
])('$typed is refused', ({ typed, problems }) => {
  expect(problemsOf(read(typed)).map(({ at, kind }) => `${at} ${kind}`)).toEqual(problems);
});

test('in a locked month it posts on the first open day, once that is accepted', () => {
  expect(read({ paidOn: '1/31', acceptWarnings: true })).toMatchObject({ value: { days: { postedOn: '2027-02-01' } } });
});

test('it goes from the bank to deposits paid', () => {
  const paid = { party: partyId(3), postedOn: isoDate('2027-03-02'), amount: cents(500), text: 'DP-0001' };
  const lines = (entry: ReturnType<typeof supplierDeposit>) =>
    entry.lines.map(({ account, amount }) => [account, amount]);
  expect(lines(supplierDeposit(SAMPLE_ROLES, paid))).toEqual([
    [SAMPLE_ROLES['supplier-deposits'], 500],
    [SAMPLE_ROLES.bank, -500],
  ]);
});
