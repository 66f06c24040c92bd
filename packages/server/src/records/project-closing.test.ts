import { afterEach, beforeEach, expect, test } from 'vitest';
import { verifiedBooks } from '../ledger/verify-queries.ts';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  type Answered,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '20,000.00' }));
});
afterEach(() => app.close());

interface Stored {
  readonly id: number;
  readonly version: number;
  readonly fields: Readonly<Record<string, string>>;
}

async function change(code: string, fields: Readonly<Record<string, string>>): Promise<Answered> {
  const { rows } = await app.ask<{ rows: Stored[] }>('/records/project');
  const stored = rows.find((row) => row.fields['code'] === code);
  return app.send('PUT', `/records/project/${stored?.id}`, {
    version: stored?.version,
    fields: { ...stored?.fields, ...fields },
  });
}
const END = { actualEndOn: '2027-01-31' };
const balance = async (code: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-02&span=all',
  );
  return rows.find((row) => row.code === code)?.balance.amountCents ?? 0;
};
const gate = async () => {
  const { rows } = await app.ask<{
    rows: { code: string; status: string; billed: { amountCents: number }; overbilled: { amountCents: number } }[];
  }>('/projects?through=2027-02');
  return rows.find(({ code }) => code === 'GATE');
};
const kinds = async (): Promise<readonly string[]> => {
  const { rows } = await app.ask<{ rows: { kind: string }[] }>('/documents?through=2027-02&order=number');
  return rows.map(({ kind }) => kind).toSorted();
};

/** Finished, all of it earned and billed: 100,000 for a cost of 20,000. */
async function finish(): Promise<void> {
  expect((await change('GATE', { ...END, status: 'finished' })).status).toBe(200);
  await app.order('POST', '/invoices', invoiceOf('GATE', 'rest'));
  await recognize(app, '2027-01');
}

test('a project with cost, billings or a loss still to be recognized is not closed, and says each reason', async () => {
  await app.order('POST', '/invoices', invoiceOf('GATE', 'percent', '10'));
  const refused = await change('GATE', { ...END, status: 'closed' });
  expect(refused).toMatchObject({
    status: 422,
    body: {
      problems: [
        { at: 'status', kind: 'billed-not-earned' },
        { at: 'status', kind: 'cost-still-held' },
      ],
    },
  });
  expect((await gate())?.status).toBe('active');
  expect(await kinds()).toEqual(['bill', 'invoice']);
});

test('closing clears what was billed against what was earned; what was billed stays what it was', async () => {
  await finish();
  const [billings, unbilled] = [await balance('2300'), await balance('1400')];
  expect((await change('GATE', { status: 'closed' })).status).toBe(200);
  expect(await kinds()).toEqual(['bill', 'closing', 'invoice', 'recognition']);
  expect((await balance('2300')) - billings).toBe(10_000_000);
  expect((await balance('1400')) - unbilled).toBe(-10_000_000);
  expect(await gate()).toMatchObject({ billed: { amountCents: 10_000_000 }, overbilled: { amountCents: 0 } });
  const traced = await app.ask<{ amountCents: number }>('/trace?figure=billed.p1.t2027-02');
  expect(traced.amountCents).toBe(10_000_000);
  expect((await verifiedBooks(app.books.reader)).filter(({ differences }) => differences.length > 0)).toEqual([]);
});

test('a closed project that goes on has its clearing taken back', async () => {
  await finish();
  const before = [await balance('2300'), await balance('1400')];
  await change('GATE', { status: 'closed' });
  await change('GATE', { status: 'finished' });
  expect([await balance('2300'), await balance('1400')]).toEqual(before);
  expect(await kinds()).toEqual(['bill', 'closing', 'invoice', 'recognition', 'reversal']);
  const { ties } = await app.ask<{ ties: { oneCents: number; otherCents: number }[] }>('/frame');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
});

test('a closing is taken back by its project only; nothing billed closes without a posting', async () => {
  await finish();
  await change('GATE', { status: 'closed' });
  const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-02&kind=closing');
  expect(
    await app.refused('POST', `/documents/${rows[0]?.id}/reversal`, { postedOn: '2027-01-31', reason: 'x' }),
  ).toEqual(['reverse-elsewhere']);
  expect((await change('DUNE', { ...END, status: 'closed', method: 'cost-to-cost' })).status).toBe(200);
  expect(await kinds()).toHaveLength(4);
});
