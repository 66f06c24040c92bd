import { expect, test } from 'vitest';
import { billSheet, BLANK_BILL, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();

interface Stored {
  readonly id: number;
  readonly version: number;
  readonly fields: Readonly<Record<string, string>>;
}

async function mark(app: TestApp, zeroMargin: string, effectiveOn: string): Promise<void> {
  const { rows } = await app.ask<{ rows: Stored[] }>('/records/budget-line');
  const stone = rows.find(({ fields }) => fields['project'] === 'GATE' && fields['costCode'] === '31-250');
  await app.order('PUT', `/records/budget-line/${stone?.id}`, {
    version: stone?.version,
    fields: { ...stone?.fields, zeroMargin, effectiveOn, reason: 'Delivered early' },
  });
}

const gate = async (app: TestApp, month: string) => {
  const { rows } = await app.ask<{
    rows: { code: string; complete: { numerator: number; denominator: number }; earnedToDateCents: number }[];
  }>(`/recognition?month=${month}`);
  const row = rows.find(({ code }) => code === 'GATE');
  return [row === undefined ? null : row.complete.numerator / row.complete.denominator, row?.earnedToDateCents];
};

// Contract 100,000; budget: crew 30,000, stone 50,000. Spent: crew 7,500, stone 40,000.
async function spent(): Promise<TestApp> {
  const app = await company.open();
  const line = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'GATE' };
  await post(
    app,
    '2027-01',
    billSheet(
      { ...line, number: 'N-1', code: 'A/31-250', net: '40,000' },
      { ...line, number: 'N-2', code: '31-100', costType: 'labor', net: '7,500' },
    ),
  );
  return app;
}

test('a budget line marked as carried at zero margin shows no progress and earns its own cost, from its day on', async () => {
  const app = await spent();
  // 47,500 of 80,000.
  expect(await gate(app, '2027-01')).toEqual([0.59375, 5_937_500]);
  await mark(app, 'yes', '2027-01-31');
  // 7,500 of 30,000: 25 % of (100,000 − 50,000), and 40,000.
  expect(await gate(app, '2027-01')).toEqual([0.25, 5_250_000]);
  const { budget } = await app.ask<{ budget: { code: string; isZeroMargin: boolean }[] }>(
    '/projects/1?through=2027-01',
  );
  expect(budget.map(({ code, isZeroMargin }) => [code, isZeroMargin])).toEqual([
    ['31-100', false],
    ['31-250', true],
  ]);
  const trace = await app.ask<{ inputs: { label: string }[] }>('/trace?figure=complete.p1.t2027-01');
  expect(trace.inputs.map(({ label }) => label)).toContain('Cost of lines carried at zero margin, left out');
  await app.close();
});

test('a mark said for a locked month counts from the first open one; taken off again, the next run catches up', async () => {
  const app = await spent();
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Done' });
  app.setToday('2027-02-20');
  await mark(app, 'yes', '2027-01-31');
  const wip = await app.ask<{ rows: { code: string; earned: { amountCents: number } }[] }>(
    '/wip-schedule?through=2027-01',
  );
  expect(wip.rows.find(({ code }) => code === 'GATE')?.earned.amountCents).toBe(5_937_500);
  expect(await gate(app, '2027-02')).toEqual([0.25, 5_250_000]);
  await mark(app, 'no', '2027-02-20');
  expect(await gate(app, '2027-02')).toEqual([0.59375, 5_937_500]);
  await app.close();
});

test('an estimate below what is cost and ordered is pointed out, wherever one below cost is', async () => {
  const app = await spent();
  const order = { supplier: 'STONE', number: '', line: '', datedOn: '2027-01-21', project: 'GATE', code: 'A/31-250' };
  const blank = {
    text: 'More stone',
    costType: '',
    quantity: '',
    unit: '',
    price: '',
    tax: '',
    wantedOn: '',
    deliverTo: '',
  };
  await post(app, '2027-01', { kind: 'orders', rows: [{ ...order, ...blank, retention: '', net: '9,000' }] });
  const fields = { project: 'GATE', month: '2027-01', amount: '50,000', reason: 'Told' };
  // 47,500 is cost, 9,000 ordered.
  expect(await app.refused('POST', '/records/estimate-override', { fields })).toEqual(['amount estimate-below-cost']);
  await app.order('POST', '/records/estimate-override', { fields, acceptWarnings: true });
  const sheet = await app.ask<{ stamp: string; lines: { line: string; code: string }[] }>(
    '/projects/1/forecast?through=2027-01',
  );
  const line = sheet.lines.find(({ code }) => code === 'A/31-250')?.line;
  const rows = [{ line, method: 'to complete', input: '8,000', reason: 'Nearly there' }];
  const forecast = { month: '2027-01', stamp: sheet.stamp, rows };
  expect(await app.refused('POST', '/projects/1/forecasts', forecast)).toEqual(['rows/0/input estimate-below-cost']);
  await app.order('POST', '/projects/1/forecasts', { ...forecast, acceptWarnings: true });
  const run = await app.ask<{ rows: { code: string; warnings: { kind: string }[] }[] }>('/recognition?month=2027-01');
  expect(run.rows.find(({ code }) => code === 'GATE')?.warnings.map(({ kind }) => kind)).toEqual([
    'line-over-forecast',
  ]);
  await app.close();
});
