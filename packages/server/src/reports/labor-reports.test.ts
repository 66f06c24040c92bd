import { afterAll, beforeAll, expect, test } from 'vitest';
import { openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
const part = (name: string, group: string, amount: string, per: string) => ({
  ...{ name, group, amount, per, heads: '', hours: '', ceiling: '', yearlyWage: '' },
});
const row = (employee: string, project: string, code: string, days: readonly string[], more: object = {}) => ({
  ...{ employee, project, code, costType: '', text: '', days: Array.from({ length: 7 }, (_, day) => days[day] ?? '') },
  ...more,
});
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await app.order('POST', '/records/activity', { fields: { code: 'DIVE', name: 'Diving' } });
  const scope = { role: '', project: '', client: '', note: '', effectiveOn: '2027-01-01' };
  const buildUp = [
    part('Wage', 'wage', '30', 'hour'),
    part('Tax', 'taxes', '10', '% of wage'),
    part('Health', 'benefits', '3', 'hour'),
  ];
  await app.order('POST', '/rates', { ...scope, side: 'cost', employee: 'E1', rate: '', buildUp });
  await app.order('POST', '/rates', { ...scope, side: 'bill', employee: '', rate: '60', buildUp: [] });
  const rows = [
    row('E1', 'GATE', 'A/31-100', ['8', '8'], { activity: 'DIVE' }),
    row('E1', 'GATE', 'A/31-100', ['2'], { pay: 'overtime' }),
    row('E1', 'DUNE', '31-100', ['', '', '4']),
    row('E2', '', '', ['', '', '', '6']),
    row('E2', '', '', ['8'], { pay: 'leave' }),
  ];
  await post(app, '2027-01', { kind: 'hours', weekOn: '2027-01-11', rows });
});
afterAll(() => app.close());

interface Hours {
  readonly rows: readonly Readonly<Record<string, number | string | null>>[];
}
const hours = (question: string) => app.ask<Hours>(`/hours-report?through=2027-01&from=2027-01&${question}`);

test.each([
  {
    by: 'activity',
    rows: [
      ['DIVE', 160_000],
      ['', 120_000],
    ],
  },
  {
    by: 'code',
    rows: [
      ['31-100', 220_000],
      ['', 60_000],
    ],
  },
  { by: 'month', rows: [['2027-01', 280_000]] },
])('hours per $by', async ({ by, rows }) => {
  const known = (await hours(`by=${by}`)).rows.map((each) => [each['code'], each['hours']]);
  expect(known.toSorted()).toEqual(rows.toSorted());
});

test('hours per person and month, and of one project alone', async () => {
  const gate = (await app.ask<{ rows: { id: number; code: string }[] }>('/projects?through=2027-01')).rows.find(
    ({ code }) => code === 'GATE',
  );
  const { rows } = await hours(`by=person and month&project=${gate?.id}`.replace(/ /g, '%20'));
  expect(rows).toMatchObject([{ code: 'E1', name: 'A. Brisk, Jan 2027', hours: 180_000, billCents: 108_000 }]);
});

test('a project earns so much an hour: the effective rate', async () => {
  const { stamp } = await app.ask<{ stamp: string }>('/recognition?month=2027-01');
  await app.order('POST', '/recognition', { month: '2027-01', stamp });
  const { rows } = await hours('by=project');
  const gate = rows.find(({ code }) => code === 'GATE');
  const earned = Number(gate?.['earnedCents']);
  expect(earned).toBeGreaterThan(0);
  expect(gate?.['earnedPerHour']).toBe(Math.round((earned * 1_000_000) / 180_000));
});

test('labor cost is made up of wage, taxes and benefits as the rates were built; what is not told stands apart', async () => {
  const { rows, totals } = await app.ask<Hours & { totals: object }>('/labor-composition?through=2027-01&from=2027-01');
  // 16 h × 36.00 and 2 h × 52.50; 4 h × 36.00; 14 h × 38.7544 of a rate that is a figure alone, the leave of 8 h among them.
  expect(rows).toMatchObject([
    { code: 'DUNE', wageCents: 12_000, taxesCents: 1_200, benefitsCents: 1_200, totalCents: 14_400 },
    { code: 'GATE', wageCents: 57_000, taxesCents: 5_700, benefitsCents: 5_400, totalCents: 68_100 },
    { code: '', wageCents: 0, notToldCents: 54_257, totalCents: 54_257 },
  ]);
  expect(totals).toMatchObject({ wageCents: 69_000, notToldCents: 54_257, trueUpCents: 0 });
});

test('a certified payroll has straight time and overtime of a week on one project, with what was withheld', async () => {
  const blank = { overtimeHours: '', grossOvertime: '', insurance: '', benefits: '', net: '', text: '' };
  const pay = { employee: 'E1', regularHours: '22', grossRegular: '690', employerTaxes: '70', withheld: '120' };
  await post(app, '2027-01', {
    ...{ kind: 'payroll', from: '2027-01-11', through: '2027-01-24', paidOn: '2027-01-24', fee: '' },
    rows: [{ ...blank, ...pay }],
  });
  const gate = (await app.ask<{ rows: { id: number; code: string }[] }>('/projects?through=2027-01')).rows.find(
    ({ code }) => code === 'GATE',
  );
  const { rows } = await app.ask<Hours>(`/certified-payroll?through=2027-01&week=2027-01-14&project=${gate?.id}`);
  const latest = await app.ask<Hours>(`/certified-payroll?through=2027-03&project=${gate?.id}`);
  expect(latest.rows, 'where no week is named, the latest with hours').toEqual(rows);
  expect(rows).toMatchObject([
    {
      code: 'E1',
      pay: 'regular',
      hours: 160_000,
      wage: 300_000,
      grossCents: 48_000,
      grossInAllCents: 60_000,
      fringeCents: 4_800,
      withheldCents: 12_000,
      netCents: 57_000,
    },
    { code: 'E1', pay: 'overtime', hours: 20_000, wage: 450_000, grossCents: 9_000, withheldCents: null },
  ]);
  const pdf = await fetch(
    `${app.address}/api/reports/certified-payroll.pdf?through=2027-01&week=2027-01-14&project=${gate?.id}`,
  );
  expect((await pdf.text()).slice(0, 5)).toBe('%PDF-');
});

test('hours of a table that is not in the books are joined by their codes; lines that match nothing are listed', async () => {
  const csv =
    'employee,project,activity,day,hours\nE1,GATE,DIVE,2027-01-12,8\nE1,,,1/13,2\nnobody,GATE,,2027-01-12,8\n';
  const joined = await app.order<{ report: Hours; unmatched: object[] }>('POST', '/hours-tables', {
    csv,
    by: 'project',
  });
  expect(joined.report.rows).toMatchObject([
    { name: 'Without a project', hours: 20_000, costCents: 7_200, billCents: 0 },
    { code: 'GATE', hours: 80_000, costCents: 28_800, billCents: 48_000, earnedPerHour: null },
  ]);
  expect(joined.unmatched).toMatchObject([
    { row: 4, text: 'nobody, GATE, , 2027-01-12, 8', problems: [{ kind: 'unknown-code' }] },
  ]);
});
