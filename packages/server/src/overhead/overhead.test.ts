import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

interface Sums {
  readonly baseHours: number | null;
  readonly baseCents: number | null;
  readonly appliedCents: number;
  readonly expenseCents: number;
  readonly differenceCents: number;
}
interface Pool {
  readonly id: number;
  readonly code: string;
  readonly months: readonly { readonly month: string; readonly sums: Sums; readonly toApplyCents: number }[];
  readonly toDate: Sums;
}
const add = (kind: string, fields: Readonly<Record<string, string>>) =>
  app.order<{ id: number }>('POST', `/records/${kind}`, { fields });
const pools = async () => (await app.ask<{ pools: Pool[] }>('/overhead?through=2027-01')).pools;
const pool = async (code: string) => (await pools()).find((each) => each.code === code);
const hours = (...rows: readonly (readonly [string, string, string, string])[]) => ({
  ...{ kind: 'hours', weekOn: '2027-01-04' },
  rows: rows.map(([employee, project, code, worked]) => ({
    ...{ employee, project, code, costType: '', text: '' },
    days: [worked, '', '', '', '', '', ''],
  })),
});
const costOf = async (code: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; cost: { amountCents: number } }[] }>(
    '/projects?through=2027-01',
  );
  return rows.find((row) => row.code === code)?.cost.amountCents ?? 0;
};

describe('a pool', () => {
  const YARD = { code: 'YARD', name: 'Yard and rent', accounts: '6100', base: 'labor hours', rate: '12.80' };

  test.each([
    { case: 'of an account that is not there', change: { accounts: '6100 9999' }, refused: 'accounts unknown-code' },
    { case: 'of an account that rules post to', change: { accounts: '6010' }, refused: 'accounts not-an-expense' },
    { case: 'at a rate nobody means', change: { rate: '100,001' }, refused: 'rate number-outside' },
    { case: 'without a rate', change: { rate: '' }, refused: 'rate rate-of-pool' },
    { case: 'with a rate that stands elsewhere', change: { base: 'equipment' }, refused: 'rate rate-of-pool' },
  ])('$case is refused', async ({ change, refused }) => {
    expect(await app.refused('POST', '/records/overhead-pool', { fields: { ...YARD, ...change } })).toEqual([refused]);
  });

  test('gathers an account that no other one gathers, and keeps overhead out of the rates of hours', async () => {
    await add('overhead-pool', YARD);
    const twice = { fields: { ...YARD, code: 'RENT', base: 'direct cost', rate: '2' } };
    expect(await app.refused('POST', '/records/overhead-pool', twice)).toEqual(['accounts account-in-pool']);
    const wage = {
      name: 'Wage',
      group: 'wage',
      amount: '30',
      per: 'hour',
      heads: '',
      hours: '',
      ceiling: '',
      yearlyWage: '',
    };
    const rate = {
      ...{
        side: 'cost',
        employee: 'E1',
        role: '',
        project: '',
        client: '',
        effectiveOn: '2027-01-01',
        rate: '',
        note: '',
      },
      buildUp: [wage, { ...wage, name: 'Overhead', group: 'overhead', amount: '5' }],
    };
    expect(await app.refused('POST', '/rates', rate)).toEqual(['buildUp overhead-twice']);
  });
});

