import { afterAll, beforeAll, expect, test } from 'vitest';
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
  for (const path of ['/frame', '/recognition?month=2027-01', '/projects/1?through=2027-01']) {
    expect((await app.send('GET', path)).status, path).toBe(200);
  }
});
