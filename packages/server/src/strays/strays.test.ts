import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { billSheet, BLANK_BILL, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();

interface Strays {
  readonly rows: readonly {
    readonly line: number;
    readonly amountCents: number;
    readonly why: string;
    readonly proposal: { readonly rule: string } | null;
  }[];
  readonly totalCents: number;
}

const bill = (number: string, change: Partial<typeof BLANK_BILL>) =>
  billSheet({ ...BLANK_BILL, supplier: 'STONE', number, datedOn: '2027-01-20', ...change });
const straysOf = (app: TestApp) => app.ask<Strays>('/strays?through=2027-01');
const linesOf = async (app: TestApp, document: number | undefined) =>
  (await app.ask<{ lines: { id: number; account: string; amountCents: number }[] }>(`/documents/${document}`)).lines;
const profitOf = async (app: TestApp) =>
  (await app.ask<{ netIncome: { amountCents: number }[] }>('/income-statement?from=2027-01&through=2027-12'))
    .netIncome[0]?.amountCents ?? 0;
const costOf = async (app: TestApp, project: number) =>
  (await app.ask<{ position: { cost: { amountCents: number } } }>(`/projects/${project}?through=2027-01`)).position.cost
    .amountCents;
const tied = async (app: TestApp) => {
  const { ties } = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>(
    '/frame?through=2027-12',
  );
  return ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents).map(({ name }) => name);
};

