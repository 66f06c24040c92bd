import { expect, test } from 'vitest';
import { billing, scheduled } from '../../billing/billing.test.sample.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { DepositRow } from './form.ts';
import { readDepositSheet } from './read.ts';

const read = (row: Partial<DepositRow>, of = billing([scheduled(1, 4_000)])) =>
  readDepositSheet(
    {
      ...{ kind: 'deposit-invoices', datedOn: '2027-03-31' },
      rows: [{ project: 'GATE', amount: '', taxCode: '', dueOn: '', text: '', ...row }],
    },
    { ...SAMPLE, billings: [of] },
  );

test('a percent of the contract is owed to the client: Dr receivable, Cr client deposits and output tax', () => {
  const [posting] = read({ amount: '30%', taxCode: 'ST' }).postings;
  expect(posting).toMatchObject({ kind: 'client-deposit', gross: 127_500, dueOn: '2027-04-30' });
  expect(posting?.entries[0]?.lines.map(({ account, project, amount }) => [account, project, amount])).toEqual([
    [SAMPLE_ROLES.receivable, 1, 127_500],
    [SAMPLE_ROLES['client-deposits'], 1, -120_000],
    [SAMPLE_ROLES['output-tax'], null, -7_500],
  ]);
  expect(posting?.effects).toEqual([
    { kind: 'deposit-moves', project: 1, moves: [{ deposit: 'itself', net: 120_000, tax: 7_500 }] },
  ]);
});

test.each([
  { case: 'no amount', row: {}, expected: ['rows/0/amount missing'] },
  { case: 'nothing', row: { amount: '0' }, expected: ['rows/0/amount number-not-positive'] },
  { case: 'an internal project', row: { project: 'BOAT', amount: '1' }, expected: ['rows/0/project client-needed'] },
])('refused: $case', ({ row, expected }) => {
  expect(read(row).problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(expected);
});

test('a share is of a price', () => {
  const { problems } = read({ amount: '10%' }, billing([], { isPriced: false }));
  expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['rows/0/amount no-price-to-share']);
});
