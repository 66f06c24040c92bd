import { expect, test } from 'vitest';
import { verifiedBooks } from '../verify/verify-queries.ts';
import { billSheet, BLANK_BILL, invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();
const openOf = async (app: TestApp, id: number): Promise<number> =>
  (await app.ask<{ document: { openCents: number } }>(`/documents/${id}`)).document.openCents;

async function bills(app: TestApp) {
  const bill = { ...BLANK_BILL, datedOn: '2027-01-20', project: 'GATE', code: 'A/31-250' };
  return post(
    app,
    '2027-01',
    billSheet(
      { ...bill, supplier: 'STONE', number: 'N-1', dueOn: '2027-02-20', net: '100' },
      { ...bill, supplier: 'STONE', number: 'N-2', dueOn: '2027-02-10', net: '200' },
      { ...bill, supplier: 'FUEL', number: 'N-3', dueOn: '2027-02-10', net: '50' },
    ),
  );
}

test('bills of several suppliers are paid in one step, and taken back one by one', async () => {
  const app = await company.open();
  const ids = (await bills(app)).map(({ id }) => id);
  const order = { documentIds: ids, paidOn: '2027-01-31', amount: '', acceptWarnings: false };
  const { documents } = await app.order<{ documents: { id: number }[] }>('POST', '/payments/together', order);
  expect(documents).toHaveLength(2);
  expect(await Promise.all(ids.map((id) => openOf(app, id)))).toEqual([0, 0, 0]);
  expect(await app.refused('POST', '/payments/together', order)).toEqual(['documentIds not-open-any-more']);
  for (const { id } of documents) {
    await app.order('POST', `/documents/${id}/reversal`, { postedOn: '2027-01-31', reason: 'Bounced' });
  }
  expect(await Promise.all(ids.map((id) => openOf(app, id)))).toEqual([10_000, 20_000, 5_000]);
  expect((await verifiedBooks(app.books.reader)).filter(({ differences }) => differences.length > 0)).toEqual([]);
  await app.close();
});

test('a receipt of an amount settles the invoices due first, and what is left over stays open', async () => {
  const app = await company.open();
  const invoice = async (work: string, dueOn: string) =>
    (await app.order<{ id: number }>('POST', '/invoices', { ...invoiceOf('GATE', 'amount', work), dueOn })).id;
  const [late, early] = [await invoice('1,000', '2027-03-31'), await invoice('600', '2027-02-28')];
  const order = { documentIds: [late, early], paidOn: '2027-01-31', amount: '700', acceptWarnings: false };
  const { documents } = await app.order<{ documents: { id: number }[] }>('POST', '/receipts/together', order);
  expect(documents).toHaveLength(1);
  expect([await openOf(app, early), await openOf(app, late)]).toEqual([0, 90_000]);
  expect(await app.refused('POST', '/receipts/together', { ...order, documentIds: [late], amount: '900.01' })).toEqual([
    'amount over-open-amount',
  ]);
  expect(await app.refused('POST', '/payments/together', { ...order, documentIds: [late], amount: '' })).toEqual([
    'documentId not-there',
  ]);
  expect(await app.refused('POST', '/receipts/together', { ...order, documentIds: [late], paidOn: 'soon' })).toEqual([
    'paidOn unreadable-day',
  ]);
  await app.close();
});

test('an amount for bills of two suppliers is refused, and nothing is paid', async () => {
  const app = await company.open();
  const ids = (await bills(app)).map(({ id }) => id);
  const order = { documentIds: ids, paidOn: '2027-01-31', amount: '300', acceptWarnings: false };
  expect(await app.refused('POST', '/payments/together', order)).toEqual(['amount amount-of-one-party']);
  expect(await Promise.all(ids.map((id) => openOf(app, id)))).toEqual([10_000, 20_000, 5_000]);
  await app.close();
});
