import { expect, test } from 'vitest';
import { addPier, approve, priced } from '../priced-estimate.test.support.ts';
import { GOOD_BILL, billSheet, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** PIER for 50,000: piling 30,000 for 20,000, deck 20,000 for 10,000, 3,000 of cost for both; 5,000, 1,000 and 600 spent in January. */
const company = smallCompany(async (app) => {
  await addPier(app);
  await app.order('POST', '/records/phase', { fields: { project: 'PIER', code: 'D', name: 'Deck' } });
  const { rows } = await app.ask<{ rows: { id: number; code: string }[] }>('/projects?through=2027-01');
  const pier = rows.find(({ code }) => code === 'PIER')?.id ?? 0;
  const line = (code: string, cost: string, price: string) => ({ section: 'Pier', text: code, code, cost, price });
  await approve(
    app,
    await priced(app, pier, [
      line('P/31-250', '20,000', '30,000'),
      line('D/31-250', '10,000', '20,000'),
      line('31-250', '3,000', '0'),
    ]),
  );
  const bill = (code: string, net: string, number: string) => ({ ...GOOD_BILL, number, project: 'PIER', code, net });
  const bills = [bill('P/31-250', '5,000', 'N-1'), bill('D/31-250', '1,000', 'N-2'), bill('31-250', '600', 'N-3')];
  for (const each of bills) await post(app, '2027-01', billSheet(each));
});

interface Answered {
  readonly rows: readonly {
    readonly code: string;
    readonly phaseId: number;
    readonly earnedCents: number;
    readonly postedCents: number;
    readonly priceCents: number;
    readonly costCents: number;
  }[];
  readonly totals: { readonly earnedCents: number; readonly postedCents: number; readonly priceCents: number };
  readonly common: { readonly costCents: number; readonly estimateCents: number };
  readonly history: readonly { readonly on: string }[];
}

const pierOf = async (app: TestApp): Promise<number> => {
  const { rows } = await app.ask<{ rows: { id: number; code: string }[] }>('/projects?through=2027-01');
  return rows.find(({ code }) => code === 'PIER')?.id ?? 0;
};
const obligations = async (app: TestApp, through = '2027-01', more = ''): Promise<Answered> =>
  app.ask<Answered>(`/projects/${await pierOf(app)}/obligations?through=${through}${more}`);
const splitAs = (more: Readonly<Record<string, unknown>> = {}) => ({
  ...{ on: '2027-01-31', reason: 'The deck can be used by itself' },
  rows: [
    { phase: 'P', price: '30,000', method: 'cost-to-cost' },
    { phase: 'D', price: '20,000', method: 'completed-contract' },
  ],
  ...more,
});
const split = async (app: TestApp, more: Readonly<Record<string, unknown>> = {}) =>
  app.order('POST', `/projects/${await pierOf(app)}/obligations`, splitAs(more));
const wip = async (app: TestApp, through = '2027-01') => {
  const { rows } = await app.ask<{
    rows: { code: string; earnedToDate: { amountCents: number }; progress: string }[];
  }>(`/wip-schedule?through=${through}`);
  return rows.find(({ code }) => code === 'PIER');
};
const differences = async (app: TestApp) =>
  (await verifiedBooks(app.books.reader)).flatMap(({ differences: found }) => found);

test('each obligation earns by its own measure, its revenue carries the phase, and what waits stays in WIP', async () => {
  const app = await company.open();
  await split(app);
  // 600 in common as 20 to 10: 5,400 of 22,000 is 7,363.64 of 30,000; the deck earns nothing yet.
  expect(await obligations(app)).toMatchObject({
    rows: [
      { code: 'P', priceCents: 3_000_000, costCents: 540_000, earnedCents: 736_364, postedCents: 0 },
      { code: 'D', priceCents: 2_000_000, costCents: 120_000, earnedCents: 0, postedCents: 0 },
    ],
    common: { costCents: 60_000, estimateCents: 300_000 },
  });
  const { rows } = await app.ask<{ rows: { code: string; releasedCents: number }[] }>('/recognition?month=2027-01');
  expect(rows.find(({ code }) => code === 'PIER')).toMatchObject({ releasedCents: 540_000 });
  await recognize(app, '2027-01');
  expect(await obligations(app)).toMatchObject({
    rows: [{ postedCents: 736_364 }, { postedCents: 0 }],
    totals: { earnedCents: 736_364, postedCents: 736_364 },
  });
  expect(await wip(app)).toMatchObject({ progress: 'by-obligations' });
  expect(await differences(app)).toEqual([]);
  await app.close();
});

test('a deck that is finished earns its whole part with its cost, and the months before stay what they were', async () => {
  const app = await company.open();
  await split(app);
  await recognize(app, '2027-01');
  const [piling, deck] = splitAs().rows;
  app.setToday('2027-02-28');
  await split(app, {
    on: '2027-02-15',
    reason: 'Deck handed over',
    rows: [piling, { ...deck, finishedOn: '2027-02-15' }],
  });
  await recognize(app, '2027-02');
  // What is common is shared as 20 to 1 now: 5,571.43 of 22,857.14.
  expect((await obligations(app, '2027-02')).rows.map(({ postedCents }) => postedCents)).toEqual([731_250, 2_000_000]);
  expect((await obligations(app)).rows.map(({ earnedCents }) => earnedCents)).toEqual([736_364, 0]);
  expect((await obligations(app, '2027-02')).history).toHaveLength(2);
  expect(await differences(app)).toEqual([]);
  await app.close();
});

test('split no longer, the project earns as a whole again and its revenue carries no phase', async () => {
  const app = await company.open();
  await split(app);
  await recognize(app, '2027-01');
  app.setToday('2027-02-28');
  await split(app, { on: '2027-02-01', reason: 'One contract after all', rows: [] });
  await recognize(app, '2027-02');
  // 6,600 of 33,000 is 10,000 of 50,000.
  const { rows, totals } = await obligations(app, '2027-02');
  expect([rows, totals.postedCents]).toEqual([[], 1_000_000]);
  const { rows: before } = await obligations(app, '2027-01');
  expect(before).toHaveLength(2);
  expect(await differences(app)).toEqual([]);
  await app.close();
});

test('a change order counts in the phase its lines are of', async () => {
  const app = await company.open();
  await split(app);
  const order = await priced(
    app,
    await pierOf(app),
    [{ section: 'Rails', text: 'Rails', code: 'D/31-250', cost: '1,000', price: '4,000' }],
    { kind: 'change', name: 'Rails' },
  );
  await approve(app, order);
  expect((await obligations(app)).rows.map(({ priceCents }) => priceCents)).toEqual([3_000_000, 2_400_000]);
  await app.close();
});

test('an obligation is surveyed as a project is', async () => {
  const app = await company.open();
  const project = await pierOf(app);
  await split(app, {
    rows: [
      { phase: 'P', price: '30,000', method: 'surveyed' },
      { phase: 'D', price: '20,000', method: 'cost-to-cost' },
    ],
  });
  const told = await app.ask<{ rows: { projectId: number; phaseId: number | null; code: string }[] }>(
    '/told-progress?through=2027-01',
  );
  const row = told.rows.find(({ projectId }) => projectId === project);
  expect(row?.code).toBe('PIER/P');
  const survey = {
    projectId: project,
    phaseId: row?.phaseId ?? null,
    toldOn: '2027-01-30',
    percent: '40',
    reason: 'Seen',
  };
  await app.order('POST', '/surveyed-progress', { rows: [survey] });
  expect((await obligations(app)).rows[0]).toMatchObject({ earnedCents: 1_200_000 });
  const [, deck] = (await obligations(app)).rows;
  const other = { ...survey, phaseId: deck?.phaseId ?? 0 };
  expect(await app.refused('POST', '/surveyed-progress', { rows: [other] })).toEqual(['rows/0/phaseId no-obligation']);
  await app.close();
});

test('what is wrong is told at its cell, and nothing is taken', async () => {
  const app = await company.open();
  const path = `/projects/${await pierOf(app)}/obligations`;
  const refused = (more: Readonly<Record<string, unknown>>) => app.refused('POST', path, splitAs(more));
  const row = (phase: string, price: string) => ({ phase, price, method: 'cost-to-cost' });
  expect(await refused({ rows: [row('P', '30,000')] })).toEqual(['rows prices-not-the-contract']);
  expect(await refused({ rows: [row('P', '30,000'), row('P', '20,000')] })).toEqual(['rows/1/phase line-twice']);
  expect(await refused({ rows: [row('X', '50,000'), row('D', '')] })).toEqual([
    ...['rows/0/phase unknown-code', 'rows/1/price missing'],
  ]);
  expect(await refused({ rows: [row('P', '-5')] })).toEqual(['rows/0/price number-outside']);
  expect(await refused({ reason: '', on: '2031-01-01' })).toEqual(['on day-to-come', 'reason missing']);
  expect((await obligations(app)).rows).toEqual([]);
  await app.close();
});
