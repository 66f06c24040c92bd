import { afterAll, beforeAll, expect, test } from 'vitest';
import { REPORT_FILE_ENDINGS } from '@lowtide/core/wire/files.ts';
import { openApp, post, billSheet, GOOD_BILL, smallCompany, type TestApp } from '../small-company.test.support.ts';
import type { Apart } from './context.ts';
import { longReadings } from './long-readings.ts';

const company = smallCompany((app) => post(app, '2027-01', billSheet(GOOD_BILL)));
let here: TestApp;
let apart: Apart;
let there: TestApp;

beforeAll(async () => {
  here = await company.open();
  apart = longReadings({ path: here.path, user: 'Tester', demo: false, today: '2027-01-31' });
  // Another server on books of its own, whose long readings are of the first one's: what it answers was read apart.
  there = await openApp(undefined, { apart });
});
afterAll(async () => {
  await there.close();
  await apart.close();
  await here.close();
});

const ADDRESSES = [
  '/wip-schedule?through=2027-01',
  '/profitability?from=2027-01&through=2027-01&by=client',
  '/estimate-against-actual?through=2027-01',
  '/trial-balance?through=2027-01',
  '/recognition?month=2027-01',
  '/trace?figure=cost.p1.t2027-01',
];

const textOf = async (app: TestApp, path: string) => {
  const answer = await fetch(`${app.address}/api${path}`);
  return { status: answer.status, type: answer.headers.get('content-type'), text: await answer.text() };
};

test('what is read apart is what would be read here, and what was just posted is in it', async () => {
  for (const path of ADDRESSES) {
    const answer = await textOf(there, path);
    expect([path, answer.status]).toEqual([path, 200]);
    expect(answer).toEqual(await textOf(here, path));
  }
  await post(here, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-2', net: '111.00' }));
  const { text } = await textOf(there, '/trial-balance?through=2027-01');
  expect(text).toBe((await textOf(here, '/trial-balance?through=2027-01')).text);
  expect(text).toContain('811100');
});

test.each(REPORT_FILE_ENDINGS)('files are written apart too: %s', async (ending) => {
  const path = `/reports/wip-schedule.${ending}?through=2027-01`;
  const [one, other] = [await fetch(`${here.address}/api${path}`), await fetch(`${there.address}/api${path}`)];
  expect(other.status).toBe(200);
  for (const head of ['content-type', 'content-disposition'])
    expect(other.headers.get(head)).toBe(one.headers.get(head));
  const [bytes, others] = [await one.arrayBuffer(), await other.arrayBuffer()];
  expect(others.byteLength).toBeGreaterThan(100);
  if (ending === 'csv') expect(Buffer.from(others).toString()).toBe(Buffer.from(bytes).toString());
});

test.each(['/wip-schedule?through=2027-13', '/trace?figure=nothing', '/reports/hours.csv?through=2027-01&by=nothing'])(
  'a question that cannot be answered is refused in the same words: %s',
  async (path) => {
    const refused = await textOf(there, path);
    expect(refused).toEqual(await textOf(here, path));
    expect(refused.status).toBeGreaterThanOrEqual(400);
    expect(refused.status).toBeLessThan(500);
  },
);

test('others are answered while a long report is read', async () => {
  let isRead = false;
  const long = Promise.all(ADDRESSES.map((path) => textOf(there, path))).then(() => (isRead = true));
  // The first readings begin a thread, which alone takes longer than a question that is answered here.
  expect((await fetch(`${there.address}/api/health`)).status).toBe(200);
  expect(isRead).toBe(false);
  await long;
});

test('one that is broken is told, and the next one is read', async () => {
  const asked = { path: '/reports/wip-schedule.csv', actor: null, params: {}, query: { through: '2027-01' } };
  const reading = apart.file(asked).catch((error: unknown) => error);
  await apart.close();
  expect(await reading).toMatchObject({ status: 503, problems: [{ kind: 'not-read-in-time', why: 'broken' }] });
  expect((await apart.file(asked)).name).toBe('wip-schedule.csv');
});
