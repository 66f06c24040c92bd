import { expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { billSheet, BLANK_BILL, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';

// GATE: 100,000 for crew 30,000 and stone 50,000.
const company = smallCompany();
type Sheet = Answer<'forecast'>;
const GATE = 1;

const bill = (app: TestApp, month: string, number: string, net: string, code = 'A/31-250') =>
  post(
    app,
    month,
    billSheet({
      ...{ ...BLANK_BILL, supplier: 'STONE', datedOn: `${month}-20`, project: 'GATE' },
      ...{ number, net, code, costType: code === '31-100' ? 'labor' : '' },
    }),
  );
const sheet = (app: TestApp, month: string) => app.ask<Sheet>(`/projects/${GATE}/forecast?through=${month}`);

/** Keeps the sheet of a month, its lines as given or as they were copied. */
async function forecast(
  app: TestApp,
  month: string,
  edit: (row: { line: string; method: string; input: string; reason: string }, code: string) => typeof row = (row) =>
    row,
): Promise<void> {
  const { stamp, lines } = await sheet(app, month);
  const rows = lines.map(({ line, method, input, reason, code }) => edit({ line, method, input, reason }, code));
  await app.order('POST', `/projects/${GATE}/forecasts`, { month, stamp, rows, acceptWarnings: true });
}

async function estimates(app: TestApp, month: string) {
  const wip = await app.ask<Answer<'wip-schedule'>>(`/wip-schedule?through=${month}`);
  const run = await app.ask<Answer<'recognition'>>(`/recognition?month=${month}`);
  const page = await app.ask<Answer<'project'>>(`/projects/${GATE}?through=${month}`);
  const inList = [wip.rows, run.rows].map(
    (rows) => rows.find(({ code }) => code === 'GATE')?.estimate.amountCents ?? null,
  );
  return [...inList, page.position.estimate.amountCents, page.budgetTotals.estimateCents];
}
const everywhere = (amount: number) => [amount, amount, amount, amount];

test('a line by budget is worked out anew as of every later month, and as of its own until that is recognized', async () => {
  const app = await company.open();
  await bill(app, '2027-01', 'N-1', '20,000');
  await forecast(app, '2027-01');
  // 40,000 more: 60,000 of stone, and it was forecast at its budget of 50,000.
  await bill(app, '2027-01', 'N-2', '40,000');
  expect(await estimates(app, '2027-01')).toEqual(everywhere(9_000_000));
  await recognize(app, '2027-01');
  expect(await estimates(app, '2027-01'), 'as the run took it').toEqual(everywhere(9_000_000));
  app.setToday('2027-02-20');
  await bill(app, '2027-01', 'N-3', '5,000');
  expect(await estimates(app, '2027-01'), 'what comes later changes nothing of the month').toEqual(
    everywhere(9_000_000),
  );
  expect(await estimates(app, '2027-02')).toEqual(everywhere(9_500_000));
  await bill(app, '2027-02', 'N-4', '1,000');
  expect(await estimates(app, '2027-02')).toEqual(everywhere(9_600_000));
  await app.close();
});

test('a run that is taken back gives the rule back, and as known before it nothing is different', async () => {
  const app = await company.open();
  await bill(app, '2027-01', 'N-1', '20,000');
  await forecast(app, '2027-01');
  const { id } = await recognize(app, '2027-01');
  await bill(app, '2027-01', 'N-2', '40,000');
  expect((await estimates(app, '2027-01'))[0]).toBe(8_000_000);
  await app.order('POST', '/recognition/reversal', { documentId: id, reason: 'Too early' });
  expect(await estimates(app, '2027-01')).toEqual(everywhere(9_000_000));
  await app.close();
});

test('lines by other rules stay; once overtaken, the run names them with what they change, most first', async () => {
  const app = await company.open();
  await bill(app, '2027-01', 'N-1', '20,000');
  await bill(app, '2027-01', 'N-2', '10,000', '31-100');
  await forecast(app, '2027-01', (row, code) =>
    code === 'A/31-250'
      ? { ...row, method: 'run rate', input: '50', reason: 'Measured' }
      : { ...row, method: 'to complete', input: '10,000', reason: 'Crew is quick' },
  );
  // Stone 40,000, crew 20,000.
  expect(await estimates(app, '2027-01')).toEqual(everywhere(6_000_000));
  await bill(app, '2027-01', 'N-3', '30,000');
  await bill(app, '2027-01', 'N-4', '12,000', '31-100');
  expect(await estimates(app, '2027-01')).toEqual(everywhere(6_000_000));
  const { rows } = await app.ask<Answer<'recognition'>>('/recognition?month=2027-01');
  const warnings = rows.find(({ code }) => code === 'GATE')?.warnings ?? [];
  expect(warnings.filter(({ kind }) => kind === 'line-over-forecast').map(({ message }) => message)).toEqual([
    expect.stringContaining('A/31-250'),
    expect.stringContaining('31-100'),
  ]);
  await app.close();
});

test('an unedited copy moves nothing', async () => {
  const app = await company.open();
  await bill(app, '2027-01', 'N-1', '20,000');
  await forecast(app, '2027-01', (row, code) =>
    code === 'A/31-250' ? { ...row, method: 'run rate', input: '50', reason: 'Measured' } : row,
  );
  app.setToday('2027-02-20');
  await bill(app, '2027-02', 'N-2', '5,000');
  const before = await estimates(app, '2027-02');
  await forecast(app, '2027-02');
  expect(await estimates(app, '2027-02')).toEqual(before);
  expect((await sheet(app, '2027-02')).latest?.month).toBe('2027-02');
  await app.close();
});