describe('a stray', () => {
  test('is warned of before it posts, waits with its sum, and goes once it is coded', async () => {
    const app = await company.open();
    const sheet = bill('B-1', { code: '5010', net: '1,200.00' });
    const { preview } = await app.order<{ preview: { warnings: { kind: string }[] } }>('POST', '/drafts', {
      ...{ month: '2027-01', sheet },
    });
    expect(preview.warnings.map(({ kind }) => kind)).toEqual(['needs-project']);
    await post(app, '2027-01', sheet);
    const { rows, totalCents } = await straysOf(app);
    expect([rows.length, rows[0]?.why, totalCents]).toEqual([1, 'no project', 120_000]);
    const frame = await app.ask<{ strays: { count: number; total: number } }>('/frame?through=2027-01');
    expect(frame.strays).toEqual({ count: 1, total: 120_000 });
    const lines = [{ line: rows[0]?.line, project: 'GATE', code: 'A/31-250' }];
    const before = await profitOf(app);
    await app.order('POST', '/recodes', { lines, acceptWarnings: true });
    expect((await straysOf(app)).rows).toEqual([]);
    expect([await profitOf(app), await costOf(app, 1)]).toEqual([before, 120_000]);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('has the coding that a rule proposes, and says which rule; nothing is coded by itself', async () => {
    const app = await company.open();
    await app.order('POST', '/records/coding-rule', {
      fields: { code: 'QUARRY', name: 'Stone', supplier: 'STONE', project: 'GATE', phase: 'A', costCode: '31-250' },
    });
    await post(app, '2027-01', bill('B-1', { code: '5010', net: '1,200.00' }));
    expect((await straysOf(app)).rows[0]?.proposal).toEqual({
      ...{ rule: 'QUARRY', project: 'GATE', code: 'A/31-250', costType: '' },
    });
    expect(await costOf(app, 1)).toBe(0);
    await app.close();
  });
});

describe('a posted line', () => {
  test('moves alone to another project, paid or not, and leads back to where it came from', async () => {
    const app = await company.open();
    const two = billSheet(
      {
        ...BLANK_BILL,
        supplier: 'STONE',
        number: 'B-1',
        datedOn: '2027-01-20',
        project: 'GATE',
        code: 'A/31-250',
        net: '700',
      },
      { ...BLANK_BILL, project: 'GATE', code: '31-100', net: '300' },
    );
    const [posted] = await post(app, '2027-01', two);
    await app.order('POST', '/payments', { documentId: posted?.id, paidOn: '2027-01-30', amount: '1,000.00' });
    const [first] = await linesOf(app, posted?.id);
    const order = { lines: [{ line: first?.id, project: 'DUNE', code: '31-250' }], acceptWarnings: true };
    const recoded = await app.order<{ id: number; number: string }>('POST', '/recodes', order);
    expect([await costOf(app, 1), await costOf(app, 2)]).toEqual([30_000, 70_000]);
    expect(await app.refused('POST', '/recodes', order)).toEqual(['lines/0 recoded-already']);
    const bill = await app.ask<{ recoded: unknown }>(`/documents/${posted?.id}`);
    expect(bill.recoded).toEqual([
      { lineId: first?.id, documentId: recoded.id, number: recoded.number, to: 'DUNE 31-250' },
    ]);
    const again = (await linesOf(app, recoded.id)).find(({ amountCents }) => amountCents > 0);
    await app.order('POST', '/recodes', { ...order, lines: [{ line: again?.id, project: 'GATE', code: 'A/31-250' }] });
    expect([await costOf(app, 1), await costOf(app, 2)]).toEqual([100_000, 0]);
    const reversal = { postedOn: '2027-01-31', reason: 'No' };
    expect(await app.refused('POST', `/documents/${recoded.id}/reversal`, reversal)).toEqual(['recode-first']);
    expect(await tied(app)).toEqual([]);
    await app.close();
  });

  test('recoded in a later month is put back in the month it posts in', async () => {
    const app = await company.open();
    const [posted] = await post(app, '2027-01', bill('B-1', { project: 'GATE', code: 'A/31-250', net: '700' }));
    app.setToday('2027-02-10');
    const [first] = await linesOf(app, posted?.id);
    const order = { lines: [{ line: first?.id, project: 'DUNE', code: '31-250' }], acceptWarnings: true };
    const recoded = await app.order<{ id: number }>('POST', '/recodes', order);
    await app.order('POST', `/documents/${recoded.id}/reversal`, { postedOn: '2027-01-31', reason: 'No' });
    expect([await costOf(app, 1), await costOf(app, 2)]).toEqual([70_000, 0]);
    await app.close();
  });

  test.each([
    { case: 'where it is already', line: { project: 'GATE', code: 'A/31-250' }, said: ['lines/0 coded-so-already'] },
    { case: 'to no project', line: { project: 'NONE', code: '31-250' }, said: ['lines/0/project unknown-code'] },
    { case: 'without a code', line: { project: 'DUNE', code: '' }, said: ['lines/0/code missing'] },
  ])('does not go $case', async ({ line, said }) => {
    const app = await company.open();
    const [posted] = await post(app, '2027-01', bill('B-1', { project: 'GATE', code: 'A/31-250', net: '700' }));
    const [first] = await linesOf(app, posted?.id);
    expect(await app.refused('POST', '/recodes', { lines: [{ line: first?.id, ...line }] })).toEqual(said);
    await app.close();
  });

  test('of a run, of hours or owed to a supplier is put right where it comes from', async () => {
    const app = await company.open();
    const [posted] = await post(app, '2027-01', bill('B-1', { project: 'GATE', code: 'A/31-250', net: '700' }));
    const owed = (await linesOf(app, posted?.id)).find(({ amountCents }) => amountCents < 0);
    const { id } = await recognize(app, '2027-01');
    const [ofRun] = await linesOf(app, id);
    for (const line of [owed?.id, ofRun?.id]) {
      const order = { lines: [{ line, project: 'DUNE', code: '31-250' }] };
      expect(await app.refused('POST', '/recodes', order)).toEqual(['lines/0 not-recodable']);
    }
    await app.close();
  });
});

test('recoding never changes the result of the company, and moves exactly the line', async () => {
  const app = await company.open();
  const targets = [
    { project: 'GATE', code: 'A/31-250' },
    { project: 'DUNE', code: '31-250' },
    { project: 'BOAT', code: '31-250' },
  ];
  let number = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.integer({ min: 1, max: 900_000 }),
      fc.constantFrom({ project: '', code: '5010' }, ...targets),
      fc.constantFrom(...targets),
      async (amount, from, to) => {
        fc.pre(from.project !== to.project);
        const net = (amount / 100).toFixed(2);
        const [posted] = await post(app, '2027-01', bill(`R-${(number += 1)}`, { ...from, net }));
        const before = [await profitOf(app), await costOf(app, 1), await costOf(app, 2), await costOf(app, 3)];
        const [line] = await linesOf(app, posted?.id);
        await app.order('POST', '/recodes', { lines: [{ line: line?.id, ...to }], acceptWarnings: true });
        const after = [await profitOf(app), await costOf(app, 1), await costOf(app, 2), await costOf(app, 3)];
        const codes = ['', 'GATE', 'DUNE', 'BOAT'];
        const moved = codes.map((code, place) =>
          place === 0 ? 0 : code === to.project ? amount : code === from.project ? -amount : 0,
        );
        expect(after.map((value, place) => value - (before[place] ?? 0))).toEqual(moved);
        expect(await tied(app)).toEqual([]);
      },
    ),
    { numRuns: 25 },
  );
  await app.close();
});
