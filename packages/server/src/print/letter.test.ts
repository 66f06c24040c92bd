import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  openApp,
  post,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

/** A picture of one point. */
const POINT =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
const HEAD = {
  address: '3 Sluice Row\nKelder',
  bankDetails: 'Kelder Bank\nAccount 00 11 22',
  logo: POINT,
  paper: 'a4',
  country: 'US',
  taxNumber: 'KD-4417',
};

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(app, '2027-01', billSheet(GOOD_BILL));
  await app.order('POST', '/invoices', invoiceOf('GATE', 'amount', '25,000.00'));
});
afterAll(() => app.close());

const put = (body: unknown) =>
  fetch(`${app.address}/api/company/letterhead`, {
    ...{ method: 'PUT', body: JSON.stringify(body) },
    headers: { 'content-type': 'application/json', 'idempotency-key': crypto.randomUUID() },
  });
async function pdf(path: string): Promise<string> {
  const answer = await fetch(`${app.address}/api${path}`);
  expect(answer.status).toBe(200);
  return Buffer.from(await answer.arrayBuffer()).toString('latin1');
}
/** Width and height of the first page, in points. */
const pageOf = (text: string) =>
  /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/
    .exec(text)
    ?.slice(1)
    .map((side) => Math.round(Number(side)));

describe("the company's letters", () => {
  test('carry its address, bank details and picture, on its paper, once it has them', async () => {
    const { rows } = await app.ask<Answer<'documents'>>('/documents?through=2027-12&kind=invoice');
    const invoice = `/invoices/${rows[0]?.id}.pdf`;
    const before = await pdf(invoice);
    expect([pageOf(before), before.includes('/Subtype /Image')]).toEqual([[612, 792], false]);
    expect((await put(HEAD)).status).toBe(200);
    expect(await app.ask('/company/letterhead')).toEqual(HEAD);
    // Who is taxed where stays, where it is left out.
    const { country: _, taxNumber: __, ...rest } = HEAD;
    expect((await put({ ...rest, address: 'Elsewhere' })).status).toBe(200);
    expect(await app.ask('/company/letterhead')).toEqual({ ...HEAD, address: 'Elsewhere' });
    expect((await put(HEAD)).status).toBe(200);
    const after = await pdf(invoice);
    expect([pageOf(after), after.includes('/Subtype /Image')]).toEqual([[595, 842], true]);
    // Reports are printed across on the same paper.
    expect(pageOf(await pdf('/reports/trial-balance.pdf?through=2027-01'))).toEqual([842, 595]);
  });

  test.each([
    ['no picture at all', { logo: 'https://pictures.example/logo.png' }, 400, 'PNG or JPEG'],
    ['a picture that is none', { logo: 'data:image/png;base64,AAAA' }, 422, 'cannot be read'],
    ['too large a picture', { logo: `data:image/png;base64,${'A'.repeat(500_000)}` }, 400, '300 KB'],
    ['too long an address', { address: 'x'.repeat(500) }, 400, '400 characters'],
    ['unknown paper', { paper: 'a3' }, 400, 'paper'],
  ])('%s is refused, and nothing is changed', async (_case, change, status, words) => {
    const before = await app.ask('/company/letterhead');
    const answer = await put({ ...HEAD, ...change });
    expect([answer.status, (await answer.text()).includes(words)]).toEqual([status, true]);
    expect(await app.ask('/company/letterhead')).toEqual(before);
  });
});
