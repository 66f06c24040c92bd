import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp(undefined, { demo: true });
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

const BLANK = {
  ...{ employee: '', regularHours: '', overtimeHours: '', grossRegular: '', grossOvertime: '', employerTaxes: '' },
  ...{ insurance: '', benefits: '', withheld: '', net: '', text: '' },
};
const payroll = (from: string, through: string, ...rows: readonly object[]) => ({
  ...{ kind: 'payroll', from, through, paidOn: through, fee: '' },
  rows: rows.map((row) => ({ ...BLANK, ...row })),
});
const hours = (weekOn: string, ...rows: readonly (readonly [string, string, string, string])[]) => ({
  ...{ kind: 'hours', weekOn },
  rows: rows.map(([employee, project, code, worked]) => ({
    ...{ employee, project, code, costType: '', text: '' },
    days: ['', '', '', '', '', '', ''].map((_, day) => (worked.split(' ')[day] ?? '').replace(/^-$/, '')),
  })),
});
interface Sums {
  readonly appliedCents: number;
  readonly paidCents: number;
  readonly settledCents: number;
  readonly differenceCents: number;
}
interface Clearing {
  readonly periods: readonly { readonly id: number; readonly trueUp: string; readonly sums: Sums }[];
  readonly unpaid: {
    readonly rows: readonly { employee: string; appliedCents: number }[];
    readonly appliedCents: number;
  };
  readonly balanceCents: number;
  readonly otherCents: number;
}
const clearing = () => app.ask<Clearing>('/labor-clearing');
const costOf = async (code: string): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; cost: { amountCents: number } }[] }>(
    '/projects?through=2027-01',
  );
  return rows.find((row) => row.code === code)?.cost.amountCents ?? 0;
};

