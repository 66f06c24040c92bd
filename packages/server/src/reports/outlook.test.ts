import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { addPier, approve, PIER_ROWS, priced } from '../priced-estimate.test.support.ts';
import {
  billSheet,
  BLANK_BILL,
  hoursSheet,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
let pier: number;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  pier = await addPier(app);
  await approve(app, await priced(app, pier, PIER_ROWS), { agreedOn: '2027-01-02' });
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'PIER' };
  await post(
    app,
    '2027-01',
    billSheet(
      { ...bill, number: 'N-1', code: 'P/31-250', net: '16,500' },
      { ...bill, number: 'N-2', code: '31-250', net: '1,000' },
      { ...bill, number: 'N-3', code: '31-100', net: '700' },
    ),
  );
  await post(app, '2027-01', hoursSheet('2027-01-04', workedDay('E1', 'PIER', 'P/31-100', '8')));
  await recognize(app, '2027-01');
  const change = await priced(app, pier, [{ section: 'Ladder', code: 'P/31-250', cost: '1,200', price: '1,500' }], {
    kind: 'change',
  });
  await approve(app, change, { agreedOn: '2027-02-10' });
  await priced(app, pier, [{ section: 'Lamp', code: '31-250', cost: '300', price: '500' }], {
    kind: 'change',
    name: 'Lamp',
  });
});
afterAll(() => app.close());

const against = (through = '2027-02', more = `&project=${pier}`) =>
  app.ask<Answer<'estimate-against-actual'>>(`/estimate-against-actual?through=${through}${more}`);

describe('estimate against actual', () => {
  test('per line: over target first, what was not estimated as its own row, cost side and price side', async () => {
    const { rows, totals } = await against('2027-01');
    expect(
      rows.map((row) => [
        row.section,
        row.code,
        row.estimated,
        row.estimatedCents,
        row.actualCents,
        row.overCents,
        row.priceCents,
      ]),
    ).toEqual([
      ['Piles', 'P/31-250', true, 1_500_000, 1_650_000, 150_000, 2_000_000],
      ['Not in the estimate', '31-100', false, 0, 70_000, 70_000, 0],
      ['Deck', '31-250', true, 500_000, 100_000, -400_000, 400_000],
      ['Piles', 'P/31-100', true, 1_000_000, 32_000, -968_000, 1_800_000],
      ['Discount', '', true, 0, 0, 0, -200_000],
    ]);
    expect(totals).toMatchObject({
      estimatedCents: 3_000_000,
      actualCents: 1_852_000,
      overCents: -1_148_000,
      // The contract.
      priceCents: 4_000_000,
    });
  });

  test('an approved change raises the target from its day; a coding of two sections stands under both', async () => {
    const { rows } = await against();
    const piles = rows.find(({ code }) => code === 'P/31-250');
    expect(piles).toMatchObject({
      section: 'Several sections',
      changesCents: 120_000,
      overCents: 30_000,
      priceChangesCents: 150_000,
    });
  });

  test('sections and totals are the sums of the lines, for one project and for all', async () => {
    for (const more of ['', `&project=${pier}`]) {
      const { rows, sections, totals } = await against('2027-02', more);
      for (const name of ['estimatedCents', 'actualCents', 'overCents', 'completionCents'] as const) {
        expect(rows.reduce((sum, row) => sum + row[name], 0)).toBe(totals[name]);
        expect(sections.reduce((sum, row) => sum + row[name], 0)).toBe(totals[name]);
      }
    }
  });
});

test('fade: the change order at its margin and the overrun beside it, adding up', async () => {
  const { rows, totals } = await app.ask<Answer<'fade'>>('/fade?from=2027-01&through=2027-02');
  const row = rows.find(({ code }) => code === 'PIER');
  // January: 40,000 for 30,000 + 1,500 over + 700 unbudgeted. February: + 1,500 for + 1,200, which takes up the overrun.
  expect(row).toMatchObject({
    before: 780_000,
    after: 930_000,
    fade: 150_000,
    byPrice: 150_000,
    byApproved: -120_000,
    byForecast: 120_000,
  });
  expect(totals.byPrice + totals.byApproved + totals.byForecast).toBe(totals.fade);
});

