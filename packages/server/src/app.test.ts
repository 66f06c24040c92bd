import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { GOOD_BILL, billSheet, openApp, setUpSmallCompany, type TestApp } from './small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

describe('what a request is refused for, it is told as problem details', () => {
  test('a body that is no JSON', async () => {
    const response = await fetch(`${app.address}/api/drafts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'idempotency-key': 'a' },
      body: '{"month":',
    });
    expect(response.status).toBe(400);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(await response.json()).toMatchObject({ status: 400, title: 'Malformed request' });
  });

  test('a field that is missing or unknown, with a pointer to it', async () => {
    const { status, body } = await app.send('POST', '/receipts', { documentId: 'x', paidOn: '', extra: 1 });
    expect(status).toBe(400);
    const pointers = (body['problems'] as unknown as { pointer: string }[]).map(({ pointer }) => pointer);
    expect(pointers).toEqual(expect.arrayContaining(['#/documentId', '#/amount']));
  });

  test('a body beyond the limit', async () => {
    const { status, body } = await app.send('POST', '/drafts', {
      month: '2027-01',
      sheet: { kind: 'bills', controlTotal: 'x'.repeat(7_000_000), rows: [] },
    });
    expect(status).toBe(413);
    expect(body['detail']).toContain('too large');
  });

  test('too many rows', async () => {
    const rows = Array.from({ length: 2_001 }, () => GOOD_BILL);
    expect((await app.send('POST', '/drafts', { month: '2027-01', sheet: billSheet(...rows) })).status).toBe(400);
  });

  test('an address that leads nowhere', async () => {
    expect(await app.send('GET', '/nowhere')).toMatchObject({
      status: 404,
      body: { detail: expect.stringContaining('openapi.json') },
    });
  });

  test('a document that is not there', async () => {
    expect(await app.send('GET', '/documents/999999')).toMatchObject({
      status: 404,
      body: { problems: [{ kind: 'not-there' }] },
    });
  });

  test('a write without a key', async () => {
    const response = await fetch(`${app.address}/api/company`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'A', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null }),
    });
    expect(response.status).toBe(422);
    expect(await response.json()).toMatchObject({ problems: [{ at: 'Idempotency-Key' }] });
  });

  test('a month beyond the calendar', async () => {
    expect((await app.send('GET', '/trial-balance?through=2999-12')).status).toBe(400);
    expect((await app.send('GET', '/trial-balance?through=2949-12')).status).toBe(200);
  });
});

describe('the same request twice', () => {
  test('is done once and answered twice', async () => {
    const body = {
      postedOn: '2027-01-02',
      text: 'Opening',
      lines: [
        { account: '1010', debit: '500', credit: '', text: '' },
        { account: '3010', debit: '', credit: '500', text: '' },
      ],
    };
    const first = await app.send('POST', '/journals', body, 'once');
    const again = await app.send('POST', '/journals', body, 'once');
    expect(first.status).toBe(201);
    expect(again).toEqual(first);
    const { rows } = await app.ask<{ rows: unknown[] }>('/documents?through=2027-01&kind=journal');
    expect(rows).toHaveLength(1);
  });

  test('with another body is refused', async () => {
    const body = { through: null, reason: 'A' };
    expect((await app.send('PUT', '/month-lock', body, 'reused')).status).toBe(200);
    expect(await app.send('PUT', '/month-lock', { ...body, reason: 'B' }, 'reused')).toMatchObject({
      status: 409,
      body: { problems: [{ kind: 'key-reused' }] },
    });
  });

  test('sent at the same moment is done once', async () => {
    const body = {
      postedOn: '2027-01-03',
      text: 'Twins',
      lines: [
        { account: '1010', debit: '7', credit: '', text: '' },
        { account: '3010', debit: '', credit: '7', text: '' },
      ],
    };
    const answers = await Promise.all(Array.from({ length: 6 }, () => app.send('POST', '/journals', body, 'twins')));
    expect(new Set(answers.map(({ body: each }) => JSON.stringify(each))).size).toBe(1);
  });
});

test('the answer says how the browser is to guard it', async () => {
  const { headers } = await fetch(`${app.address}/api/frame`);
  expect(headers.get('content-security-policy')).toContain("default-src 'self'");
  expect(headers.get('content-security-policy')).not.toContain('upgrade-insecure-requests');
  expect(headers.get('x-content-type-options')).toBe('nosniff');
  expect(headers.get('x-powered-by')).toBeNull();
});

test('who asks too often is asked to wait', async () => {
  const small = await openApp(undefined, { requestsPerMinute: 3 });
  const statuses = [];
  for (let count = 0; count < 5; count += 1) statuses.push((await small.send('GET', '/frame')).status);
  await small.close();
  expect(statuses).toEqual([200, 200, 200, 429, 429]);
});

describe('the OpenAPI document', () => {
  test('is of version 3.1, with an operation for each endpoint and its parts', async () => {
    const document = await app.ask<{
      openapi: string;
      paths: Record<
        string,
        Record<string, { operationId: string; parameters?: { name: string; in: string }[]; requestBody?: unknown }>
      >;
    }>('/openapi.json');
    expect(document.openapi).toMatch(/^3\.1/);
    expect(document.paths['/api/drafts/{id}/posting']?.['post']).toMatchObject({
      operationId: 'postDraft',
      requestBody: { required: true },
    });
    const names = document.paths['/api/projects/{id}']?.['get']?.parameters?.map(
      ({ name, in: place }) => `${place} ${name}`,
    );
    expect(names).toEqual(expect.arrayContaining(['path id', 'query through', 'query known']));
    const keys = document.paths['/api/invoices']?.['post']?.parameters?.map(({ name }) => name);
    expect(keys).toEqual(['Idempotency-Key']);
  });
});

test('empty books say so, and can be set up once', async () => {
  const empty = await openApp();
  expect(await empty.ask('/frame')).toMatchObject({ company: null, ribbon: [], currentMonth: '2027-01' });
  expect(await empty.refused('POST', '/drafts', { month: '2027-01', sheet: billSheet(GOOD_BILL) })).toEqual([
    'not-set-up',
  ]);
  await setUpSmallCompany(empty);
  expect(
    await empty.refused('POST', '/company', {
      name: 'Other',
      currency: 'USD',
      fiscalYearStartMonth: 1,
      percentDecimals: null,
      firstMonth: '2027-01',
    }),
  ).toEqual(['already-set-up']);
  await empty.close();
});
