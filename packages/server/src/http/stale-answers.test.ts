import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyHistory } from '../happening.test.support.ts';
import { LivedHistory } from '../history.test.support.ts';
import { smallCompany, type TestApp } from '../small-company.test.support.ts';
import { everyQuestion } from './every-question.test.support.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 2);

const company = smallCompany();

/** What people may be looking at: every address that is asked with GET. */
const LOOKED_AT = everyQuestion({
  id: '1',
  query: {
    ...{ through: '2027-02', from: '2027-01', month: '2027-02', weekOn: '2027-01-04', by: 'project', project: '1' },
    ...{ figure: 'estimate.p1.t2027-02', keys: 'cost.p1.t2027-02,estimate.p1.t2027-02', text: 'G', supplier: 'STONE' },
    ...{ about: 'document', id: '1', poolId: '1', with: '2' },
  },
  params: {
    views: { page: 'portfolio' },
    records: { kind: 'project' },
    progress: { key: 'none' },
    hoursThere: { from: '2027-01-04', through: '2027-01-10' },
  },
});

/** Whoever types in a sheet has what they typed: it is not asked again while they type. */
const TYPED_THERE: Readonly<Partial<Record<EndpointName, string>>> = { estimate: 'changeEstimate', draft: 'saveDraft' };

/** What each says, of those that are there. Asked wrongly, none would notice a change. */
async function answers(app: TestApp): Promise<ReadonlyMap<EndpointName, string>> {
  const found = new Map<EndpointName, string>();
  for (const { name, address } of LOOKED_AT) {
    const { status, body } = await app.send('GET', address);
    expect([name, [400, 422, 500].includes(status)]).toEqual([name, false]);
    if (status === 200) found.set(name, JSON.stringify(body));
  }
  return found;
}

function endpointOf(method: string, address: string): readonly [string, Endpoint] {
  const path = address.split('?')[0] ?? '';
  const found = Object.entries(ENDPOINTS as Readonly<Record<string, Endpoint>>).find(
    ([, endpoint]) =>
      endpoint.method === method.toLowerCase() &&
      new RegExp(`^${endpoint.path.replace(/\{\w+\}/g, '[^/]+')}$`).test(path),
  );
  if (!found) throw new Error(`${method} ${address} is no endpoint`);
  return found;
}

/** The same application; of each order it is seen which answers it changed, and whether it says so. */
function watched(app: TestApp, seen: (changed: number) => void): TestApp {
  const send: TestApp['send'] = async (method, path, body, key) => {
    const before = method === 'GET' ? null : await answers(app);
    const answered = await app.send(method, path, body, key);
    if (before === null) return answered;
    const after = await answers(app);
    const [order, { makesStale = [] }] = endpointOf(method, path);
    const changed = [...before.keys()].filter(
      (name) => before.get(name) !== after.get(name) && TYPED_THERE[name] !== order,
    );
    for (const name of changed) {
      const { reads = [] }: Endpoint = ENDPOINTS[name];
      expect(
        reads.some((topic) => makesStale.includes(topic)),
        `${order} changed what ${name} answers`,
      ).toBe(true);
    }
    seen(changed.length);
    return answered;
  };
  return { ...app, send };
}

test('whatever happens: an order makes stale every answer that it changes', async () => {
  let changes = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(watched(app, (changed) => (changes += changed)));
        for (const happening of history) await books.live(happening);
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
  expect(changes).toBeGreaterThan(0);
});
