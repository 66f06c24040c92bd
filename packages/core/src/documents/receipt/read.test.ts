import { describe, expect, test } from 'vitest';
import type { OpenReceivable } from '../../billing/open-receivable.ts';
import { isoDate } from '../../calendar/iso-date.ts';
import { documentId, partyId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { effectsOf } from '../effect.ts';
import { SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import type { ReceiptRow } from './form.ts';
import { readReceiptSheet } from './read.ts';

const open = (id: number, dollars: number, dueOn: string, project = 1): OpenReceivable => ({
  ...{ id: documentId(id), number: `INV-${id}`, client: partyId(50), datedOn: isoDate('2027-02-01') },
  ...{ dueOn: isoDate(dueOn), open: cents(dollars * 100), gross: cents(dollars * 100), tax: cents(dollars * 5) },
  parts: [{ project: projectId(project), amount: cents(dollars * 100) }],
});
const RECEIVABLES = [open(1, 1_000, '2027-03-31'), open(2, 500, '2027-03-01', 2), open(3, 200, '2027-04-30')];
const ROW: ReceiptRow = { client: '', paidOn: '', amount: '', document: '', applied: '', text: '' };
const HEAD = { ...ROW, client: 'COUNTY', paidOn: '3/30' };
const read = (rows: readonly Partial<ReceiptRow>[], controlTotal = '') =>
  readReceiptSheet(
    { kind: 'receipts', controlTotal, rows: rows.map((row) => ({ ...ROW, ...row })) },
    { ...SAMPLE, receivables: RECEIVABLES },
  );
const problems = (...args: Parameters<typeof read>) => read(...args).problems.map(({ at, kind }) => `${at} ${kind}`);
const settled = (...args: Parameters<typeof read>) =>
  read(...args).postings.flatMap(({ effects }) =>
    effectsOf(effects, 'settlements').flatMap((effect) =>
      effect.settled.map(({ document, project, amount }) => [document, project, amount]),
    ),
  );

test('a little too little is taken as paid up to the policy, its tax put right, and above it stays open', () => {
  const rows = [{ ...HEAD, amount: '998.50', document: 'INV-1' }];
  const short = (receiptDifference: number) =>
    readReceiptSheet(
      { kind: 'receipts', controlTotal: '', rows: rows.map((row) => ({ ...ROW, ...row })) },
      { ...SAMPLE, receivables: RECEIVABLES, receiptDifference: cents(receiptDifference) },
    );
  // 1.50 of 1,000.00 with 50.00 tax in it: 0.08 of tax (0.075), 1.42 to receipt differences.
  const [posting] = short(150).postings;
  expect(posting?.gross).toBe(99_850);
  expect(posting?.entries[1]?.lines.map(({ account, amount }) => [account, amount])).toEqual([
    [SAMPLE_ROLES['receipt-differences'], 142],
    [SAMPLE_ROLES['output-tax'], 8],
    [SAMPLE_ROLES.receivable, -150],
  ]);
  expect(effectsOf(posting?.effects ?? [], 'settlements').map(({ settled }) => settled[0]?.amount)).toEqual([
    99_850, 150,
  ]);
  expect(short(150).warnings).toMatchObject([{ kind: 'short-written-off', amount: 150 }]);
  expect(short(149).postings[0]?.entries).toHaveLength(1);
});

describe('what a client paid', () => {
  test('goes to the invoices that are named, in part or wholly, each project its own', () => {
    const rows = [
      { ...HEAD, amount: '1,200', document: 'INV-1', applied: '900' },
      { ...ROW, document: 'inv-3' },
    ];
    expect(settled([...rows, { ...ROW, document: 'INV-2', applied: '100' }])).toEqual([
      [1, 1, 90_000],
      [3, 1, 20_000],
      [2, 2, 10_000],
    ]);
    const [posting] = read(rows).postings;
    expect(posting).toMatchObject({ kind: 'receipt', gross: 110_000, memo: 'INV-1, INV-3', datedOn: '2027-03-30' });
    expect(posting?.entries.map(({ lines }) => lines.map(({ account, amount }) => [account, amount]))).toEqual([
      [
        [SAMPLE_ROLES.bank, 90_000],
        [SAMPLE_ROLES.receivable, -90_000],
      ],
      [
        [SAMPLE_ROLES.bank, 20_000],
        [SAMPLE_ROLES.receivable, -20_000],
      ],
    ]);
  });

  test('without any named, to those due first', () => {
    expect(settled([{ ...HEAD, amount: '700' }])).toEqual([
      [2, 2, 50_000],
      [1, 1, 20_000],
    ]);
  });

  test('above what is open stays on account, and that is said', () => {
    const { postings, warnings } = read([{ ...HEAD, amount: '2,000' }]);
    expect(postings.map(({ kind, gross }) => [kind, gross])).toEqual([
      ['receipt', 170_000],
      ['client-credit', -30_000],
    ]);
    expect(warnings.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['rows/0/amount paid-on-account']);
  });

  test('several receipts of one sheet, each begun by its client, to a control total', () => {
    const two = [
      { ...HEAD, amount: '500', document: 'INV-2' },
      { ...HEAD, amount: '200', document: 'INV-3' },
    ];
    expect(read(two, '700').postings).toHaveLength(2);
    expect(problems(two, '701')).toEqual(['controlTotal control-total-off']);
  });
});

test.each([
  { case: 'nothing', rows: [], said: ['rows nothing-entered'] },
  { case: 'nobody', rows: [{ ...ROW, paidOn: '3/30', amount: '5' }], said: ['rows/0/client missing'] },
  { case: 'no amount', rows: [{ ...HEAD, amount: '0' }], said: ['rows/0/amount number-not-positive'] },
  {
    case: 'an invoice that is none',
    rows: [{ ...HEAD, amount: '5', document: 'INV-9' }],
    said: ['rows/0/document unknown-code'],
  },
  {
    case: 'more than is open',
    rows: [{ ...HEAD, amount: '900', document: 'INV-2', applied: '500.01' }],
    said: ['rows/0/applied over-open-amount'],
  },
  {
    case: 'more than came in',
    rows: [
      { ...HEAD, amount: '900', document: 'INV-1', applied: '800' },
      { ...ROW, document: 'INV-2', applied: '101' },
    ],
    said: ['rows/1/applied more-than-received'],
  },
  {
    case: 'one invoice by two receipts',
    rows: [
      { ...HEAD, amount: '5', document: 'INV-1' },
      { ...HEAD, amount: '5', document: 'INV-1' },
    ],
    said: ['rows/1/document line-twice'],
  },
  {
    case: 'an amount of nobody below the first row',
    rows: [
      { ...HEAD, amount: '5', document: 'INV-1' },
      { ...ROW, amount: '7' },
    ],
    said: ['rows/1/client missing'],
  },
])('refused: $case', ({ rows, said }) => {
  expect(problems(rows)).toEqual(said);
});