describe('overhead of a month', () => {
  const run = { month: '2027-01' };

  test('is the hours of each phase and code at the rate; time without a project carries none', async () => {
    await post(
      app,
      '2027-01',
      hours(['E1', 'GATE', 'A/31-100', '8'], ['E1', 'DUNE', '31-100', '4'], ['E2', '', '', '8']),
    );
    const bills = { account: '6100', debit: '150.00', credit: '' };
    await app.order('POST', '/journals', {
      ...{ postedOn: '2027-01-20', text: 'Rent' },
      lines: [bills, { ...bills, account: '1010', debit: '', credit: '150.00' }].map((line) => ({
        ...BLANK_LINE,
        ...line,
      })),
    });
    expect(await pool('YARD')).toMatchObject({
      months: [
        { month: '2027-01', toApplyCents: 15_360, sums: { baseHours: 120_000, appliedCents: 0, expenseCents: 15_000 } },
      ],
    });
    const preview = await app.order<{ rows: object[]; totalCents: number }>('POST', '/overhead-runs/preview', run);
    expect(preview).toMatchObject({
      totalCents: 15_360,
      rows: [
        { project: 'GATE Tide gate', coding: 'A/31-100', amountCents: 10_240 },
        { project: 'DUNE Dune', coding: '31-100', amountCents: 5_120 },
      ],
    });
    const before = await costOf('GATE');
    expect(await app.order('POST', '/overhead-runs', run)).toMatchObject({ number: 'OVH-0001' });
    expect((await costOf('GATE')) - before).toBe(10_240);
    expect(await app.refused('POST', '/overhead-runs', run)).toEqual(['month nothing-to-apply']);
  });

  test('applied again takes only what came since, and what a correction took back', async () => {
    await post(app, '2027-01', hours(['E2', 'GATE', 'A/31-100', '2'], ['E1', 'DUNE', '31-100', '-1']));
    await app.order('POST', '/overhead-runs', run);
    expect((await pool('YARD'))?.toDate).toMatchObject({
      appliedCents: 16_640,
      expenseCents: 15_000,
      differenceCents: -1_640,
    });
  });

  test('spent less applied is spread over the projects by what was applied to each; then nothing is apart', async () => {
    const { id = 0 } = (await pool('YARD')) ?? {};
    const body = { poolId: id, through: '2027-01', method: 'spread' };
    const { rows, totalCents } = await app.order<{ rows: { amountCents: number }[]; totalCents: number }>(
      'POST',
      '/overhead-differences/preview',
      body,
    );
    expect([rows.map(({ amountCents }) => amountCents), totalCents]).toEqual([[-1_262, -378], -1_640]);
    const { id: document } = await app.order<{ id: number }>('POST', '/overhead-differences', body);
    expect((await pool('YARD'))?.toDate.differenceCents).toBe(0);
    expect(await app.refused('POST', '/overhead-differences', body)).toEqual(['through nothing-apart']);
    await app.order('POST', `/documents/${document}/reversal`, { reason: 'To the result instead', postedOn: '' });
    await app.order('POST', '/overhead-differences', { ...body, method: 'result' });
    expect((await pool('YARD'))?.toDate.differenceCents).toBe(0);
    const { rows: trial } = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
      '/trial-balance?through=2027-01',
    );
    expect(trial.find(({ code }) => code === '6030')?.balance.amountCents).toBe(-15_000);
    expect(trial.find(({ code }) => code === '6035')?.balance.amountCents).toBe(-1_640);
  });

  test('a rate is proposed from what was spent and worked', async () => {
    const { id = 0 } = (await pool('YARD')) ?? {};
    expect(await app.ask(`/overhead-rate-proposal?poolId=${id}&from=2027-01&through=2027-01`)).toMatchObject({
      ...{ expenseCents: 15_000, baseHours: 130_000, rate: 115_385 },
    });
  });
});

describe('a closed project', () => {
  test('takes no overhead, as it takes no other cost', async () => {
    const bill = { postedOn: '2027-01-28', text: 'Dune' };
    const line = { ...BLANK_LINE, account: '1300', debit: '100', project: 'DUNE', code: '31-250' };
    await app.order('POST', '/journals', { ...bill, lines: [line, { ...BLANK_LINE, account: '1010', credit: '100' }] });
    await add('overhead-pool', { code: 'INS', name: 'Insurance', accounts: '6200', base: 'direct cost', rate: '10' });
    const toApply = async () => (await pool('INS'))?.months[0]?.toApplyCents;
    const before = await toApply();
    const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const dune = rows.find(({ fields }) => fields['code'] === 'DUNE');
    const fields = { ...dune?.fields, status: 'cancelled', actualEndOn: '2027-01-30' };
    await app.order('PUT', `/records/project/${dune?.id}`, { version: dune?.version, fields });
    expect(await toApply()).toBeLessThan(before ?? 0);
  });
});

describe('own equipment', () => {
  test('is charged in a week of hours, and compared with what it really cost', async () => {
    await add('equipment', { code: 'BOAT1', name: 'Workboat', unit: 'hour', rate: '85' });
    await add('overhead-pool', { code: 'BOATS', name: 'Boats', accounts: '6400', base: 'equipment', rate: '' });
    const before = await costOf('GATE');
    const [week] = await post(app, '2027-01', hours(['BOAT1', 'GATE', 'A/31-100', '3']));
    expect((await costOf('GATE')) - before).toBe(25_500);
    expect((await pool('BOATS'))?.toDate).toMatchObject({
      appliedCents: 25_500,
      expenseCents: 0,
      differenceCents: -25_500,
    });
    await app.order('POST', `/documents/${week?.id}/reversal`, { reason: 'Another boat', postedOn: '' });
    expect((await pool('BOATS'))?.toDate.appliedCents).toBe(0);
    expect(await costOf('GATE')).toBe(before);
  });

  test('has a code that nobody has, and keeps its unit once it was charged', async () => {
    const fields = { code: 'E1', name: 'Excavator', unit: 'day', rate: '600' };
    expect(await app.refused('POST', '/records/equipment', { fields })).toEqual(['code code-taken']);
  });
});

const BLANK_LINE = {
  ...{
    account: '',
    debit: '',
    credit: '',
    project: '',
    code: '',
    costType: '',
    party: '',
    employee: '',
    text: '',
  },
};
