import { request } from 'node:http';
import { Writable } from 'node:stream';
import { ENDPOINTS } from '@lowtide/core/wire/endpoints.ts';
import fc from 'fast-check';
import { pino } from 'pino';
import { describe, expect, test } from 'vitest';
import { verifiedBooks } from '../verify/verify-queries.ts';
import { billSheet, GOOD_BILL, openApp, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { emailOf, PASSWORD, peopled, visitor } from '../visitor.test.support.ts';
import { pointerTo } from './problem-details.ts';

const company = smallCompany();
const RUNS = Number(process.env['HOSTILE'] ?? 150);

interface Sent {
  readonly method?: string;
  readonly path: string;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string;
}

/** A request as nobody's browser would send it: any Host, any body. */
async function sent({ address }: TestApp, { method = 'GET', path, headers = {}, body = '' }: Sent) {
  const { port, host } = new URL(address);
  return new Promise<{ status: number; type: string; headers: NodeJS.Dict<string | string[]>; text: string }>(
    (answered, failed) => {
      const length = body === '' ? {} : { 'content-length': String(Buffer.byteLength(body)) };
      const outgoing = request({ port, method, path, headers: { host, ...length, ...headers } }, (response) => {
        let text = '';
        response.on('data', (part: Buffer) => (text += part.toString()));
        response.on('end', () =>
          answered({
            ...{ status: response.statusCode ?? 0, headers: response.headers, text },
            type: response.headers['content-type'] ?? '',
          }),
        );
      });
      outgoing.on('error', failed);
      outgoing.end(body);
    },
  );
}

const JSON_TYPE = { 'content-type': 'application/json', 'idempotency-key': 'hostile' };
const VIEW = { method: 'POST', path: '/api/views/portfolio', body: JSON.stringify({ name: 'x', state: '' }) };

describe('a name that is not ours', () => {
  test.each([
    { case: 'a name pointed here from elsewhere', host: 'rebind.example', status: 421 },
    { case: 'the machine itself', host: 'localhost:4720', status: 200 },
    { case: 'the machine in IPv6', host: '[::1]:4720', status: 200 },
    { case: 'a name that was given', host: 'books.office.example:443', status: 200 },
  ])('$case: $status', async ({ host, status }) => {
    const app = await openApp(undefined, { hosts: ['books.office.example'] });
    expect((await sent(app, { path: '/api/session', headers: { host } })).status).toBe(status);
    await app.close();
  });

  test.each([
    { case: 'another site', headers: { origin: 'https://elsewhere.example' }, status: 403 },
    { case: 'no origin that can be named', headers: { origin: 'null' }, status: 403 },
    { case: 'another site, by what the browser says', headers: { 'sec-fetch-site': 'cross-site' }, status: 403 },
    { case: 'another port of the machine', headers: { origin: 'http://127.0.0.1:1' }, status: 403 },
    { case: 'a script', headers: {}, status: 201 },
  ])('a change asked for by a page of $case: $status', async ({ headers, status }) => {
    const app = await company.open();
    expect((await sent(app, { ...VIEW, headers: { ...JSON_TYPE, ...headers } })).status).toBe(status);
    const own = { ...JSON_TYPE, 'idempotency-key': 'own', origin: app.address };
    expect((await sent(app, { ...VIEW, headers: own })).status).toBe(201);
    await app.close();
  });
});

const deep = '['.repeat(5_000) + ']'.repeat(5_000);

describe('what is wrong with a request is told as problem details', () => {
  test.each<Sent & { case: string; status: number }>([
    { case: 'nothing there', path: '/api/nowhere', status: 404 },
    { case: 'too large', ...VIEW, body: JSON.stringify('x'.repeat(7_000_000)), headers: JSON_TYPE, status: 413 },
    { case: 'another kind than JSON', ...VIEW, headers: { 'content-type': 'text/plain' }, status: 415 },
    { case: 'no kind at all', ...VIEW, status: 415 },
    { case: 'no JSON', ...VIEW, body: '{"name":', headers: JSON_TYPE, status: 400 },
    { case: 'no UTF-8', ...VIEW, headers: { 'content-type': 'application/json; charset=nonsense' }, status: 415 },
    { case: 'nested thousands deep', ...VIEW, body: deep, headers: JSON_TYPE, status: 400 },
    { case: 'nested deep where nothing is expected', path: '/api/frame', body: deep, headers: JSON_TYPE, status: 400 },
    { case: 'an address that is none', path: '/api/projects/%E0%A4%A', status: 400 },
  ])('$case: $status', async ({ status, ...request_ }) => {
    const app = await company.open();
    const answer = await sent(app, request_);
    expect([answer.status, answer.type]).toEqual([status, 'application/problem+json; charset=utf-8']);
    expect(JSON.parse(answer.text)).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) });
    await app.close();
  });

  test('too often: with the time to wait', async () => {
    const app = await openApp(undefined, { requestsPerMinute: 2 });
    const answers = [];
    for (let each = 0; each < 3; each += 1) answers.push(await sent(app, { path: '/api/session' }));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 429]);
    expect([answers[2]?.type, answers[2]?.headers['retry-after']]).toEqual([
      'application/problem+json; charset=utf-8',
      '60',
    ]);
    await app.close();
  });

  test.each([
    { path: [], pointer: '#' },
    { path: ['rows', 3, 'net'], pointer: '#/rows/3/net' },
    { path: ['a/b', 'm~n'], pointer: '#/a~1b/m~0n' },
    { path: ['row 2'], pointer: '#/row%202' },
  ])('the pointer to $path is $pointer', ({ path, pointer }) => {
    expect(pointerTo(path)).toBe(pointer);
  });
});

