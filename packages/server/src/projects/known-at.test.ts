import { afterEach, beforeEach, expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';
import { sheetOf } from '../priced-estimate.test.support.ts';

let app: TestApp;
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterEach(() => app.close());

const INSTANT = '2027-02-10T00:00:00Z';
const known = (path: string) => `${path}&known=${INSTANT}`;

test('an end entered in March leaves January, as known in February, under way', async () => {
  await post(app, '2027-01', billSheet(GOOD_BILL));
  const january = await app.ask('/wip-schedule?through=2027-01');
  app.setToday('2027-03-15');
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const gate = rows.find(({ fields }) => fields['code'] === 'GATE');
  const fields = { ...gate?.fields, actualEndOn: '2027-01-20', status: 'finished', name: 'Gate, done' };
  await app.order('PUT', `/records/project/${gate?.id}`, { version: gate?.version, fields });
  expect(await app.ask(known('/wip-schedule?through=2027-01'))).toEqual(january);
  expect(await app.ask('/wip-schedule?through=2027-01')).toMatchObject({
    rows: [{ code: 'DUNE' }, { name: 'Gate, done', complete: { numerator: 1, denominator: 1 } }],
  });
});

test('a project entered later is not there yet', async () => {
  app.setToday('2027-03-15');
  const fields = {
    code: 'NEW',
    name: 'New',
    kind: 'client',
    client: 'COUNTY',
    startOn: '2027-01-01',
    status: 'active',
  };
  await app.order('POST', '/records/project', { fields: { ...fields, method: 'cost-to-cost', costTreatment: 'hold' } });
  const codes = async (path: string) =>
    (await app.ask<{ rows: { code: string }[] }>(path)).rows.map(({ code }) => code);
  expect(await codes(known('/projects?through=2027-01'))).toEqual(['BOAT', 'DUNE', 'GATE']);
  expect(await codes('/projects?through=2027-01')).toEqual(['BOAT', 'DUNE', 'GATE', 'NEW']);
});

test('an invoice of January paid in March is open through January, and as known in February', async () => {
  const invoice = await app.order<{ id: number }>('POST', '/invoices', invoiceOf('GATE', 'percent', '10'));
  app.setToday('2027-03-15');
  await app.order('POST', '/receipts', { documentId: invoice.id, paidOn: '2027-03-02', amount: '4,000' });
  const open = async (path: string) =>
    (await app.ask<{ rows: { openCents: number }[] }>(`/documents?kind=invoice&open=yes&${path}`)).rows.map(
      ({ openCents }) => openCents,
    );
  expect(await open('through=2027-01')).toEqual([1_000_000]);
  expect(await open(known('through=2027-03'))).toEqual([1_000_000]);
  expect(await open('through=2027-03')).toEqual([600_000]);
});

test('a document reversed in March counts through February, not reversed yet', async () => {
  const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
  app.setToday('2027-03-15');
  await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-03-10', reason: 'Wrong' });
  const rows = async (path: string) => (await app.ask<{ rows: unknown[] }>(`/documents?kind=bill&${path}`)).rows;
  expect(await rows('through=2027-02')).toMatchObject([{ reversedBy: null, openCents: 800_000 }]);
  expect(await rows('through=2027-03')).toMatchObject([{ reversedBy: 'Reversal of N-1', openCents: 0 }]);
});

test('a change order is pending from the day it was begun until the day it counts, with what it came to then', async () => {
  const keep = async (id: number, version: number, price: string) => {
    const sheet = sheetOf([{ section: 'Extra', code: '31-250', text: 'More of it', cost: '100', price }]);
    const body = { version, name: '', pricedOn: '2027-01-31', targetEndOn: '', sheet };
    return (await app.order<{ version: number }>('PUT', `/estimates/${id}`, body)).version;
  };
  const pending = async (path: string) => {
    const { rows } = await app.ask<{ rows: { code: string; pendingPriceCents: number }[] }>(`/portfolio?${path}`);
    return rows.find(({ code }) => code === 'GATE')?.pendingPriceCents;
  };
  const begun = await app.order<{ id: number; version: number }>('POST', '/projects/1/estimates', {
    kind: 'change',
    name: '',
    copyOf: null,
  });
  const version = await keep(begun.id, begun.version, '150');
  app.setToday('2027-03-15');
  const changed = await keep(begun.id, version, '190');
  await app.order('POST', `/estimates/${begun.id}/approval`, {
    version: changed,
    agreedOn: '2027-03-10',
    grouping: 'section',
    plan: [],
  });
  expect(await pending('through=2026-12')).toBe(0);
  expect(await pending('through=2027-02')).toBe(15_000);
  expect(await pending('through=2027-03')).toBe(0);
  expect(await pending(known('through=2027-03'))).toBe(15_000);
});

test('who changes what somebody changed meanwhile is told who and when', async () => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/client',
  );
  const change = { version: 1, fields: { ...rows[0]?.fields, name: 'Garrow' } };
  await app.order('PUT', `/records/client/${rows[0]?.id}`, change);
  const { status, body } = await app.send('PUT', `/records/client/${rows[0]?.id}`, change);
  expect(status).toBe(409);
  expect(body['detail']).toMatch(/^Tester changed this at 2027-01-31 \d\d:\d\d\./);
});

test('every version of a record stays, with who recorded it', async () => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/client',
  );
  await app.order('PUT', `/records/client/${rows[0]?.id}`, {
    version: 1,
    fields: { ...rows[0]?.fields, name: 'Garrow' },
  });
  const kept = await app.books.reader
    .selectFrom('record_version')
    .select(['version', 'fields', 'recorded_by'])
    .where('kind', '=', 'client')
    .orderBy('id')
    .execute();
  expect(kept.map(({ version, fields, recorded_by }) => [version, JSON.parse(fields).name, recorded_by])).toEqual([
    [1, 'Garrow County', 'Tester'],
    [2, 'Garrow', 'Tester'],
  ]);
});

test('a run keeps what it recognized; recognizing again later is no part of it', async () => {
  await post(app, '2027-01', billSheet(GOOD_BILL));
  await recognize(app, '2027-01');
  const { posted } = await app.ask<{ posted: { code: string; earnedMonthCents: number }[] }>(
    '/recognition?month=2027-01',
  );
  expect(posted).toMatchObject([{ code: 'GATE', earnedMonthCents: 1_000_000 }]);
  expect(await app.ask('/recognition-state?through=2027-01')).toEqual({
    recognizedThrough: '2027-01',
    documentsSince: 0,
    changesAnything: false,
    toRecognizeCents: 0,
    ...{ heldCents: 0, waitingCents: 0, waitingProjects: [] },
  });
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'N-2', net: '4,000.00' }));
  expect(await app.ask('/recognition-state?through=2027-01')).toMatchObject({
    documentsSince: 1,
    changesAnything: true,
    toRecognizeCents: 500_000,
    heldCents: 400_000,
  });
  const [tideGate, dune] = ['project=1', 'project=2'];
  expect(await app.ask(`/recognition-state?through=2027-01&${tideGate}`)).toMatchObject({
    toRecognizeCents: 500_000,
    heldCents: 400_000,
  });
  expect(await app.ask(`/recognition-state?through=2027-01&${dune}`)).toMatchObject({
    changesAnything: false,
    toRecognizeCents: 0,
    heldCents: 0,
  });
});