test('the cost curve: budget by days to the target end, actual so far, forecast to the estimate', async () => {
  const { points, estimate, targetEndOn } = await app.ask<Answer<'costCurve'>>(
    `/projects/${pier}/cost-curve?through=2027-02`,
  );
  expect(targetEndOn).toBe('2027-06-30');
  expect(points.map(({ month }) => month)).toEqual(['2027-01', '2027-02', '2027-03', '2027-04', '2027-05', '2027-06']);
  expect(points.at(-1)).toEqual({ month: '2027-06', planned: 3_120_000, actual: null, forecast: estimate.amountCents });
  // 3,000,000 over 181 days: 31 of January.
  expect(points[0]).toEqual({ month: '2027-01', planned: 513_812, actual: 1_852_000, forecast: null });
  expect((await app.send('GET', '/projects/999/cost-curve?through=2027-02')).status).toBe(404);
});

test('deadlines: by target end, time gone against percent complete, finished ones gone', async () => {
  const { rows } = await app.ask<Answer<'deadlines'>>('/deadlines?through=2027-07');
  expect(rows.map(({ code, kind, daysLeft }) => [code, kind, daysLeft])).toEqual([
    ['PIER', 'late', -31],
    ['BOAT', 'open', null],
    ['DUNE', 'open', null],
    ['GATE', 'open', null],
  ]);
  // Internal work has no percent complete to be behind.
  expect(rows.find(({ code }) => code === 'BOAT')?.complete).toBeNull();
  const february = await app.ask<Answer<'deadlines'>>('/deadlines?through=2027-02');
  expect(february.rows[0]).toMatchObject({ kind: 'on time', timeGone: { numerator: 59, denominator: 181 } });
});

describe('the portfolio', () => {
  test('has every measure of every project, and months that add up to what was earned', async () => {
    const { rows, months } = await app.ask<Answer<'portfolio'>>('/portfolio?through=2027-02');
    const row = rows.find(({ code }) => code === 'PIER');
    expect(row).toMatchObject({
      contractCents: 4_150_000,
      budgetCents: 3_120_000,
      costCents: 1_852_000,
      hours: 80_000,
      pendingPriceCents: 50_000,
      pendingCostCents: 30_000,
    });
    expect(row?.costByType).toEqual([102_000, 1_750_000, 0, 0, 0, 0]);
    for (const { costByType, costCents } of rows)
      expect(costByType.reduce((sum, each) => sum + each, 0)).toBe(costCents);
    expect(months.reduce((sum, { revenueCents }) => sum + revenueCents, 0)).toBe(
      rows.reduce((sum, { earnedCents }) => sum + earnedCents, 0),
    );
  });

  test('views are kept under a name, replaced by the same name, and dropped', async () => {
    await app.order('POST', '/views/portfolio', { name: 'By client', state: 'group=client' });
    await app.order('POST', '/views/portfolio', { name: 'by client', state: 'group=client&sort=-cost' });
    await app.order('POST', '/views/portfolio', { name: 'All', state: '' });
    const { rows } = await app.ask<Answer<'views'>>('/views/portfolio');
    expect(rows.map(({ name, state }) => [name.toLowerCase(), state])).toEqual([
      ['all', ''],
      ['by client', 'group=client&sort=-cost'],
    ]);
    expect((await app.ask<Answer<'views'>>('/views/projects')).rows).toEqual([]);
    expect(await app.refused('POST', '/views/portfolio', { name: ' ', state: '' })).toEqual(['name malformed']);
    for (const { id } of rows) await app.order('DELETE', `/views/portfolio/${id}`, undefined);
    expect((await app.ask<Answer<'views'>>('/views/portfolio')).rows).toEqual([]);
  });
});

test.each(['estimate-against-actual', 'fade', 'deadlines', 'portfolio'])(
  '%s saves as CSV with the figures of its screen',
  async (report) => {
    const response = await fetch(
      `${app.address}/api/reports/${report}.csv?through=2027-02${report === 'fade' ? '&from=2027-01' : ''}`,
    );
    expect(response.status).toBe(200);
    const lines = (await response.text()).trim().split('\n');
    expect(lines[0]).toMatch(/^(project|code),/);
    expect(lines.find((line) => line.startsWith('PIER'))).toMatch(/\d/);
    const columns = lines[0]?.split(',').length;
    for (const line of lines.slice(1)) expect(line.replace(/"[^"]*"/g, '').split(',')).toHaveLength(columns ?? 0);
  },
);
