import { afterEach, beforeEach, expect, test } from 'vitest';
import { openApart } from '../open-by-project.test.support.ts';
import { invoiceOf, openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

let app: TestApp;
let invoice: { readonly id: number; readonly number: string };
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  // Work of 1,000.00 and sales tax of 62.50.
  invoice = await app.order('POST', '/invoices', { ...invoiceOf('GATE', 'amount', '1,000.00'), taxCode: 'ST' });
});
afterEach(async () => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>('/frame');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  expect(await openApart(app)).toEqual([]);
  await app.close();
});

const open = async (id: number): Promise<number> =>
  (await app.ask<{ document: { openCents: number } }>(`/documents/${id}`)).document.openCents;
const balances = async () => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-01',
  );
  return Object.fromEntries(rows.map(({ code, balance }) => [code, balance.amountCents]));
};
const taxComesBack = async (): Promise<void> => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/tax-code',
  );
  const row = rows.find(({ fields }) => fields['code'] === 'ST');
  const fields = { ...row?.fields, onBadDebt: 'comes back' };
  await app.order('PUT', `/records/tax-code/${row?.id}`, { version: row?.version, fields });
};
const written = (amount: string) => ({ documentId: invoice.id, writtenOn: '', amount, reason: 'Insolvent' });

test('a bad debt is written off in part and wholly; its tax comes back only where the tax code says so', async () => {
  await app.order('POST', '/write-offs', written('100'));
  expect(await balances()).toMatchObject({ '6800': 10_000, '2100': -6_250, '1200': 96_250 });
  await taxComesBack();
  const rest = await app.order<{ id: number; number: string }>('POST', '/write-offs', written(''));
  expect(rest.number).toBe('WO-0002');
  // 962.50 × 62.50 ÷ 1,062.50 = 56.62 of tax.
  expect(await balances()).toMatchObject({ '6800': 100_588, '2100': -588 });
  expect(await open(invoice.id)).toBe(0);
  expect(await app.refused('POST', '/write-offs', written(''))).toEqual(['amount number-not-positive']);
  await app.order('POST', `/documents/${rest.id}/reversal`, { postedOn: '2027-01-31', reason: 'They paid' });
  expect(await open(invoice.id)).toBe(96_250);
});

test('only what clients owe is written off', async () => {
  expect(await app.refused('POST', '/write-offs', { ...written(''), documentId: 9_999 })).toEqual(['not-there']);
});

test('what was paid above the invoices is paid back, no more than is there', async () => {
  const row = { client: 'COUNTY', paidOn: '2027-01-31', amount: '1,500', document: '', applied: '', text: '' };
  const [, credit] = await post(app, '2027-01', { kind: 'receipts', controlTotal: '', rows: [row] });
  expect(credit?.number).toBe('POA-0001');
  const back = (amount: string) => ({ documentId: credit?.id, paidOn: '', amount, text: '' });
  expect(await app.refused('POST', '/client-refunds', back('437.51'))).toEqual(['amount over-open-amount']);
  await app.order('POST', '/client-refunds', back('137.50'));
  const last = await app.order<{ id: number; number: string }>('POST', '/client-refunds', back(''));
  expect(await balances()).toMatchObject({ '1010': 106_250 });
  expect(await app.refused('POST', '/client-refunds', back(''))).toEqual(['documentId nothing-to-pay-back']);
  await app.order('POST', `/documents/${last.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong bank' });
  expect(await open(credit?.id ?? 0)).toBe(-30_000);
});

test('a deposit that no invoice used is paid back with its tax', async () => {
  const [deposit] = await post(app, '2027-01', {
    ...{ kind: 'deposit-invoices', datedOn: '2027-01-10' },
    rows: [{ project: 'GATE', amount: '200', taxCode: 'ST', dueOn: '', text: '' }],
  });
  const back = { documentId: deposit?.id, paidOn: '', amount: '', text: '' };
  expect(await app.refused('POST', '/client-refunds', back)).toEqual(['documentId nothing-to-pay-back']);
  const receipt = await app.order<{ id: number }>('POST', '/receipts', {
    ...{ documentId: deposit?.id, paidOn: '2027-01-25', amount: '212.50' },
  });
  await app.order('POST', '/client-refunds', back);
  expect(await balances()).toMatchObject({ '2100': -6_250 });
  const order = { postedOn: '2027-01-31', reason: 'Bounced' };
  expect(await app.refused('POST', `/documents/${receipt.id}/reversal`, order)).toEqual(['deposit-used']);
});

test('a receipt a little short is taken as paid where the company says so', async () => {
  await app.order('PUT', '/company', {
    ...{ name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null, forecastMonths: 1 },
    receiptDifferenceCents: 200,
  });
  const row = {
    client: 'COUNTY',
    paidOn: '2027-01-31',
    amount: '1,061',
    document: invoice.number,
    applied: '',
    text: '',
  };
  const [receipt] = await post(app, '2027-01', { kind: 'receipts', controlTotal: '', rows: [row] });
  expect(await open(invoice.id)).toBe(0);
  // 1.50 short, of it 0.09 tax.
  expect(await balances()).toMatchObject({ '6850': 141, '2100': -6_241, '1010': 106_100 });
  await app.order('POST', `/documents/${receipt?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Bounced' });
  expect(await open(invoice.id)).toBe(106_250);
});
