import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import {
  GOOD_BILL,
  billSheet,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(
    app,
    '2027-01',
    billSheet({ ...GOOD_BILL, net: '300.00' }, { ...GOOD_BILL, number: 'N-2', net: '500.00' }),
  );
  await recognize(app, '2027-01');
  await post(app, '2027-02', billSheet({ ...GOOD_BILL, number: 'N-3', net: '100.00', datedOn: '2027-02-10' }));
});
afterAll(() => app.close());

type Lines = Answer<'ledger'>['lines'];
const ledger = async (view: string): Promise<Lines> =>
  (await app.ask<Answer<'ledger'>>(`/ledger?through=2027-02&project=1${view}`)).lines;
const trace = async (figure: string, view: string): Promise<Lines> =>
  (await app.ask<Answer<'trace'>>(`/trace?figure=${figure}.p1.t2027-02${view}`)).lines;
const amounts = (lines: Lines): readonly number[] => lines.map(({ amountCents }) => amountCents);
const sum = (lines: Lines): number => amounts(lines).reduce((all, amount) => all + amount, 0);

describe('cost that recognition only moved', () => {
  test('can be left out of the trace of a cost, which then adds up to the same', async () => {
    const [all, without] = [await trace('cost', ''), await trace('cost', '&moves=hidden')];
    expect(amounts(without)).toEqual([100_00, 500_00, 300_00]);
    expect(all.length).toBeGreaterThan(without.length);
    expect(sum(all)).toBe(sum(without));
    expect(without.every(({ documentKind }) => documentKind === 'bill')).toBe(true);
  });

  test('is left out of the ledger of a project and nothing else is', async () => {
    const [all, without] = [await ledger(''), await ledger('&moves=hidden')];
    const left = all.filter(({ id }) => !without.some((line) => line.id === id));
    expect(left.length).toBeGreaterThan(0);
    expect(left.every(({ documentKind }) => documentKind === 'recognition')).toBe(true);
    expect(sum(left)).toBe(0);
    // What was earned stays.
    expect(without.some(({ documentKind }) => documentKind === 'recognition')).toBe(true);
  });

  test('stays in the trace of unrecognized WIP, where it is what moved', async () => {
    expect(await trace('cost-held', '&moves=hidden')).toEqual(await trace('cost-held', ''));
  });
});

describe('lines of a ledger', () => {
  test.each([
    ['', [100_00, 500_00, 300_00]],
    ['&order=day', [300_00, 500_00, 100_00]],
    ['&order=-amount', [500_00, 300_00, 100_00]],
    ['&order=amount', [100_00, 300_00, 500_00]],
  ])('stand in the order asked for: %s', async (order, expected) => {
    expect(amounts(await trace('cost', `&moves=hidden${order}`))).toEqual(expected);
  });

  test('of a figure counted up from credits stand in the order of their amounts as shown', async () => {
    const shown = amounts(await trace('earned', '&order=-amount'));
    expect(shown).toEqual(shown.toSorted((one, other) => other - one));
    expect(shown.length).toBeGreaterThan(0);
  });

  test('go on after a line, in any order', async () => {
    for (const order of ['-day', 'day', '-amount', 'amount']) {
      const all = await ledger(`&order=${order}`);
      const after = await ledger(`&order=${order}&after=${all[1]?.id}`);
      expect(after).toEqual(all.slice(2));
    }
  });

  test('are found by number, party, account, code or text', async () => {
    const bill = (await ledger('')).find(({ amountCents }) => amountCents === 500_00);
    const found = async (text: string) => (await ledger(`&text=${encodeURIComponent(text)}`)).map(({ id }) => id);
    expect(await found(bill?.documentNumber ?? '')).toContain(bill?.id);
    expect(await found('31-250')).toContain(bill?.id);
    expect(await found(bill?.account ?? '').then((ids) => ids.length)).toBe(0);
    expect(await found((bill?.account ?? '').split(' ')[0] ?? '')).toContain(bill?.id);
    expect(await found('%')).toEqual([]);
    expect(await found("'; DROP TABLE journal_line")).toEqual([]);
  });
});
