import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { month } from '@lowtide/core/calendar/month.ts';
import { expect, test } from 'vitest';
import { bounds } from '../ledger/as-of-queries.ts';
import { invoiceOf, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { accountMoves } from './client-account-queries.ts';

/** COUNTY (DUNE's client) is billed 2,000.00 on 5 January and 500.00 on 20 January, each due at once. */
const company = smallCompany();

interface Account {
  readonly items: readonly { number: string; openCents: number; daysLate: number; reminded: { step: number } | null }[];
  readonly openCents: number;
  readonly overdueCents: number;
  readonly delayDays: number | null;
  readonly reminders: readonly { id: number; step: number; amountCents: number }[];
  readonly promises: readonly { state: string }[];
  readonly next: { step: number; isTime: boolean; amountCents: number } | null;
}

async function billed(): Promise<{ app: TestApp; client: number; first: number }> {
  const app = await company.open();
  const due = { taxCode: '' };
  const one = { ...invoiceOf('DUNE', 'amount', '2,000', '2027-01-05'), ...due, dueOn: '2027-01-05' };
  const other = { ...invoiceOf('DUNE', 'amount', '500', '2027-01-20'), ...due, dueOn: '2027-01-20' };
  const { id: first } = await app.order<{ id: number }>('POST', '/invoices', one);
  await app.order('POST', '/invoices', other);
  const { rows } = await app.ask<{ rows: { id: number; code: string }[] }>('/owing?through=2027-01');
  return { app, client: rows.find(({ code }) => code === 'COUNTY')?.id ?? 0, first };
}
const accountOf = (app: TestApp, client: number, through = '2027-01') =>
  app.ask<Account>(`/clients/${client}/account?through=${through}`);

test('a client is reminded in three steps of everything overdue, each when it is time', async () => {
  const { app, client } = await billed();
  expect(await accountOf(app, client)).toMatchObject({
    ...{ openCents: 250_000, overdueCents: 250_000, delayDays: null, reminders: [], promises: [] },
    items: [
      { number: 'INV-0001', openCents: 200_000, daysLate: 26, reminded: null },
      { number: 'INV-0002', openCents: 50_000, daysLate: 11, reminded: null },
    ],
    next: { step: 1, isTime: true, amountCents: 250_000 },
  });
  expect(await app.refused('POST', `/clients/${client}/reminders`, { remindedOn: '2027-02-01', text: '' })).toEqual([
    'remindedOn day-to-come',
  ]);
  const remind = () =>
    app.order<{ id: number; step: number }>('POST', `/clients/${client}/reminders`, { remindedOn: '', text: '' });
  expect((await remind()).step).toBe(1);
  expect((await accountOf(app, client)).next).toMatchObject({ step: 2, isTime: false });
  app.setToday('2027-02-14');
  expect((await accountOf(app, client, '2027-02')).next).toMatchObject({ step: 2, isTime: true });
  expect((await remind()).step).toBe(2);
  app.setToday('2027-02-28');
  const last = await remind();
  expect(last.step).toBe(3);
  const now = await accountOf(app, client, '2027-02');
  expect(now.next).toBeNull();
  expect(now.reminders.map(({ step, amountCents }) => [step, amountCents])).toEqual([
    [3, 250_000],
    [2, 250_000],
    [1, 250_000],
  ]);
  expect(await app.refused('POST', `/clients/${client}/reminders`, { remindedOn: '', text: '' })).toEqual([
    'nothing-to-remind',
  ]);
  const letter = await fetch(`${app.address}/api/reminders/${last.id}.pdf`);
  expect([letter.status, letter.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  // As of January, and as known before they were sent, nobody had been reminded twice.
  expect((await accountOf(app, client)).reminders.map(({ step }) => step)).toEqual([1]);
  await app.close();
});

test('a promise holds a reminder back until its day, and is kept by what comes in', async () => {
  const { app, client, first } = await billed();
  const promise = (promisedOn: string, amount: string) =>
    app.order('POST', `/clients/${client}/promises`, { promisedOn, amount, text: 'Said by telephone' });
  await promise('2027-02-10', '2,000');
  expect((await accountOf(app, client)).next).toMatchObject({ step: 1, isTime: false });
  app.setToday('2027-02-09');
  await app.order('POST', '/receipts', { documentId: first, paidOn: '2027-02-09', amount: '1,500' });
  expect((await accountOf(app, client, '2027-02')).promises).toMatchObject([{ state: 'waits' }]);
  app.setToday('2027-02-11');
  const { rows } = await app.ask<{ rows: object[] }>('/owing?through=2027-02');
  expect(rows).toMatchObject([
    {
      code: 'COUNTY',
      openCents: 100_000,
      promised: { amountCents: 200_000, state: 'not kept' },
      next: { isTime: true },
    },
  ]);
  await promise('2027-02-20', '500');
  await app.order('POST', '/receipts', { documentId: first, paidOn: '2027-02-11', amount: '500' });
  const { promises, delayDays } = await accountOf(app, client, '2027-02');
  expect(promises.map(({ state }) => state)).toEqual(['not kept', 'kept']);
  // 1,500.00 came 35 days after it was due, the rest 37: the median by amount.
  expect(delayDays).toBe(35);
  expect(
    await app.refused('POST', `/clients/${client}/promises`, { promisedOn: '2027-02-01', amount: '-5', text: '' }),
  ).toEqual(['amount number-not-positive']);
  await app.close();
});

test('the statement of account adds up to what is open', async () => {
  const { app, client, first } = await billed();
  await app.order('POST', '/receipts', { documentId: first, paidOn: '2027-01-31', amount: '1,500' });
  const statement = await fetch(`${app.address}/api/clients/${client}/statement.pdf?through=2027-01`);
  expect([statement.status, statement.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  expect((await accountOf(app, client)).openCents).toBe(100_000);
  const at = await bounds(app.books.reader, { through: month('2027-01'), known: null });
  const { opening, moves } = await accountMoves(app.books.reader, client, { from: isoDate('2027-01-10'), at });
  // 2,000.00 before; 500.00 billed and 1,500.00 paid since.
  expect([opening, moves.map(({ amount }) => amount)]).toEqual([200_000, [50_000, -150_000]]);
  const { rows } = await app.ask<{ rows: { code: string; total: { amountCents: number } }[] }>(
    '/aging?through=2027-01&side=receivable',
  );
  expect(rows).toMatchObject([{ code: 'COUNTY', total: { amountCents: 100_000 } }]);
  expect((await app.send('GET', '/clients/9999/account?through=2027-01')).status).toBe(404);
  await app.close();
});
