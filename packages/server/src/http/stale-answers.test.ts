import type { Endpoint } from '@lowtide/core/wire/endpoint.ts';
import { ENDPOINTS, type EndpointName } from '@lowtide/core/wire/endpoints.ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyHistory } from '../happening.test.support.ts';
import { LivedHistory } from '../history.test.support.ts';
import { smallCompany, type TestApp } from '../small-company.test.support.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 2);

const company = smallCompany();

const THROUGH = 'through=2027-02';
/** What people may be looking at, by endpoint. */
const LOOKED_AT: Readonly<Partial<Record<EndpointName, string>>> = {
  frame: `/frame?${THROUGH}`,
  reference: '/reference',
  project: `/projects/1?${THROUGH}`,
  trace: '/trace?figure=estimate.p1.t2027-02',
  ledger: `/ledger?${THROUGH}`,
  search: '/search?text=G',
  drafts: '/drafts',
  budgetStands: `/budget-stands?project=1&${THROUGH}`,
  lastBill: '/last-bill?supplier=STONE',
  sheetBasis: '/sheet-basis',
  hoursThere: '/hours-there?weekOn=2027-01-04',
  documents: `/documents?${THROUGH}`,
  recognition: '/recognition?month=2027-02',
  recognitionState: `/recognition-state?${THROUGH}`,
  estimates: '/projects/1/estimates',
  forecast: `/projects/1/forecast?${THROUGH}`,
  costCurve: `/projects/1/cost-curve?${THROUGH}`,
  views: '/views/portfolio',
  records: '/records/project',
  'wip-schedule': `/wip-schedule?${THROUGH}`,
  portfolio: `/portfolio?${THROUGH}`,
  'estimate-against-actual': `/estimate-against-actual?${THROUGH}`,
  fade: `/fade?${THROUGH}&from=2027-01`,
  aging: '/aging?through=2027-02',
  billable: `/billable?${THROUGH}`,
  'trial-balance': `/trial-balance?${THROUGH}`,
};
const NAMES = Object.keys(LOOKED_AT) as EndpointName[];

async function answers(app: TestApp): Promise<ReadonlyMap<EndpointName, string>> {
  const found = new Map<EndpointName, string>();
  for (const name of NAMES) found.set(name, JSON.stringify((await app.send('GET', LOOKED_AT[name] ?? '')).body));
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
    const changed = NAMES.filter((name) => before.get(name) !== after.get(name));
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
