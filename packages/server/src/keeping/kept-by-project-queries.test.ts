import type { EndpointName } from '@lowtide/core/wire/endpoints.ts';
import { ENDPOINTS } from '@lowtide/core/wire/endpoints.ts';
import { handlers } from '../app.ts';
import { clock } from '../http/clock.ts';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyHistory } from '../happening.test.support.ts';
import { LivedHistory } from '../history.test.support.ts';
import { smallCompany, billSheet, GOOD_BILL, post, type TestApp } from '../small-company.test.support.ts';
import { keepsWithin, keptByProject, nothingKept, type Keeping } from './kept-by-project-queries.ts';
import { EFFECT_STORES } from '../effect-stores.ts';

const RUNS = Number(process.env['HISTORIES'] ?? 2);

const company = smallCompany();

const PAGES: readonly EndpointName[] = [
  ...(['projects', 'wip-schedule', 'portfolio', 'estimate-against-actual', 'deadlines'] as const),
  ...(['billable', 'recognition', 'recognitionState', 'profitability', 'fade', 'frame', 'documents'] as const),
  ...(['orders', 'commitments', 'received-not-billed', 'strays', 'laborClearing', 'sheetBasis', 'reference'] as const),
];

const TESTER = { id: null, name: 'Tester', role: 'administrator', from: '', session: null, readsOnly: false } as const;

/** A page as the application answers it, from what it keeps, and as it is when everything is worked out anew. */
async function bothWays(app: TestApp, name: EndpointName, month: string): Promise<readonly [unknown, unknown]> {
  const { path, query } = ENDPOINTS[name] as { path: string; query?: { parse: (typed: unknown) => unknown } };
  const typed = {
    ...(name === 'recognition' ? { month } : { through: month }),
    ...(name === 'profitability' || name === 'fade' ? { from: '2027-01' } : {}),
    ...(name === 'profitability' ? { by: 'project' } : {}),
  };
  const kept = await app.ask<unknown>(`${path}?${new URLSearchParams(typed as Record<string, string>).toString()}`);
  const { answers } = handlers({ books: app.books, clock: clock('2027-06-30'), user: 'Tester' });
  const answer = answers.get(name);
  if (!answer) throw new Error(`${name} has no answer`);
  const asked = { params: undefined, query: query?.parse(typed), body: undefined };
  const anew = await app.books.reader
    .transaction()
    .execute((trx) => answer(trx, asked, { actor: TESTER, atTheMachine: true, today: clock('2027-06-30').today() }));
  // Two clocks: which month is the current one differs.
  const untold = (given: unknown): unknown => ({
    ...(given as object),
    currentMonth: '',
    today: '',
    span: '',
    ribbon: [],
  });
  return [untold(kept), untold(JSON.parse(JSON.stringify(anew)))];
}

test('whatever happens: what is kept of projects is what it comes to when worked out anew', async () => {
  let compared = 0;
  await fc.assert(
    fc.asyncProperty(anyHistory, async (history) => {
      const app = await company.open();
      try {
        const books = new LivedHistory(app);
        for (const happening of history) {
          await books.live(happening);
          for (const month of ['2027-01', books.through])
            for (const name of PAGES) {
              const [kept, anew] = await bothWays(app, name, month);
              expect(kept, `${name} of ${month} after ${JSON.stringify(happening)}`).toEqual(anew);
              compared += 1;
            }
        }
      } finally {
        await app.close();
      }
    }),
    { numRuns: RUNS },
  );
  expect(compared).toBeGreaterThan(0);
});

test('after a posting only the projects it names are asked for again, and after none nobody is', async () => {
  const app = await company.open();
  const { reader } = app.books;
  const keeping: Keeping = nothingKept();
  const asked: (number | undefined)[] = [];
  const ask = async (only?: number): Promise<ReadonlyMap<number, number>> => {
    asked.push(only);
    return Promise.resolve(
      new Map(only === undefined ? [1, 2, 3].map((each) => [each, asked.length]) : [[only, asked.length]]),
    );
  };
  const facts = () =>
    reader.transaction().execute((trx) => {
      keepsWithin(trx, keeping, { stores: true, effects: EFFECT_STORES });
      return keptByProject(trx, 'turn', ask);
    });
  await facts();
  await facts();
  expect(asked).toEqual([undefined]);
  await post(app, '2027-01', billSheet(GOOD_BILL));
  expect([...(await facts())]).toEqual([
    [1, 2],
    [2, 1],
    [3, 1],
  ]);
  await app.order('POST', '/records/supplier', { fields: { code: 'NEW', name: 'New supplier' } });
  await facts();
  expect(asked).toEqual([undefined, 1]);
  await app.order('POST', '/records/cost-code', { fields: { code: '99-100', name: 'New code', costType: 'other' } });
  await facts();
  expect(asked).toEqual([undefined, 1, undefined]);
  await app.close();
});