/** Bodies and queries that nobody thought of, at every address. */
test('whatever is sent to whatever address: never a fault of ours, and the books verify', async () => {
  const app = await company.open();
  const endpoints = Object.values(ENDPOINTS as Readonly<Record<string, { method: string; path: string }>>).filter(
    // A copy of the books at each would only take time.
    ({ path }) => path !== '/backups',
  );
  const word = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 30 }),
    fc.constantFrom('', '1', '-1', '0', '9'.repeat(400), '2027-01', '2027-01-31', 'null', '../../x', "' OR 1=1 --"),
  );
  const hostile = fc.record({
    endpoint: fc.constantFrom(...endpoints),
    param: word,
    query: fc.dictionary(fc.constantFrom('through', 'known', 'text', 'order', 'limit', 'offset', 'month', 'x'), word),
    body: fc.oneof(
      fc.jsonValue({ maxDepth: 4 }),
      fc.constant({ sheet: { kind: 'bills', rows: [{}] }, month: '2027-01' }),
    ),
  });
  await fc.assert(
    fc.asyncProperty(hostile, async ({ endpoint, param, query, body }) => {
      const path = endpoint.path.replace(/\{\w+\}/g, () => encodeURIComponent(param.replace(/[\uD800-\uDFFF]/g, '')));
      const asked = new URLSearchParams(query).toString();
      const isGet = endpoint.method === 'get';
      const answer = await sent(app, {
        ...{ method: endpoint.method.toUpperCase(), path: `/api${path}?${asked}` },
        headers: { ...JSON_TYPE, 'idempotency-key': Math.random().toString(36) },
        body: isGet ? '' : JSON.stringify(body),
      });
      expect(answer.status, `${endpoint.method} ${path} ${answer.text}`).toBeLessThan(500);
    }),
    { numRuns: RUNS },
  );
  const wrong = (await verifiedBooks(app.books.reader)).filter(({ differences }) => differences.length > 0);
  expect(wrong).toEqual([]);
  await app.close();
});

describe('what is kept so that the same is not done twice', () => {
  const sheet = billSheet({ ...GOOD_BILL, text: 'x'.repeat(1_500) });
  const kept = async (app: TestApp) => app.books.reader.selectFrom('answered_request').selectAll().execute();

  test('is little: of a sheet only its number, and the answer is there all the same', async () => {
    const app = await company.open();
    const begun = await app.send('POST', '/drafts', { month: '2027-01', sheet }, 'begin');
    const again = await app.send('POST', '/drafts', { month: '2027-01', sheet }, 'begin');
    expect(again.body).toEqual(begun.body);
    const change = { month: '2027-01', version: 1, sheet, preview: false };
    const changed = await app.send('PUT', `/drafts/${String(begun.body['id'])}`, change, 'change');
    expect((await app.send('PUT', `/drafts/${String(begun.body['id'])}`, change, 'change')).body).toEqual(changed.body);
    const longest = (await kept(app)).filter(({ key }) => ['begin', 'change'].includes(key));
    expect(longest.map(({ answer }) => answer)).toEqual([String(begun.body['id']), String(begun.body['id'])]);
    await app.close();
  });

  test('goes after seven days', async () => {
    const app = await company.open();
    await app.send('POST', '/views/portfolio', { name: 'x', state: '' }, 'old');
    app.setToday('2027-02-08');
    await app.send('POST', '/views/portfolio', { name: 'y', state: '' }, 'new');
    expect((await kept(app)).map(({ key }) => key)).toEqual(['new']);
    await app.close();
  });
});

