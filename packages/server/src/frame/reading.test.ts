import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  invoiceOf,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await app.order('POST', '/journals', {
    postedOn: '2027-01-02',
    text: 'Opening',
    lines: [
      { account: '1010', debit: '90,000', credit: '', text: '' },
      { account: '3010', debit: '', credit: '90,000', text: '' },
    ],
  });
  await post(
    app,
    '2027-01',
    billSheet(
      { ...GOOD_BILL, net: '20,000.00' },
      { ...GOOD_BILL, number: 'N-2', project: '', code: '6100', net: '1,500.00', text: 'Rent of the yard' },
    ),
  );
  await post(
    app,
    '2027-01',
    hoursSheet('2027-01-11', workedDay('E1', 'BOAT', '31-100', '10'), workedDay('E2', '', '', '4')),
  );
  await app.order('POST', '/invoices', invoiceOf('GATE', 'percent', '40'));
  await app.order('POST', '/invoices', invoiceOf('DUNE', 'percent', '10'));
  await recognize(app, '2027-01');
  await app.order('POST', '/drafts', { month: '2027-01', sheet: billSheet({ ...GOOD_BILL, number: 'N-3' }) });
});
afterAll(() => app.close());

test('the frame: months with what was earned and billed, ties, what waits', async () => {
  const frame = await app.ask<{ ribbon: unknown[]; ties: { oneCents: number; otherCents: number }[] }>('/frame');
  expect(frame).toMatchObject({
    company: { name: 'Test Works' },
    user: 'Tester',
    currentMonth: '2027-01',
    through: '2027-01',
    recognizedThrough: '2027-01',
    drafts: { bills: 1, hours: 0 },
  });
  expect(frame.ribbon).toEqual([{ month: '2027-01', earnedCents: 2_500_000, billedCents: 4_500_000, locked: false }]);
  expect(frame.ties).toHaveLength(14);
  for (const { oneCents, otherCents } of frame.ties) expect(oneCents).toBe(otherCents);
});

describe('finding', () => {
  const find = async (text: string) =>
    (await app.ask<{ hits: { kind: string; code: string }[] }>(`/search?text=${encodeURIComponent(text)}`)).hits.map(
      ({ kind, code }) => `${kind} ${code}`,
    );
  test.each([
    { typed: 'tide', hits: ['project GATE'] },
    { typed: 'norsand', hits: ['supplier STONE'] },
    { typed: 'N-2', hits: ['bill N-2'] },
    { typed: '1,500.00', hits: ['bill N-2'] },
    { typed: 'of the yard', hits: ['bill N-2'] },
    { typed: '20 jan', hits: ['bill N-2', 'bill N-1'] },
    { typed: '%', hits: [] },
    { typed: "'; DROP TABLE project", hits: [] },
  ])('$typed', async ({ typed, hits }) => {
    expect(await find(typed)).toEqual(hits);
  });
});

describe('statements of the month, worked by hand', () => {
  test('income: revenue 25,000 less cost 20,000 less rent 1,500 and 4 h at 38.7544', async () => {
    const income = await app.ask<{ netIncome: { amountCents: number }[]; grossProfit: number[] }>(
      '/income-statement?through=2027-01&from=2027-01',
    );
    expect(income.grossProfit).toEqual([500_000, 500_000]);
    // 500,000 − 150,000 − 15,502.
    expect(income.netIncome.map(({ amountCents }) => amountCents)).toEqual([334_498, 334_498]);
  });

  test('balance sheet: GATE overbilled by 15,000 and DUNE by 5,000, nothing netted across', async () => {
    expect(await app.ask('/balance-sheet?through=2027-01')).toMatchObject({
      contractAssets: { amountCents: 0 },
      contractLiabilities: { amountCents: 2_000_000 },
      profitThisYear: { amountCents: 334_498 },
      earlierProfit: { amountCents: 0 },
    });
  });

  test('next year the profit is one of earlier years', async () => {
    expect(await app.ask('/balance-sheet?through=2028-01')).toMatchObject({
      profitThisYear: { amountCents: 0 },
      earlierProfit: { amountCents: 334_498 },
    });
  });

  test('profitability: what no project carries stands apart, and all of it is the company', async () => {
    const report = await app.ask<{
      rows: { code: string; profit: { amountCents: number } }[];
      unassigned: { profit: { amountCents: number } };
      total: { profit: { amountCents: number } };
    }>('/profitability?through=2027-01&from=2027-01&by=project');
    expect(report.rows.map(({ code, profit }) => [code, profit.amountCents])).toEqual([
      ['BOAT', 0],
      ['DUNE', 0],
      ['GATE', 500_000],
    ]);
    expect([report.unassigned.profit.amountCents, report.total.profit.amountCents]).toEqual([-165_502, 334_498]);
  });
});

describe('a trace', () => {
  test('of a posted figure lists the lines that add up to it, each with its document', async () => {
    const trace = await app.ask<{ amountCents: number; lines: { amountCents: number; documentNumber: string }[] }>(
      '/trace?figure=cost.p1.t2027-01',
    );
    expect(trace.amountCents).toBe(2_000_000);
    expect(trace.lines.map(({ documentNumber, amountCents }) => [documentNumber, amountCents])).toEqual(
      expect.arrayContaining([
        ['N-1', 2_000_000],
        ['Recognition Jan 2027', 2_000_000],
        ['Recognition Jan 2027', -2_000_000],
      ]),
    );
    expect(trace.lines.reduce((sum, { amountCents }) => sum + amountCents, 0)).toBe(2_000_000);
  });

  test('of the overbilled contracts names each of them', async () => {
    const trace = await app.ask<{ inputs: { label: string; amountCents: number }[] }>(
      '/trace?figure=contract-liabilities.t2027-01',
    );
    expect(trace.inputs.map(({ label, amountCents }) => [label, amountCents])).toEqual([
      ['GATE Tide gate', 1_500_000],
      ['DUNE Dune', 500_000],
    ]);
  });

  test('of a contract tells its changes, with reasons and who recorded them', async () => {
    const trace = await app.ask<{ inputs: { label: string }[] }>('/trace?figure=contract.p1.t2027-01');
    expect(trace.inputs).toHaveLength(1);
    expect(trace.inputs[0]?.label).toContain('Tester');
  });

  test('of what is no figure is refused', async () => {
    expect(await app.refused('GET', '/trace?figure=nonsense', undefined)).toEqual(['figure unknown-code']);
  });
});

test('documents are found by number, party and what is open', async () => {
  const find = async (query: string) =>
    (await app.ask<{ rows: { number: string }[] }>(`/documents?through=2027-01&${query}`)).rows.map(
      ({ number }) => number,
    );
  expect(await find('kind=bill')).toEqual(['N-2', 'N-1']);
  expect(await find('kind=bill&text=norsand')).toEqual(['N-2', 'N-1']);
  expect(await find('text=N-2')).toEqual(['N-2']);
  expect(await find('kind=invoice&open=yes')).toEqual(['INV-0002', 'INV-0001']);
  expect(await find('kind=receipt')).toEqual([]);
});
