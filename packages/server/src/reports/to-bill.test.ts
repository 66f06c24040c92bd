import { expect, test } from 'vitest';
import { approve, priced } from '../priced-estimate.test.support.ts';
import { GOOD_BILL, billSheet, invoiceOf, post, recognize, smallCompany } from '../small-company.test.support.ts';

/** DUNE is agreed at 10,000.00, to be billed half in January and half in March. */
const company = smallCompany(async (app) => {
  await approve(app, await priced(app, 2, [{ section: 'Earthwork', code: '31-250', cost: '8,000', price: '10,000' }]), {
    plan: [
      { dueOn: '2027-01-20', text: 'Half', share: '50%' },
      { dueOn: '2027-03-20', text: 'The rest', share: '50%' },
    ],
  });
});

test('what the plan says is to be billed until it is; what is underbilled above the amount too', async () => {
  const app = await company.open();
  const toBill = async (more = '', through = '2027-01') => {
    const { rows, totalCents } = await app.ask<{
      rows: { code: string; reason: string; amountCents: number; days: number | null; text: string }[];
      totalCents: number;
    }>(`/to-bill?through=${through}${more}`);
    expect(rows.reduce((all, { amountCents }) => all + amountCents, 0)).toBe(totalCents);
    return rows
      .filter(({ code }) => code === 'DUNE')
      .map(({ reason, amountCents, days, text }) => [reason, amountCents, days, text]);
  };
  expect(await toBill()).toEqual([['plan date reached', 500_000, 11, 'Half']]);
  const waiting = async () =>
    (await app.ask<{ rows: { what: string }[] }>('/waiting')).rows.filter(({ what }) => what === 'projects-to-bill');
  app.setToday('2027-01-31');
  expect(await waiting()).toEqual([{ what: 'projects-to-bill', count: 1, amountCents: 500_000 }]);
  await app.order('POST', '/invoices', invoiceOf('DUNE', 'amount', '2,000'));
  expect(await toBill()).toEqual([['plan date reached', 300_000, 11, 'Half']]);
  await app.order('POST', '/invoices', invoiceOf('DUNE', 'amount', '3,000'));
  expect(await toBill()).toEqual([]);
  expect(await waiting()).toEqual([]);
  // 7,200.00 of 8,000.00 is done: 9,000.00 earned, 4,000.00 more than billed.
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-5', project: 'DUNE', code: '31-250', net: '7,200' }));
  await recognize(app, '2027-01');
  expect(await toBill()).toEqual([]);
  expect(await toBill('&above=1000')).toEqual([['underbilled', 400_000, null, '']]);
  await post(app, '2027-01', {
    ...{ kind: 'applications', project: 'DUNE', datedOn: '2027-01-31', replaces: '', taxCode: '', text: '' },
    rows: [{ line: '1', percent: '', amount: '2,000', stored: '', mayExceed: '', text: '' }],
  });
  expect(await toBill('&above=1000')).toEqual([['underbilled', 200_000, null, '']]);
  // Certified for less in February, 500.00 is to be asked for again: through January, and as known before, all of it still waited.
  app.setToday('2027-02-15');
  const [waits] = (await app.ask<{ rows: { number: string }[] }>('/documents?kind=application&through=2027-02')).rows;
  await post(app, '2027-02', {
    ...{ kind: 'certificates', application: waits?.number, datedOn: '2027-02-10', dueOn: '', taxCode: '', text: '' },
    rows: [{ line: '1', certified: '1,500', stored: '', reason: 'Not all of it is there' }],
  });
  expect(await toBill('&above=1000')).toEqual([['underbilled', 200_000, null, '']]);
  expect(await toBill('&above=1000', '2027-02')).toEqual([['underbilled', 250_000, null, '']]);
  expect(await toBill('&above=1000&known=2027-02-10T00:00:00Z', '2027-02')).toEqual([
    ['underbilled', 200_000, null, ''],
  ]);
  await app.close();
});