test('health says whether the books can be written', async () => {
  const app = await company.open();
  expect(await app.ask('/health')).toEqual({ canWrite: true });
  await app.close();
});

test('each request is logged with who, what, how it ended and its id, and nothing secret', async () => {
  const lines: string[] = [];
  const log = pino(new Writable({ write: (chunk: Buffer, _encoding, done) => (lines.push(chunk.toString()), done()) }));
  const app = await openApp(undefined, { log });
  const ines = await peopled(app, []);
  const { headers } = await ines.send('GET', '/frame?through=2027-01');
  await visitor(app).send('POST', '/session', { email: emailOf('Ines Falk'), password: 'a wrong password' });
  const logged = lines.map((line) => JSON.parse(line) as Record<string, unknown>);
  expect(logged.find(({ path }) => path === '/api/frame')).toMatchObject({
    ...{ by: 'Ines Falk', from: '127.0.0.1', method: 'GET', status: 200, responseTime: expect.any(Number) },
    requestId: headers.get('x-request-id'),
  });
  const secrets = [PASSWORD, 'a wrong password', ines.cookie().split(';')[0]?.split('=')[1] ?? '?', 'through=2027-01'];
  expect(secrets.filter((secret) => lines.join('').includes(secret))).toEqual([]);
  await app.close();
});

describe('text that cannot be written back the same', () => {
  const named = (name: string) => ({ fields: { code: 'NEW', name, termsDays: '30' } });
  test.each([
    { case: 'half a surrogate pair', name: 'Stone \uD83D' },
    { case: 'NUL', name: 'Sto\u0000ne' },
    { case: 'zero width', name: 'Sto\u200Bne' },
    { case: 'right to left', name: 'Sto\u202Ene' },
  ])('$case is refused at its field, and nothing is written', async ({ name }) => {
    const app = await company.open();
    const { status, body } = await app.send('POST', '/records/supplier', named(name));
    expect([status, (body['problems'] as unknown as { at: string; kind: string }[])[0]]).toMatchObject([
      400,
      { at: 'fields/name', pointer: '#/fields/name', kind: 'unseen-characters' },
    ]);
    expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
    await app.close();
  });

  test('letters and their marks apart come in as one, and so do names of people', async () => {
    const app = await company.open();
    const apart = 'Andre\u0301';
    const { fields } = await app.order<{ fields: { name: string } }>('POST', '/records/supplier', named(apart));
    expect(fields.name).toBe(apart.normalize('NFC'));
    const person = {
      name: apart,
      email: 'a@pellworth.example',
      role: 'administrator',
      employee: '',
      password: PASSWORD,
    };
    expect((await app.send('POST', '/people', person)).status).toBe(200);
    const ines = visitor(app);
    await ines.send('POST', '/session', { email: person.email, password: PASSWORD });
    const again = { ...person, name: apart.normalize('NFC'), email: 'b@pellworth.example' };
    expect((await ines.send('POST', '/people', again)).status).toBe(422);
    await app.close();
  });
});

test('answers are kept nowhere, and one that there is none says at which place', async () => {
  const app = await company.open();
  const { headers } = await visitor(app).send('GET', '/frame');
  expect(headers.get('cache-control')).toBe('no-store');
  const { body } = await app.send('GET', '/nothing-here');
  expect(body['problems']).toMatchObject([{ at: '', pointer: '#' }]);
  await app.close();
});

test('a file of many megabytes is read for nobody who has not signed in', async () => {
  const app = await company.open();
  await peopled(app, []);
  const body = JSON.stringify({
    about: 'project',
    id: 1,
    name: 'x',
    mediaType: 'text/plain',
    content: 'A'.repeat(8_000_000),
  });
  const { status } = await sent(app, { method: 'POST', path: '/api/attachments', headers: JSON_TYPE, body }).catch(
    () => ({
      status: 413,
    }),
  );
  expect(status).toBe(413);
  await app.close();
});
