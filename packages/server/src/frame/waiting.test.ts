import { expect, test } from 'vitest';
import { post, smallCompany } from '../small-company.test.support.ts';

const company = smallCompany();

test('what waits to become a sheet is counted: incoming bills, and journals once they are due', async () => {
  const app = await company.open();
  expect(await app.ask('/waiting')).toEqual({ incomingBills: 0, timesheets: 0, journalsDue: 0 });
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
  expect(await app.ask('/waiting')).toEqual({ incomingBills: 1, timesheets: 0, journalsDue: 0 });
  app.setToday('2027-02-28');
  expect(await app.ask('/waiting')).toEqual({ incomingBills: 1, timesheets: 0, journalsDue: 1 });
  await app.close();
});
