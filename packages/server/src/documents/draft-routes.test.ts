import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  BLANK_BILL,
  GOOD_BILL,
  billSheet,
  hoursSheet,
  openApp,
  post,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

interface Draft {
  readonly id: number;
  readonly version: number;
  readonly preview: {
    readonly problems: readonly { at: string; kind: string }[];
    readonly warnings: readonly { kind: string }[];
    readonly posts: readonly { accountCode: string; amountCents: number }[];
    readonly effects: readonly { code: string; cost: { before: number; after: number } }[];
    readonly documents: number;
  };
}

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

const keep = (sheet: unknown, month = '2027-01'): Promise<Draft> => app.order('POST', '/drafts', { month, sheet });
const posting = (draft: Draft, acceptWarnings = false) =>
  app.send('POST', `/drafts/${draft.id}/posting`, { month: '2027-01', version: draft.version, acceptWarnings });
const account = async (code: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-12',
  );
  return rows.find((row) => row.code === code)?.balance.amountCents ?? 0;
};

describe('a sheet', () => {
  test('shows what it would post and do before it is posted, and then posts just that', async () => {
    const draft = await keep(billSheet({ ...GOOD_BILL, number: 'S-1', tax: 'VT' }));
    expect(draft.preview).toMatchObject({
      documents: 1,
      problems: [],
      posts: [
        { accountCode: '1300', amountCents: 800_000 },
        { accountCode: '1290', amountCents: 160_000 },
        { accountCode: '2010', amountCents: -960_000 },
      ],
    });
    expect(draft.preview.effects).toMatchObject([{ code: 'GATE', cost: { before: 0, after: 800_000 } }]);
    const before = await account('1300');
    expect((await posting(draft)).status).toBe(201);
    expect((await account('1300')) - before).toBe(800_000);
    expect(await account('2010')).toBe(-960_000);
    expect((await app.send('GET', `/drafts/${draft.id}?month=2027-01`)).status).toBe(404);
  });

  test('is kept as typed, wrong cells and all', async () => {
    const rows = [{ ...GOOD_BILL, supplier: 'nobody at all', net: '12,34', text: 'kept' }];
    const draft = await keep(billSheet(...rows));
    const read = await app.ask<{ sheet: { rows: unknown[] } }>(`/drafts/${draft.id}?month=2027-01`);
    expect(read.sheet.rows).toEqual(rows);
    expect(draft.preview.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual([
      'rows/0/supplier unknown-code',
      'rows/0/net unreadable-number',
    ]);
  });

  test('with a problem posts nothing of it', async () => {
    const before = await account('2010');
    const draft = await keep(billSheet({ ...GOOD_BILL, number: 'S-2' }, { ...GOOD_BILL, number: 'S-3', net: '' }));
    expect(await posting(draft, true)).toMatchObject({
      status: 422,
      body: { problems: [{ at: 'rows/1/net', kind: 'missing' }] },
    });
    expect(await account('2010')).toBe(before);
  });

  test('with warnings is posted once they are accepted', async () => {
    const draft = await keep(billSheet({ ...GOOD_BILL, number: 'S-4', net: '60,000.00' }));
    expect(draft.preview.warnings.map(({ kind }) => kind)).toEqual(['over-budget']);
    expect(await posting(draft)).toMatchObject({ status: 422, body: { problems: [{ kind: 'warnings-open' }] } });
    expect((await posting(draft, true)).status).toBe(201);
  });

  test('that someone else has changed is not overwritten, and not posted unseen', async () => {
    const draft = await keep(billSheet({ ...GOOD_BILL, number: 'S-5' }));
    const change = (version: number, net: string) =>
      app.send('PUT', `/drafts/${draft.id}`, {
        month: '2027-01',
        version,
        sheet: billSheet({ ...GOOD_BILL, number: 'S-5', net }),
      });
    expect((await change(draft.version, '1.00')).status).toBe(200);
    expect(await change(draft.version, '2.00')).toMatchObject({
      status: 409,
      body: { problems: [{ kind: 'changed-meanwhile' }] },
    });
    expect((await posting(draft, true)).status).toBe(409);
  });

  test('thrown away is gone', async () => {
    const draft = await keep(billSheet(GOOD_BILL));
    await app.order('DELETE', `/drafts/${draft.id}`, undefined);
    expect((await app.send('GET', `/drafts/${draft.id}?month=2027-01`)).status).toBe(404);
  });
});

describe('bills', () => {
  test('are taken once: the same number of the same supplier is refused, in any case of letters', async () => {
    await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'TWICE-1', net: '10.00' }));
    const draft = await keep(
      billSheet(
        { ...GOOD_BILL, number: 'twice-1', net: '10.00' },
        { ...GOOD_BILL, supplier: 'FUEL', number: 'TWICE-1', net: '10.00' },
      ),
    );
    expect(draft.preview.problems.map(({ at, kind }) => `${at} ${kind}`)).toEqual(['rows/0/number duplicate-bill']);
  });

  test('that were reversed may come again', async () => {
    const [bill] = await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'AGAIN', net: '10.00' }));
    await app.order('POST', `/documents/${bill?.id}/reversal`, { postedOn: '2027-01-31', reason: 'Wrong project' });
    expect(await post(app, '2027-01', billSheet({ ...GOOD_BILL, number: 'AGAIN', net: '10.00' }))).toHaveLength(1);
  });

  test('repeat the last of the supplier on demand', async () => {
    await post(
      app,
      '2027-01',
      billSheet(
        { ...GOOD_BILL, number: 'LAST', net: '12.00', text: 'Riprap' },
        { ...BLANK_BILL, code: '6100', net: '3.00' },
      ),
    );
    const { rows } = await app.ask<{ rows: { code: string; net: string; text: string }[] }>(
      '/last-bill?supplier=STONE',
    );
    expect(rows.map(({ code, net, text }) => [code, net, text])).toEqual([
      ['A/31-250', '12.00', 'Riprap'],
      ['6100', '3.00', ''],
    ]);
  });

  test('know what is left in each budget line', async () => {
    const { lines } = await app.ask<{ lines: { code: string; leftCents: number }[] }>(
      '/budget-stands?project=2&through=2027-12',
    );
    expect(lines).toMatchObject([{ code: '31-250', leftCents: 4_000_000 }]);
  });
});

describe('hours', () => {
  test('cost the rate of the day, to WIP and to indirect labor', async () => {
    const sheet = hoursSheet('2027-01-11', workedDay('E2', 'GATE', '31-100', '7.5'), workedDay('E1', '', '', '2'));
    const draft = await keep(sheet);
    expect(draft.preview.posts.map(({ accountCode, amountCents }) => [accountCode, amountCents])).toEqual([
      ['1300', 29_066],
      ['2200', -37_066],
      ['6010', 8_000],
    ]);
    expect((await posting(draft)).status).toBe(201);
  });

  test('before the books begin name the day', async () => {
    const draft = await keep(hoursSheet('2026-12-28', workedDay('E1', 'GATE', '31-100', '8')));
    expect(draft.preview.problems).toMatchObject([{ at: 'rows/0/days/0', kind: 'day-outside-books' }]);
  });
});
