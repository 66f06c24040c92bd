import { expect, test } from 'vitest';
import { openApart } from '../open-by-project.test.support.ts';
import { billSheet, BLANK_BILL, invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();

interface Detail {
  readonly lines: readonly {
    readonly account: string;
    readonly projectCode: string | null;
    readonly amountCents: number;
  }[];
}
const on = async (app: TestApp, id: number, account: string) =>
  (await app.ask<Detail>(`/documents/${id}`)).lines
    .filter((line) => line.account.startsWith(account))
    .map(({ projectCode, amountCents }) => [projectCode, amountCents]);

const BILL = { ...BLANK_BILL, datedOn: '2027-01-20', supplier: 'STONE', number: 'N-1' };
const LINES = [
  { ...BILL, project: 'GATE', code: 'A/31-250', net: '100', tax: 'ST' },
  { ...BLANK_BILL, project: 'DUNE', code: '31-250', net: '200' },
  { ...BLANK_BILL, code: '6100', net: '50' },
];

test('a bill of several projects is owed by each what its lines come to, and a payment takes its share of each', async () => {
  const app = await company.open();
  const [bill] = await post(app, '2027-01', billSheet(...LINES));
  const id = bill?.id ?? 0;
  expect(await on(app, id, '2010')).toEqual([
    ['GATE', -10_625],
    ['DUNE', -20_000],
    [null, -5_000],
  ]);
  // 100.00 of 356.25: 29.82, 56.14 and 14.04 (14.035 has the largest remainder).
  const paid = await app.order<{ id: number }>('POST', '/payments', {
    documentId: id,
    paidOn: '2027-01-31',
    amount: '100',
  });
  expect(await on(app, paid.id, '2010')).toEqual([
    [null, 1_404],
    ['GATE', 2_982],
    ['DUNE', 5_614],
  ]);
  const rest = await app.order<{ id: number }>('POST', '/payments', {
    documentId: id,
    paidOn: '2027-01-31',
    amount: '256.25',
  });
  expect(await on(app, rest.id, '2010')).toEqual([
    [null, 3_596],
    ['GATE', 7_643],
    ['DUNE', 14_386],
  ]);
  expect(await openApart(app)).toEqual([]);
  await app.close();
});

test('a receivable is of the project that was billed, until it is paid', async () => {
  const app = await company.open();
  const { id } = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'amount', '1,000'));
  expect(await on(app, id, '1200')).toEqual([['GATE', 100_000]]);
  const paid = await app.order<{ id: number }>('POST', '/receipts', {
    documentId: id,
    paidOn: '2027-01-31',
    amount: '400',
  });
  expect(await on(app, paid.id, '1200')).toEqual([['GATE', -40_000]]);
  expect(await on(app, paid.id, '1010')).toEqual([[null, 40_000]]);
  await app.close();
});

test('a credit of one project that settles an invoice of another moves what the client owes between the two', async () => {
  const app = await company.open();
  const invoice = async (project: string) =>
    (await app.order<{ id: number }>('POST', '/invoices', invoiceOf(project, 'amount', '1,000'))).id;
  const [gate, dune] = [await invoice('GATE'), await invoice('DUNE')];
  await app.order('POST', '/receipts', { documentId: dune, paidOn: '2027-01-31', amount: '1,000' });
  const note = { documentId: dune, datedOn: '2027-01-31', work: '300', text: 'Less', acceptWarnings: false };
  const { id: credit } = await app.order<{ id: number }>('POST', '/credit-notes', note);
  const applied = await app.order<{ id: number }>('POST', '/offsets', {
    ...{ documentId: gate, creditId: credit, appliedOn: '2027-01-31', amount: '' },
  });
  expect(await on(app, applied.id, '1200')).toEqual([
    ['GATE', -30_000],
    ['DUNE', 30_000],
  ]);
  expect(await openApart(app)).toEqual([]);
  await app.order('POST', `/documents/${applied.id}/reversal`, { postedOn: '2027-01-31', reason: 'Not meant' });
  expect(await openApart(app)).toEqual([]);
  await app.close();
});
