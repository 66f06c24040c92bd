import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { PERMISSIONS, PERSON_ROLES, type PersonRole } from '@lowtide/core/people/roles.ts';
import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS } from '@lowtide/core/wire/endpoints.ts';
import { allFiles } from '@lowtide/core/wire/files.ts';
import { describe, expect, test } from 'vitest';
import { peopled, signedIn, visitor, type Visitor } from '../visitor.test.support.ts';
import { smallCompany } from '../small-company.test.support.ts';

const company = smallCompany();
const DOCUMENT = resolve(import.meta.dirname, '../../../../docs/permissions.md');

/** Every address with what it needs, as the table in the docs writes it. */
const ADDRESSES = [
  ...Object.values(ENDPOINTS as Readonly<Record<string, Endpoint>>),
  ...allFiles().map((file) => ({ ...file, method: 'get', summary: 'A file' })),
].map(({ method, path, may }) => ({ method: method.toUpperCase(), path, may }));

interface Row {
  readonly address: string;
  readonly roles: readonly PersonRole[];
}

/** The rows of the table: `| GET /frame | yes | yes | … |`. */
function documented(): readonly Row[] {
  return readFileSync(DOCUMENT, 'utf8')
    .split('\n')
    .filter((line) => /^\| `(GET|POST|PUT|DELETE) /.test(line))
    .map((line) => {
      const [, address = '', , ...cells] = line.split('|').map((cell) => cell.trim());
      return { address: address.replace(/`/g, ''), roles: PERSON_ROLES.filter((_, place) => cells[place] === 'yes') };
    });
}

test('the table in the docs has every address once, with the roles that may', () => {
  const told = documented().map(({ address, roles }) => `${address}: ${roles.join(' ')}`);
  const true_ = ADDRESSES.map(({ method, path, may }) => `${method} ${path}: ${PERMISSIONS[may].join(' ')}`);
  expect(told.toSorted()).toEqual(true_.toSorted());
});

/** Any request to the address: about nothing that is there, with nothing in it. */
async function asked(who: Visitor, address: string): Promise<number> {
  const [method = '', path = ''] = address.split(' ');
  const filled = path
    .replace('{kind}', 'supplier')
    .replace('{page}', 'portfolio')
    .replace(/\{\w+\}/g, '999999');
  return (await who.send(method, filled, method === 'GET' || method === 'DELETE' ? undefined : {})).status;
}

describe('asked for all the same', () => {
  /** These would sign in or out whoever asks, or are for anyone. */
  const OTHERWISE = ['/session', '/people/first', '/health'];
  const rows = documented().filter(({ address }) => !OTHERWISE.includes(address.split(' ')[1] ?? ''));

  test.each(PERSON_ROLES)('a role that may not is refused, and only that: %s', async (role) => {
    const app = await company.open();
    const ines = await peopled(app, [{ name: 'Jon Reed', role }]);
    const who = role === 'administrator' ? ines : await signedIn(app, 'Jon Reed');
    const wrong: string[] = [];
    for (const { address, roles } of rows) {
      const status = await asked(who, address);
      const isRefused = status === 403 || status === 401;
      if (isRefused === roles.includes(role) || status >= 500) wrong.push(`${address}: ${status}`);
    }
    expect(wrong).toEqual([]);
    await app.close();
  });

  test('nobody is signed in: every address says so', async () => {
    const app = await company.open();
    await peopled(app, []);
    const stranger = visitor(app);
    const wrong: string[] = [];
    for (const { address } of rows) {
      const status = await asked(stranger, address);
      if (status !== 401) wrong.push(`${address}: ${status}`);
    }
    expect(wrong).toEqual([]);
    await app.close();
  });
});

describe('a manager', () => {
  test('sees the projects that name them as their manager, and no others', async () => {
    const app = await company.open();
    const ines = await peopled(app, [{ name: 'Jon Reed', role: 'manager' }]);
    const { body } = await ines.send('GET', '/records/project');
    const [mine, other] = body['rows'] as unknown as { id: number; version: number; fields: Record<string, string> }[];
    if (mine === undefined || other === undefined) throw new Error('the small company has two projects');
    await ines.send('PUT', `/records/project/${mine.id}`, {
      ...{ version: mine.version, fields: { ...mine.fields, manager: 'jon reed' } },
    });
    const jon = await signedIn(app, 'Jon Reed');
    const through = 'through=2027-01';
    for (const path of [`/projects?${through}`, `/portfolio?${through}`, '/reference', '/search?text=o']) {
      const text = JSON.stringify((await jon.send('GET', path)).body);
      const shown = [mine, other].map(({ fields }) => text.includes(`"${String(fields['code'])}"`));
      expect([path, ...shown]).toEqual([path, true, false]);
    }
    const about = (id: number) => [
      `/projects/${id}?${through}`,
      `/ledger?project=${id}&${through}`,
      `/projects/${id}/estimates`,
      `/projects/${id}/forecast?${through}`,
      `/trace?figure=cost.p${id}.t2027-01`,
      `/reports/ledger.csv?project=${id}&${through}`,
    ];
    const statuses = async (paths: readonly string[]) => {
      const found = [];
      for (const path of paths) found.push((await jon.send('GET', path)).status);
      return found;
    };
    expect(await statuses(about(mine.id))).toEqual([200, 200, 200, 200, 200, 200]);
    expect(await statuses(about(other.id))).toEqual([404, 404, 404, 404, 404, 404]);
    expect(await statuses(['/trace?figure=bank.t2027-01'])).toEqual([404]);
    const begun = { kind: 'estimate', name: 'First', copyOf: null };
    const places = [mine.id, other.id].map((id) => `/projects/${id}/estimates`);
    const made = [];
    for (const place of places) made.push((await jon.send('POST', place, begun)).status);
    expect(made).toEqual([201, 404]);
    await app.close();
  });
});

test('who may not see pay reads who works here, and not their rates', async () => {
  const app = await company.open();
  const ines = await peopled(app, [{ name: 'Jon Reed', role: 'reader' }]);
  const jon = await signedIn(app, 'Jon Reed');
  const rates = async (who: Visitor) =>
    ((await who.send('GET', '/records/employee')).body['rows'] as unknown as { fields: Record<string, string> }[]).map(
      ({ fields }) => fields['costRate'] !== undefined,
    );
  expect(await rates(ines)).toContain(true);
  expect(await rates(jon)).not.toContain(true);
  await app.close();
});

test('one is not answered what another one did under the same key', async () => {
  const app = await company.open();
  const ines = await peopled(app, [{ name: 'Jon Reed', role: 'accountant' }]);
  const key = { 'idempotency-key': 'the same key' };
  const view = { name: 'Mine', state: '?by=client' };
  const [one, other] = [ines, await signedIn(app, 'Jon Reed')].map((who) =>
    visitor(app, { ...key, cookie: who.cookie().split(';')[0] ?? '' }),
  );
  expect((await one?.send('POST', '/views/portfolio', view))?.status).toBe(201);
  expect((await other?.send('POST', '/views/portfolio', view))?.status).toBe(409);
  await app.close();
});
