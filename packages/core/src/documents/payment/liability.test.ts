import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { cents } from '../../money/cents.ts';
import { problemsOf } from '../../problems/decision.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { liabilityPaid, readLiabilityPayment } from './liability.ts';

const BOOKS = { ...SAMPLE, today: SAMPLE.span.today, owedOn: () => cents(125_000) };
const typed = { account: 'net-pay', paidOn: '3/30', amount: '1,250.00', text: 'Fortnight' };
const problems = (change: object) =>
  problemsOf(readLiabilityPayment({ ...typed, ...change }, BOOKS)).map(({ at, kind }) => `${at} ${kind}`);

test('what is owed is paid from the bank: Dr the liability, Cr bank', () => {
  const read = readLiabilityPayment(typed, BOOKS);
  if (!read.ok) throw new Error('a good payment is read');
  const { lines } = liabilityPaid(SAMPLE_ROLES, read.value, isoDate('2027-03-30'));
  expect(lines.map(({ account, amount }) => [account, amount])).toEqual([
    [SAMPLE_ROLES['net-pay'], 125_000],
    [SAMPLE_ROLES.bank, -125_000],
  ]);
});

test.each([
  { case: 'more than is owed', change: { amount: '1,250.01' }, said: ['amount over-open-amount'] },
  { case: 'nothing', change: { amount: '0' }, said: ['amount number-not-positive'] },
  { case: 'an account that is no liability', change: { account: 'bank' }, said: ['account unknown-code', 'amount'] },
  { case: 'what bills keep', change: { account: 'payable' }, said: ['account unknown-code', 'amount'] },
  { case: 'labor clearing', change: { account: 'labor-clearing' }, said: ['account unknown-code', 'amount'] },
  { case: 'no day', change: { paidOn: 'soon' }, said: ['paidOn unreadable-day'] },
])('$case is refused', ({ change, said }) => {
  expect(problems(change)[0]).toBe(said[0]);
});
