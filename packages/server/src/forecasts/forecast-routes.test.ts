import { beforeEach, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { smallCompany, billSheet, BLANK_BILL, post, recognize, type TestApp } from '../small-company.test.support.ts';

type Sheet = Answer<'forecast'>;
type Row = { readonly line: string; readonly method: string; readonly input: string; readonly reason: string };

const company = smallCompany(async (to) => {
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'GATE' };
  // Budget: stone 50,000, crew 750 h at 40. Spent: stone 20,000, crew 9,000, and 500 that nobody budgeted.
  await post(
    to,
    '2027-01',
    billSheet(
      { ...bill, number: 'N-1', code: 'A/31-250', net: '20,000' },
      { ...bill, number: 'N-2', code: '31-100', costType: 'labor', net: '9,000' },
      { ...bill, number: 'N-3', code: '31-250', net: '500' },
    ),
  );
});
let app: TestApp;
beforeEach(async () => {
  app = await company.open();
  return () => app.close();
});

const GATE = 1;
const sheet = (through = '2027-01', known = '') =>
  app.ask<Sheet>(`/projects/${GATE}/forecast?through=${through}${known}`);
async function save(rows: (found: Sheet) => readonly Row[], month = '2027-01'): Promise<void> {
  const found = await sheet(month);
  await app.order('POST', `/projects/${GATE}/forecasts`, { month, stamp: found.stamp, rows: rows(found) });
}
const toComplete = (found: Sheet, input: string): Row => ({
  line: found.lines.find(({ code }) => code === 'A/31-250')?.line ?? '',
  method: 'to complete',
  input,
  reason: 'Rock is scarce',
});

describe('the forecast sheet', () => {
  test('has every line with its budget and cost, by its budget as long as nobody forecast it', async () => {
    const found = await sheet();
    expect(found.latest).toBeNull();
    expect(
      found.lines.map((line) => [
        line.code,
        line.coding.costType,
        line.originalCents,
        line.actual.amountCents,
        line.method,
        line.estimateCents,
      ]),
    ).toEqual([
      ['31-100', 'labor', 3_000_000, 900_000, 'budget', 3_000_000],
      ['A/31-250', 'material', 5_000_000, 2_000_000, 'budget', 5_000_000],
      ['31-250', 'material', 0, 50_000, 'budget', 50_000],
    ]);
    expect(found.position.lineEstimates).toBe(8_050_000);
  });

  test('saved, it is what the run, the project and the WIP schedule estimate by', async () => {
    await save((found) => [
      toComplete(found, '40,000'),
      { line: found.lines[0]?.line ?? '', method: 'run rate', input: '25 %', reason: 'Slow' },
    ]);
    // Stone 20,000 + 40,000, crew 9,000 ÷ 25 %, and the 500.
    const estimate = 6_000_000 + 3_600_000 + 50_000;
    const run = await app.ask<Answer<'recognition'>>('/recognition?month=2027-01');
    expect(run.rows.find(({ code }) => code === 'GATE')?.estimate.amountCents).toBe(estimate);
    const wip = await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-01');
    expect(wip.rows.find(({ code }) => code === 'GATE')?.estimate.amountCents).toBe(estimate);
    const page = await app.ask<Answer<'project'>>(`/projects/${GATE}?through=2027-01`);
    expect(page.position.estimate.amountCents).toBe(estimate);
    expect(page.budgetTotals.estimateCents).toBe(estimate);
    const trace = await app.ask<Answer<'trace'>>(`/trace?figure=estimate.p${GATE}.t2027-01`);
    expect(JSON.stringify(trace)).toContain('Forecast of Jan 2027');
  });

  test('is a snapshot: later cost does not change it, and earlier months do not know it', async () => {
    await save((found) => [toComplete(found, '40,000')], '2027-02');
    const bill = {
      ...BLANK_BILL,
      supplier: 'STONE',
      datedOn: '2027-02-20',
      project: 'GATE',
      code: 'A/31-250',
      number: 'N-7',
      net: '5,000',
    };
    await post(app, '2027-02', billSheet(bill));
    const after = await sheet('2027-02');
    expect(after.lines.find(({ code }) => code === 'A/31-250')?.estimateCents).toBe(6_000_000);
    expect((await sheet('2027-01')).latest).toBeNull();
    expect(after.latest).toMatchObject({ month: '2027-02', recordedBy: 'Tester' });
  });

  test('copied, it comes to the same estimate: what was to come is what is left of it', async () => {
    await save((found) => [toComplete(found, '40,000')]);
    const bill = {
      ...BLANK_BILL,
      supplier: 'STONE',
      datedOn: '2027-02-20',
      project: 'GATE',
      code: 'A/31-250',
      number: 'N-7',
      net: '5,000',
    };
    await post(app, '2027-02', billSheet(bill));
    const next = await sheet('2027-02');
    expect(next.lines.find(({ code }) => code === 'A/31-250')).toMatchObject({
      input: '35000.00',
      reason: 'Rock is scarce',
    });
    await save(
      (found) => found.lines.map(({ line, method, input, reason }) => ({ line, method, input, reason })),
      '2027-02',
    );
    const copied = await sheet('2027-02');
    expect(copied.latest?.month).toBe('2027-02');
    expect(copied.lines.map(({ estimateCents }) => estimateCents)).toEqual(
      next.lines.map(({ estimateCents }) => estimateCents),
    );
    expect(copied.history).toHaveLength(2);
  });

  test('is read as it was known at an earlier moment', async () => {
    const [last] = await app.books.reader
      .selectFrom('answered_request')
      .select('at')
      .orderBy('at', 'desc')
      .limit(1)
      .execute();
    const before = new Date(last?.at ?? 0).toISOString();
    await save((found) => [toComplete(found, '40,000')]);
    expect((await sheet('2027-01', `&known=${before}`)).latest).toBeNull();
    expect((await sheet('2027-01')).latest?.month).toBe('2027-01');
  });

  test('is refused when the books moved since it was looked at', async () => {
    const found = await sheet();
    const bill = {
      ...BLANK_BILL,
      supplier: 'STONE',
      datedOn: '2027-01-21',
      project: 'GATE',
      code: 'A/31-250',
      number: 'N-8',
      net: '1',
    };
    await post(app, '2027-01', billSheet(bill));
    const order = { month: '2027-01', stamp: found.stamp, rows: [] };
    expect(await app.refused('POST', `/projects/${GATE}/forecasts`, order)).toEqual(['stamp preview-outdated']);
  });

  test('is refused for a locked month, and with cells that cannot be read', async () => {
    const { stamp, ...found } = await sheet();
    const rows = [{ line: found.lines[1]?.line ?? '', method: 'run rate', input: 'half', reason: '' }];
    expect(
      await app.refused('POST', `/projects/${GATE}/forecasts`, {
        month: '2027-01',
        stamp,
        rows,
      }),
    ).toEqual(['rows/0/input unreadable-number', 'rows/0/reason reason-needed']);
    await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Closed' });
    expect(await app.refused('POST', `/projects/${GATE}/forecasts`, { month: '2027-01', stamp, rows: [] })).toEqual([
      'month month-locked',
    ]);
    const accepted = { month: '2027-01', stamp, rows: [], acceptWarnings: true };
    await app.order('POST', `/projects/${GATE}/forecasts`, accepted);
    expect((await sheet('2027-01')).latest).toBeNull();
    expect((await sheet('2027-02')).latest).toMatchObject({ month: '2027-02' });
  });
});

