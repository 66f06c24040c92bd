import { expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  invoiceOf,
  post,
  smallCompany,
  workedDay,
} from '../small-company.test.support.ts';

const company = smallCompany(async () => {});

interface Money {
  readonly months: readonly {
    month: string;
    billed: number;
    received: number;
    paid: number;
    cost: number;
    net: number;
    isExpected: boolean;
  }[];
  readonly lowest: { on: string; netCents: number } | null;
  readonly depositCents: number;
  readonly delayDays: number;
}

test('what was paid for a project before its client paid is the most that was lent, on its day', async () => {
  const app = await company.open();
  const money = () => app.ask<Money>('/project-money?project=1&through=2027-01');
  const [bill] = await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '1,000', tax: '' }));
  await post(app, '2027-01', hoursSheet('2027-01-11', workedDay('E1', 'GATE', '31-100', '5')));
  await app.order('POST', '/payments', { documentId: bill?.id, paidOn: '2027-01-29', amount: '1,000' });
  const invoice = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'amount', '900'));
  expect((await money()).months[0]).toMatchObject({
    ...{ month: '2027-01', billed: 90_000, received: 0, paid: 100_000, cost: 120_000, net: -100_000 },
  });
  const receipt = await app.order<{ id: number }>('POST', '/receipts', {
    ...{ documentId: invoice.id, paidOn: '2027-01-31', amount: '900' },
  });
  const now = await money();
  // 5 h × 40.00 of labor are cost, and not paid before pay day.
  expect(now.months[0]).toMatchObject({ received: 90_000, paid: 100_000, cost: 120_000, net: -10_000 });
  expect(now.lowest).toEqual({ on: '2027-01-29', netCents: -100_000 });
  expect(now.depositCents).toBe(100_000);
  // Paid long before it was due.
  expect(now.delayDays).toBeLessThan(0);
  await app.order('POST', `/documents/${receipt.id}/reversal`, { postedOn: '2027-01-31', reason: 'Bounced' });
  expect((await money()).months[0]).toMatchObject({ received: 0, net: -100_000 });
  await app.close();
});
