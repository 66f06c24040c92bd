import { afterAll, beforeAll, expect, test } from 'vitest';
import { BLANK_ORDER_ROW, type OrderRow } from '@lowtide/core/documents/order/form.ts';
import { REPORT_NAMES, reportOf } from '@lowtide/core/reports/reports.ts';
import { MOST_CENTS } from '@lowtide/core/money/cents.ts';
import {
  GOOD_BILL,
  billSheet,
  openApp,
  setUpSmallCompany,
  type Answered,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

async function postBill(number: string, net: string): Promise<Answered> {
  const sheet = billSheet({ ...GOOD_BILL, number, net });
  const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', { month: '2027-01', sheet });
  return app.send('POST', `/drafts/${draft.id}/posting`, {
    month: '2027-01',
    version: draft.version,
    acceptWarnings: true,
  });
}

test('bills that would take the books beyond what they can add up are refused at the door; everything still answers', async () => {
  const most = (MOST_CENTS / 100).toFixed(2);
  let last: Answered | undefined;
  for (let nth = 0; nth < 400 && (last === undefined || last.status === 201); nth += 1) {
    last = await postBill(`L-${nth}`, most);
  }
  expect(last?.status).toBe(422);
  const kinds = ((last?.body['problems'] ?? []) as { kind: string }[]).map(({ kind }) => kind);
  expect(new Set(kinds)).toEqual(new Set(['sum-too-large']));
  const more: Readonly<Record<string, string>> = {
    profitability: '&by=project&from=2027-01',
    fade: '&from=2027-01',
    'wip-then-and-now': '&from=2027-01',
    'contract-months': '&from=2027-01',
    'roll-forward': '&from=2027-01',
    realization: '&from=2027-01',
    'income-statement': '&from=2027-01',
    hours: '&from=2027-01',
    'supplier-spend': '&from=2027-01',
    'labor-composition': '&from=2027-01',
    'certified-payroll': '&week=2027-01-11',
  };
  for (const name of REPORT_NAMES) {
    const { status } = await app.send('GET', `${reportOf(name).path}?through=2027-01${more[name] ?? ''}`);
    expect(status, name).toBe(200);
  }
  for (const path of [
    '/frame',
    '/recognition?month=2027-01',
    '/projects/1?through=2027-01',
    '/what-if?through=2027-01',
  ]) {
    expect((await app.send('GET', path)).status, path).toBe(200);
  }
});

const ORDERED: OrderRow = {
  ...BLANK_ORDER_ROW,
  ...{ supplier: 'STONE', datedOn: '2027-01-10', project: 'GATE', code: 'A/31-250', text: 'Stone' },
  net: (MOST_CENTS / 100).toFixed(2),
};

test('orders over several sheets are refused too, and so is a sheet that alone comes to too much; it opens all the same', async () => {
  const own = await openApp();
  await setUpSmallCompany(own);
  const sheetOf = (count: number) => ({ kind: 'orders', rows: Array.from({ length: count }, () => ORDERED) });
  const place = async (count: number) => {
    const draft = await own.order<{ id: number; version: number; preview: { problems: { kind: string }[] } }>(
      ...(['POST', '/drafts', { month: '2027-01', sheet: sheetOf(count) }] as const),
    );
    const order = { month: '2027-01', version: draft.version, acceptWarnings: true };
    return { draft, posted: await own.send('POST', `/drafts/${draft.id}/posting`, order) };
  };
  const { draft, posted } = await place(101);
  expect(draft.preview.problems.map(({ kind }) => kind)).toContain('sum-too-large');
  expect(posted.status).toBe(422);
  expect((await own.send('GET', `/drafts/${draft.id}?month=2027-01`)).status).toBe(200);
  expect((await place(60)).posted.status).toBe(201);
  const second = await place(60);
  expect(second.posted.status).toBe(422);
  expect(((second.posted.body['problems'] ?? []) as { kind: string }[]).map(({ kind }) => kind)).toEqual([
    'sum-too-large',
  ]);
  for (const path of [
    '/orders?through=2027-01&show=all',
    '/commitments?through=2027-01',
    '/projects/1?through=2027-01',
  ]) {
    expect((await own.send('GET', path)).status, path).toBe(200);
  }
  await own.close();
});
