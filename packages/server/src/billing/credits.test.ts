import { afterEach, beforeEach, expect, test } from 'vitest';
import { verifiedBooks } from '../verify/verify-queries.ts';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  openApp,
  post,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
let invoice: { readonly id: number };
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  // Work of 1,000.00 and sales tax of 62.50.
  invoice = await app.order('POST', '/invoices', { ...invoiceOf('GATE', 'amount', '1,000.00'), taxCode: 'ST' });
});
afterEach(async () => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>('/frame');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
  expect((await verifiedBooks(app.books.reader)).filter(({ differences }) => differences.length > 0)).toEqual([]);
  await app.close();
});

const noteOf = (work: string) => ({ documentId: invoice.id, datedOn: '2027-01-31', work, text: 'Too much' });
const open = async (id: number): Promise<number> =>
  (await app.ask<{ document: { openCents: number } }>(`/documents/${id}`)).document.openCents;
const billed = async (): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; billed: { amountCents: number } }[] }>(
    '/projects?through=2027-01',
  );
  return rows.find(({ code }) => code === 'GATE')?.billed.amountCents ?? 0;
};

test('a credit note lessens what is billed and what the client owes, tax in its share, the last one to the cent', async () => {
  const first = await app.order<{ id: number; number: string }>('POST', '/credit-notes', noteOf('333.33'));
  expect(first.number).toBe('CN-0001');
  // 62.50 × 333.33 ÷ 1,000 is 20.83; 1,062.50 − 354.16.
  expect([await billed(), await open(invoice.id), await open(first.id)]).toEqual([66_667, 70_834, 0]);
  await app.order('POST', '/credit-notes', noteOf('333.33'));
  await app.order('POST', '/credit-notes', noteOf(''));
  expect([await billed(), await open(invoice.id)]).toEqual([0, 0]);
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-01',
  );
  expect(rows.filter(({ balance }) => balance.amountCents !== 0)).toEqual([]);
});

test('no more is credited than was billed, not before the invoice, not without saying why', async () => {
  await app.order('POST', '/credit-notes', noteOf('600'));
  expect(await app.refused('POST', '/credit-notes', noteOf('400.01'))).toEqual(['work over-invoice']);
  expect(await app.refused('POST', '/credit-notes', { ...noteOf('-1'), datedOn: '2027-01-30', text: '' })).toEqual([
    'datedOn days-out-of-order',
    'work number-not-positive',
    'text missing',
  ]);
  expect(await app.refused('POST', '/credit-notes', { ...noteOf('1'), documentId: 999 })).toEqual([
    'documentId not-there',
  ]);
});

test('what was paid before is left as a credit, which settles the next invoice', async () => {
  await app.order('POST', '/receipts', { documentId: invoice.id, paidOn: '2027-01-31', amount: '1,062.50' });
  const note = await app.order<{ id: number }>('POST', '/credit-notes', noteOf('200'));
  expect(await open(note.id)).toBe(-21_250);
  const next = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'amount', '500'));
  const offset = { documentId: next.id, creditId: note.id, appliedOn: '2027-01-31', amount: '' };
  const applied = await app.order<{ id: number }>('POST', '/offsets', offset);
  expect([await open(note.id), await open(next.id)]).toEqual([0, 28_750]);
  expect(await app.refused('POST', `/documents/${note.id}/reversal`, { postedOn: '2027-01-31', reason: 'x' })).toEqual([
    'settled',
  ]);
  await app.order('POST', `/documents/${applied.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong invoice' });
  expect([await open(note.id), await open(next.id)]).toEqual([-21_250, 50_000]);
  await app.order('POST', `/documents/${note.id}/reversal`, { postedOn: '2027-01-31', reason: 'x' });
  expect(await billed()).toBe(150_000);
});

test('a credit of a supplier settles a bill of the same supplier, in part, and of no other', async () => {
  const [bill, credit, other] = await post(
    app,
    '2027-01',
    billSheet(
      { ...GOOD_BILL, net: '800' },
      { ...GOOD_BILL, number: 'C-1', net: '-300' },
      { ...GOOD_BILL, supplier: 'FUEL', number: 'F-1', net: '50' },
    ),
  );
  const offset = (documentId = 0, creditId = 0, amount = '') =>
    ({ documentId, creditId, appliedOn: '2027-01-31', amount }) as const;
  expect(await app.refused('POST', '/offsets', offset(other?.id, credit?.id))).toEqual(['creditId other-party']);
  expect(await app.refused('POST', '/offsets', offset(bill?.id, bill?.id))).toEqual(['creditId same-side']);
  expect(await app.refused('POST', '/offsets', offset(bill?.id, credit?.id, '300.01'))).toEqual([
    'amount over-open-amount',
  ]);
  await app.order('POST', '/offsets', offset(bill?.id, credit?.id, '100'));
  expect([await open(bill?.id ?? 0), await open(credit?.id ?? 0)]).toEqual([70_000, -20_000]);
  const { rows } = await app.ask<{ rows: { code: string; amounts: number[]; otherCents: number }[] }>(
    '/aging?through=2027-01&side=payable',
  );
  expect(rows.map(({ code, amounts, otherCents }) => [code, amounts[0], otherCents])).toEqual([
    ['FUEL', 5_000, 0],
    ['STONE', 50_000, 0],
  ]);
});

test('a credit note prints, naming the invoice it credits; what is none has no such paper', async () => {
  const note = await app.order<{ id: number }>('POST', '/credit-notes', noteOf('100'));
  const pdf = await fetch(`${app.address}/api/credit-notes/${note.id}.pdf`);
  expect(pdf.headers.get('content-type')).toBe('application/pdf');
  expect(
    Buffer.from(await pdf.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  expect((await fetch(`${app.address}/api/credit-notes/${invoice.id}.pdf`)).status).toBe(404);
});
