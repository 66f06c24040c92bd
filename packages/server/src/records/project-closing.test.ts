import { afterEach, beforeEach, expect, test } from 'vitest';
import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';
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

const atClosed = async (method: string, at: string, body: object): Promise<readonly string[]> =>
  app.refused(method, at, body);

test('a closed project takes no cost, billing or earning, and nothing of it is taken back, by any way', async () => {
  await finish();
  const { rows } = await app.ask<{ rows: { id: number; kind: string }[] }>('/documents?through=2027-02');
  const idOf = (kind: string) => rows.find((row) => row.kind === kind)?.id;
  const change1 = { project: 'GATE', effectiveOn: '2027-01-31', amount: '1,000', reason: 'More' };
  const began = await app.order<{ id: number; version: number }>('POST', '/projects/1/estimates', {
    ...{ kind: 'change', name: 'More', copyOf: null },
  });
  expect((await change('GATE', { status: 'closed' })).status).toBe(200);
  const draft = await app.order<{ id: number; version: number; preview: { problems: { at: string; kind: string }[] } }>(
    ...(['POST', '/drafts', { month: '2027-01', sheet: billSheet({ ...GOOD_BILL, number: 'N-9' }) }] as const),
  );
  expect(draft.preview.problems).toMatchObject([{ at: 'rows/0/project', kind: 'project-closed' }]);
  expect(await atClosed('POST', '/invoices', invoiceOf('GATE', 'amount', '10'))).toEqual(['project project-closed']);
  const credit = { invoiceId: idOf('invoice'), datedOn: '2027-01-31', amount: '10', reason: 'x', text: '' };
  expect((await app.send('POST', '/credit-notes', credit)).status).toBeGreaterThanOrEqual(400);
  const reversal = { postedOn: '2027-01-31', reason: 'x' };
  for (const kind of ['bill', 'invoice']) {
    expect(await atClosed('POST', `/documents/${idOf(kind)}/reversal`, reversal)).toEqual(['project-closed']);
  }
  const run = { documentId: idOf('recognition'), reason: 'x' };
  expect(await atClosed('POST', '/recognition/reversal', run)).toEqual(['project-closed']);
  expect(await atClosed('POST', '/records/contract-change', { fields: change1 })).toEqual(['project project-closed']);
  const override = { project: 'GATE', month: '2027-01', amount: '30,000', reason: 'x' };
  expect(await atClosed('POST', '/records/estimate-override', { fields: override })).toEqual([
    'project project-closed',
  ]);
  const approval = { version: began.version, agreedOn: '2027-01-31', grouping: 'section', plan: [] };
  expect(await atClosed('POST', `/estimates/${began.id}/approval`, approval)).toEqual(['project-closed']);
  const { stamp } = await app.ask<{ stamp: string }>('/projects/1/forecast?through=2027-01');
  expect(await atClosed('POST', '/projects/1/forecasts', { month: '2027-01', stamp, rows: [] })).toEqual([
    'project-closed',
  ]);
  const journal = (line: object) => ({
    ...{ postedOn: '2027-01-31', text: 'x' },
    lines: [
      {
        account: '4010',
        debit: '5',
        credit: '',
        project: 'GATE',
        code: '',
        costType: '',
        party: '',
        employee: '',
        text: '',
      },
      {
        account: '1010',
        debit: '',
        credit: '5',
        project: '',
        code: '',
        costType: '',
        party: '',
        employee: '',
        text: '',
      },
    ].map((each, place) => (place === 0 ? { ...each, ...line } : each)),
  });
  expect(await atClosed('POST', '/journals', journal({}))).toEqual(['lines/0/project project-closed']);
  // What was is still settled.
  const paid = { documentId: idOf('invoice'), paidOn: '2027-01-31', amount: '100,000.00' };
  await app.order('POST', '/receipts', paid);
  expect((await change('GATE', { status: 'finished' })).status).toBe(200);
  await app.order('POST', '/records/contract-change', { fields: change1 });
});

test('with an order that is still open a project is not closed', async () => {
  await finish();
  const line = { ...BLANK_ORDER_ROW, supplier: 'STONE', datedOn: '2027-01-10', project: 'GATE', code: 'A/31-250' };
  await post(app, '2027-01', { kind: 'orders', rows: [{ ...line, text: 'Stone', net: '500' }] });
  expect((await change('GATE', { status: 'closed' })).body).toMatchObject({
    problems: [{ at: 'status', kind: 'orders-still-open' }],
  });
  await app.order('POST', '/orders/' + (await orderId()) + '/closing', { datedOn: '2027-01-31', reason: 'Not needed' });
  expect((await change('GATE', { status: 'closed' })).status).toBe(200);
});

const orderId = async (): Promise<number> =>
  (await app.ask<{ rows: { id: number }[] }>('/orders?through=2027-01&show=all')).rows[0]?.id ?? 0;

const contractOf = async (): Promise<number> =>
  (await app.ask<{ position: { contract: { amountCents: number } } }>('/projects/1?through=2027-01')).position.contract
    .amountCents;

test.each([
  { case: 'cancelled without a day', fields: { status: 'cancelled' }, said: ['actualEndOn missing'] },
  { case: 'proposed with an end', fields: { ...END, status: 'proposed' }, said: ['actualEndOn end-not-told'] },
  { case: 'active with an end', fields: { ...END, status: 'active' }, said: ['actualEndOn end-not-told'] },
  { case: 'a price over the agreed one', fields: { contractPrice: '120,000' }, said: ['contractPrice price-agreed'] },
  {
    case: 'a price when cancelled of an active one',
    fields: { priceWhenCancelled: '1' },
    said: ['priceWhenCancelled price-not-read'],
  },
  { case: 'another code', fields: { code: 'GATES' }, said: ['code field-fixed'] },
])('refused: $case', async ({ fields, said }) => {
  const { body } = await change('GATE', fields);
  const { problems = [] } = body as { problems?: { at: string; kind: string }[] };
  expect(problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(said);
});

test('a cancelled project is worth what is paid of it; set active again, its contract is what it was', async () => {
  await app.order('POST', '/invoices', invoiceOf('GATE', 'percent', '10'));
  expect((await change('GATE', { ...END, status: 'cancelled' })).status).toBe(200);
  expect(await contractOf()).toBe(1_000_000);
  expect((await change('GATE', { name: 'Gate, left' })).status).toBe(200);
  expect(await contractOf()).toBe(1_000_000);
  expect((await change('GATE', { priceWhenCancelled: '12,000' })).status).toBe(200);
  expect(await contractOf()).toBe(1_200_000);
  const change1 = { project: 'GATE', effectiveOn: '2027-01-31', amount: '1,000', reason: 'More' };
  await app.order('POST', '/records/contract-change', { fields: change1 });
  expect((await change('GATE', { actualEndOn: '', status: 'active' })).status).toBe(200);
  expect(await contractOf()).toBe(10_100_000);
  expect((await change('GATE', { ...END, status: 'cancelled', priceWhenCancelled: '5,000' })).status).toBe(200);
  expect(await contractOf()).toBe(500_000);
});