test('what a transaction that writes works out is not kept', async () => {
  const app = await company.open();
  const keeping: Keeping = nothingKept();
  await app.books.writer.transaction().execute(async (trx) => {
    keepsWithin(trx, keeping, { stores: false, effects: EFFECT_STORES });
    await keptByProject(trx, 'turn', () => Promise.resolve(new Map([[1, 1]])));
  });
  expect(keeping.byProject.size).toBe(0);
  await app.close();
});

interface Listed {
  readonly id: number;
  readonly version: number;
  readonly fields: Readonly<Record<string, string>>;
}

/** A record of each kind that sheets are read against, and where their lists have it. */
const IN_LISTS = [
  { kind: 'supplier', list: 'suppliers', fields: { code: 'NEW', name: 'New one' } },
  { kind: 'client', list: 'clients', fields: { code: 'NEW', name: 'New one' } },
  { kind: 'employee', list: 'employees', fields: { code: 'NEW', name: 'New one' } },
  { kind: 'cost-code', list: 'costCodes', fields: { code: '99-100', name: 'New one', costType: 'other' } },
  { kind: 'tax-code', list: 'taxCodes', fields: { code: 'NEW', name: 'New one', rate: '5', recoverable: '0' } },
  { kind: 'account', list: 'accounts', fields: { code: '6990', name: 'New one', type: 'expense' } },
  { kind: 'activity', list: 'activities', fields: { code: 'NEW', name: 'New one' } },
  {
    kind: 'equipment',
    list: 'equipment',
    fields: { code: 'NEW', name: 'New one', unit: 'hour', rate: '', rateFrom: '' },
  },
] as const;

test.each(IN_LISTS)('a $kind is in the list that is kept as soon as it was added, and renamed', async (each) => {
  const app = await company.open();
  const named = async (): Promise<readonly string[]> => {
    const basis = await app.ask<Readonly<Record<string, readonly { readonly name: string }[]>>>('/sheet-basis');
    return (basis[each.list] ?? []).map(({ name }) => name);
  };
  expect(await named()).not.toContain('New one');
  await app.order('POST', `/records/${each.kind}`, { fields: each.fields });
  expect(await named()).toContain('New one');
  const { rows } = await app.ask<{ rows: readonly Listed[] }>(`/records/${each.kind}`);
  const made = rows.find(({ fields }) => fields['name'] === 'New one');
  if (made === undefined) throw new Error('it was not added');
  const changed = { version: made.version, fields: { ...made.fields, name: 'Renamed' } };
  await app.order('PUT', `/records/${each.kind}/${made.id}`, changed);
  expect(await named()).toContain('Renamed');
  expect(await named()).not.toContain('New one');
  await app.close();
});

test('a rate, a bill and a payroll are in what is kept as soon as they are posted', async () => {
  const app = await company.open();
  interface Basis {
    readonly costRules: readonly object[];
    readonly suppliers: readonly { readonly code: string; readonly bills: number }[];
  }
  const basis = () => app.ask<Basis>('/sheet-basis');
  const before = await basis();
  const bills = ({ suppliers }: Basis) => suppliers.reduce((all, each) => all + each.bills, 0);
  await post(app, '2027-01', billSheet(GOOD_BILL));
  expect(bills(await basis())).toBe(bills(before) + 1);
  const rate = { side: 'cost', role: '', project: '', client: '', rate: '55', buildUp: [], note: '' };
  await app.order('POST', '/rates', { ...rate, employee: 'E1', effectiveOn: '2027-02-01' });
  expect((await basis()).costRules).toHaveLength(before.costRules.length + 1);
  await app.close();
});
