import { expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { billSheet, BLANK_BILL, invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();
const waits = async (app: TestApp) =>
  (await app.ask<Answer<'waiting'>>('/waiting')).rows.map(({ what, count, amountCents }) => [what, count, amountCents]);

test('incoming bills wait, and journals once they are due', async () => {
  const app = await company.open();
  expect(await waits(app)).toEqual([]);
  await app.order('POST', '/supplier-messages', { name: 'x.xml', xml: '<a/>' });
  const line = { account: '', debit: '', credit: '', text: '' };
  const rows = [
    { ...line, account: '6500', debit: '10' },
    { ...line, account: '2600', credit: '10' },
  ];
  const sheet = { kind: 'journal', datedOn: '2027-01-31', text: 'Rent', reversesOn: '', rows };
  const [{ id = 0 } = {}] = await post(app, '2027-01', sheet);
  const again = { documentId: id, name: 'Rent', everyMonths: '1', nextOn: '2027-02-28', endsOn: '' };
  await app.order('POST', '/recurring-journals', again);
  expect(await waits(app)).toEqual([['incoming-bills', 1, null]]);
  app.setToday('2027-02-28');
  expect(await waits(app)).toEqual([
    ['incoming-bills', 1, null],
    ['journals-due', 1, null],
  ]);
  await app.close();
});

test('what is due, overdue, pending and overtaken waits with what it comes to', async () => {
  const app = await company.open();
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-10', dueOn: '2027-02-10', project: 'GATE' };
  await post(app, '2027-01', billSheet({ ...bill, number: 'N-1', code: 'A/31-250', net: '300' }));
  await app.order('POST', '/invoices', { ...invoiceOf('GATE', 'amount', '700'), dueOn: '2027-02-10' });
  await app.order('POST', '/drafts', { month: '2027-01', sheet: billSheet({ ...bill, number: 'N-2', net: '5' }) });
  const change = await app.order<{ id: number; version: number; pricedOn: string }>('POST', '/projects/1/estimates', {
    ...{ kind: 'change', name: 'More', copyOf: null },
  });
  const blank = { section: '', code: '', costType: '', text: '', quantity: '', unit: '', unitCost: '', cost: '' };
  const priced = { markup: '', markupAmount: '', unitPrice: '', price: '900', note: '' };
  const sheet = { usualMarkup: '', rows: [{ ...blank, ...priced, section: 'A', code: '31-250', cost: '400' }] };
  await app.order('PUT', `/estimates/${change.id}`, {
    ...{ version: change.version, name: 'More', pricedOn: change.pricedOn, targetEndOn: '', sheet },
  });
  app.setToday('2027-02-10');
  expect(await waits(app)).toEqual([
    ['drafts', 1, null],
    ['bills-due', 1, 30_000],
    ['pending-changes', 1, 90_000],
  ]);
  app.setToday('2027-02-11');
  expect(await waits(app)).toContainEqual(['invoices-overdue', 1, 70_000]);
  const forecast = await app.ask<Answer<'forecast'>>('/projects/1/forecast?through=2027-02');
  const rows = forecast.lines.map(({ line, code }) => ({
    ...{ line, method: code === 'A/31-250' ? 'to complete' : 'budget' },
    ...{ input: code === 'A/31-250' ? '100' : '', reason: 'Nearly there' },
  }));
  await app.order('POST', '/projects/1/forecasts', { month: '2027-02', stamp: forecast.stamp, rows });
  await post(
    app,
    '2027-02',
    billSheet({ ...bill, number: 'N-3', datedOn: '2027-02-11', dueOn: '', code: 'A/31-250', net: '250' }),
  );
  // 300 and 250 spent, forecast at 400.
  expect(await waits(app)).toContainEqual(['overtaken-forecasts', 1, 15_000]);
  await app.close();
});