describe('labor and payroll', () => {
  test('reach the books once: hours at rates, payroll against them, the difference is seen', async () => {
    // 24 + 16 + 18 + 18 + 20 h: 40, 36 and 20 h at 38.7544 on three codings.
    await post(
      app,
      '2027-01',
      hours('2027-01-04', ['E2', 'GATE', 'A/31-100', '20 20'], ['E2', 'DUNE', '31-100', '- - 18 18']),
    );
    await post(app, '2027-01', hours('2027-01-11', ['E2', 'BOAT', '31-100', '20']));
    expect(await clearing()).toMatchObject({
      ...{ periods: [], balanceCents: 372_043, otherCents: 0 },
      unpaid: { appliedCents: 372_043, rows: [{ employee: 'E2 T. Callow' }] },
    });
    const [posted] = await post(
      app,
      '2027-01',
      payroll('2027-01-04', '2027-01-17', {
        employee: 'E2',
        regularHours: '96',
        grossRegular: '3,000',
        employerTaxes: '846.90',
        withheld: '600',
      }),
    );
    const { periods, balanceCents, otherCents, unpaid } = await clearing();
    expect(periods).toMatchObject([
      { id: posted?.id, sums: { appliedCents: 372_043, paidCents: 384_690, settledCents: 0, differenceCents: 12_647 } },
    ]);
    expect([balanceCents, otherCents, unpaid.rows]).toEqual([-12_647, 0, []]);
  });

  test('the true-up is seen per project before it is posted, and clearing is then zero', async () => {
    const [{ id = 0 } = {}] = (await clearing()).periods;
    const body = { payrollId: id, method: 'spread' };
    const before = await costOf('GATE');
    const preview = await app.order<{ rows: { project: string; amountCents: number }[]; totalCents: number }>(
      ...(['POST', '/true-ups/preview', body] as const),
    );
    expect(preview.rows.map((row) => [row.amountCents, row.project])).toEqual([
      [5_270, 'GATE Tide gate'],
      [4_742, 'DUNE Dune'],
      [2_635, 'BOAT Workboat'],
    ]);
    expect(preview.totalCents).toBe(12_647);
    const posted = await app.order<{ id: number; number: string }>('POST', '/true-ups', body);
    expect(posted.number).toBe('TRU-0001');
    expect((await costOf('GATE')) - before).toBe(5_270);
    expect(await clearing()).toMatchObject({
      ...{ balanceCents: 0, otherCents: 0 },
      periods: [{ trueUp: 'TRU-0001', sums: { settledCents: 12_647, differenceCents: 0 } }],
    });
    expect(await app.refused('POST', '/true-ups', body)).toEqual(['nothing-to-true-up']);
    const frame = await app.ask<{ ties: { name: string; oneCents: number; otherCents: number }[] }>(
      '/frame?through=2027-01',
    );
    for (const { name, oneCents, otherCents } of frame.ties) expect([name, oneCents]).toEqual([name, otherCents]);
  });

  test('a payroll is not taken back before its true-up; both reversed, the account is as before', async () => {
    const [{ id = 0 } = {}] = (await clearing()).periods;
    const reversal = { reason: 'Wrong', postedOn: '' };
    expect(await app.refused('POST', `/documents/${id}/reversal`, reversal)).toEqual(['true-up-first']);
    const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01&kind=true-up');
    await app.order('POST', `/documents/${rows[0]?.id}/reversal`, reversal);
    await app.order('POST', `/documents/${id}/reversal`, reversal);
    expect(await clearing()).toMatchObject({ periods: [], balanceCents: 372_043, otherCents: 0 });
  });

  test('or it goes to labor variance, and projects stay as they are', async () => {
    await post(app, '2027-01', payroll('2027-01-04', '2027-01-17', { grossRegular: '3,700' }));
    const before = await costOf('GATE');
    const [{ id = 0 } = {}] = (await clearing()).periods;
    const settings = { name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
    await app.order('PUT', '/company', { ...settings, laborCost: 'standard' });
    const spread = { payrollId: id, method: 'spread' };
    expect(await app.refused('POST', '/true-ups', spread)).toEqual(['method labor-at-standard']);
    await app.order('POST', '/true-ups', { payrollId: id, method: 'variance' });
    expect(await costOf('GATE')).toBe(before);
    expect(await clearing()).toMatchObject({
      balanceCents: 0,
      periods: [{ sums: { differenceCents: 0, settledCents: -2_043 } }],
    });
  });
});

test('the same register is refused the second time', async () => {
  const sheet = payroll('2027-01-04', '2027-01-17', { grossRegular: '3,700' });
  const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', { month: '2027-01', sheet });
  const order = { month: '2027-01', version: draft.version, acceptWarnings: true };
  expect(await app.refused('POST', `/drafts/${draft.id}/posting`, order)).toEqual(['from period-paid']);
});

test('a supplement adds to a period, takes no hours of its own, and is taken back before it', async () => {
  const own = await openApp(undefined, { demo: true });
  await setUpSmallCompany(own);
  const read = () => own.ask<Clearing>('/labor-clearing');
  await post(
    own,
    '2027-01',
    hours('2027-01-04', ['E1', 'GATE', 'A/31-100', '8 8 8 8 8'], ['E2', 'GATE', 'A/31-100', '8']),
  );
  await post(own, '2027-01', hours('2027-01-11', ['E2', 'GATE', 'A/31-100', '8']));
  const [base] = await post(
    own,
    '2027-01',
    payroll('2027-01-04', '2027-01-10', { employee: 'E1', grossRegular: '1,600' }),
  );
  // E2 is paid for two weeks, over the week of E1: the hours of the first week are E2's own and count once.
  await post(own, '2027-01', payroll('2027-01-04', '2027-01-17', { employee: 'E2', grossRegular: '620.08' }));
  expect((await read()).periods.map(({ sums }) => [sums.appliedCents, sums.paidCents])).toEqual([
    [62_008, 62_008],
    [160_000, 160_000],
  ]);
  const number = 'Payroll 2027-01-04 to 2027-01-10';
  const more = {
    ...payroll('', '', { employee: 'E1', grossRegular: '50' }),
    paidOn: '2027-01-20',
    supplementTo: number,
  };
  const [supplement] = await post(own, '2027-01', more);
  expect(supplement?.number).toBe(`Supplement to ${number}`);
  const { periods, balanceCents, otherCents } = await read();
  expect(periods.map(({ sums }) => sums.differenceCents)).toEqual([0, 5_000]);
  expect([balanceCents, otherCents]).toEqual([-5_000, 0]);
  const reversal = { reason: 'Wrong', postedOn: '' };
  expect(await own.refused('POST', `/documents/${base?.id}/reversal`, reversal)).toEqual(['supplement-first']);
  await own.order('POST', '/true-ups', { payrollId: base?.id, method: 'spread' });
  expect((await read()).balanceCents).toBe(0);
  expect(await own.refused('POST', `/documents/${supplement?.id}/reversal`, reversal)).toEqual(['true-up-first']);
  const [second] = await post(own, '2027-01', more);
  expect(second?.number).toBe(`Supplement to ${number} (2)`);
  expect(await own.ask('/labor-state')).toEqual({ periods: 2, withoutTrueUp: 2 });
  await own.close();
});

test('hours go to the bureau, and its register comes back as a payroll that waits', async () => {
  await post(app, '2027-01', hours('2027-01-18', ['E1', 'GATE', 'A/31-100', '8 8 8 8 8'], ['E2', '', '', '8 8 8 8 8']));
  const period = { from: '2027-01-18', through: '2027-01-31' };
  const file = await fetch(`${app.address}/api/pay-period-hours.csv?from=${period.from}&through=${period.through}`);
  expect(await file.text()).toBe(
    'employee,regularHours,overtimeHours,doubleHours,leaveHours,wage\nE1,40,0,0,0,40\nE2,40,0,0,0,38.7544\n',
  );
  const register = await app.order<{ name: string; csv: string }>('POST', '/stand-ins/payroll-bureau', period);
  const { drafts } = await app.order<{ drafts: { id: number; title: string }[] }>('POST', '/sheet-imports/payroll', {
    ...register,
    month: '2027-01',
  });
  expect(drafts).toMatchObject([{ title: 'Payroll 2027-01-18 to 2027-01-31' }]);
});

test('one wrong day is taken back by its own row; the week it was posted with is then not reversed over it', async () => {
  const before = await costOf('DUNE');
  const [week] = await post(
    app,
    '2027-01',
    hours('2027-01-25', ['E1', 'DUNE', '31-100', '8 8'], ['E2', 'DUNE', '31-100', '8']),
  );
  const [correction] = await post(app, '2027-01', hours('2027-01-25', ['E1', 'DUNE', '31-100', '=-8']));
  // E1 keeps 8 h × 40.00, E2 8 h × 38.7544.
  expect((await costOf('DUNE')) - before).toBe(32_000 + 31_004);
  const reversal = { reason: 'Wrong', postedOn: '' };
  expect(await app.refused('POST', `/documents/${week?.id}/reversal`, reversal)).toEqual(['corrected-since']);
  await app.order('POST', `/documents/${correction?.id}/reversal`, reversal);
  await app.order('POST', `/documents/${week?.id}/reversal`, reversal);
  expect(await costOf('DUNE')).toBe(before);
});

test('what payroll left owed is paid from the bank, all of it or a part, and never more', async () => {
  const [owed] = (await app.ask<{ rows: { code: string; owedCents: number }[] }>('/payroll-liabilities')).rows;
  const pay = (amount: string) => ({ account: owed?.code ?? '', paidOn: '1/31', amount });
  const all = ((owed?.owedCents ?? 0) / 100).toFixed(2);
  expect(owed?.owedCents).toBeGreaterThan(0);
  expect(await app.refused('POST', '/liability-payments', pay(`=${all}+0.01`))).toEqual(['amount over-open-amount']);
  const { id } = await app.order<{ id: number }>('POST', '/liability-payments', pay(all));
  const { document } = await app.ask<{ document: { kind: string; memo: string } }>(`/documents/${id}`);
  expect(document).toMatchObject({ kind: 'payment', memo: 'Net pay' });
  expect((await app.ask<{ rows: { owedCents: number }[] }>('/payroll-liabilities')).rows[0]?.owedCents).toBe(0);
});