describe('an estimate set by hand for the whole', () => {
  const byHand = (month: string) =>
    app.order('POST', '/records/estimate-override', {
      fields: { project: 'GATE', month, amount: '90,000', reason: 'Told' },
    });
  const estimate = async (through: string) =>
    (await app.ask<Answer<'project'>>(`/projects/${GATE}?through=${through}`)).position.estimate.amountCents;

  test.each([
    { case: 'counts before an earlier forecast', orders: ['forecast 2027-01', 'hand 2027-02'], estimate: 9_000_000 },
    { case: 'ends with a later forecast', orders: ['hand 2027-01', 'forecast 2027-02'], estimate: 9_050_000 },
    {
      case: 'of the same month ends with a forecast made after it',
      orders: ['hand 2027-02', 'forecast 2027-02'],
      estimate: 9_050_000,
    },
    {
      case: 'of the same month counts when it came after',
      orders: ['forecast 2027-02', 'hand 2027-02'],
      estimate: 9_000_000,
    },
  ])('$case', async ({ orders, estimate: expected }) => {
    for (const order of orders) {
      const [what, month = ''] = order.split(' ');
      if (what === 'hand') await byHand(month);
      else await save((found) => [toComplete(found, '40,000')], month);
    }
    expect(await estimate('2027-02')).toBe(expected);
  });
});

test('a run marks a forecast older than the company allows', async () => {
  await save((found) => [toComplete(found, '40,000')]);
  await recognize(app, '2027-01');
  const kinds = async (month: string) =>
    (await app.ask<Answer<'recognition'>>(`/recognition?month=${month}`)).rows.flatMap(({ warnings }) =>
      warnings.map(({ kind }) => kind),
    );
  expect(await kinds('2027-02')).not.toContain('forecast-old');
  expect(await kinds('2027-03')).toContain('forecast-old');
  const company = { name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
  await app.order('PUT', '/company', { ...company, forecastMonths: 3 });
  expect(await kinds('2027-03')).not.toContain('forecast-old');
});
