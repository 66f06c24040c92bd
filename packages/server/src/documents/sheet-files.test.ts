import { afterAll, beforeAll, expect, test } from 'vitest';
import { BLANK_ORDER_ROW } from '@lowtide/core/documents/order/form.ts';
import { billed, LINE, orderSheet } from '../orders.test.support.ts';
import { openApp, post, setUpSmallCompany, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();
let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  const first = { supplier: 'STONE', number: 'Q-1', datedOn: '1/12', total: '1,500.00', project: 'GATE' };
  await post(app, '2027-01', {
    ...{ kind: 'bills', controlTotal: '1,500.00' },
    rows: [
      { ...BLANK_BILL, ...first, code: 'A/31-250', net: '=1000+200', text: 'Sand, "washed"' },
      { ...BLANK_BILL, project: 'GATE', code: 'A/31-250', net: '300.00' },
    ],
  });
  const days = ['8', '7.5', '', '', '', '', ''];
  const hours = { employee: 'E1', project: 'GATE', code: 'A/31-250', costType: '', text: '', days };
  await post(app, '2027-01', { kind: 'hours', weekOn: '2027-01-11', rows: [hours] });
  await post(app, '2027-01', { kind: 'hours', weekOn: '2027-01-18', rows: [hours] });
  const side = { project: '', code: '', costType: '', party: '', employee: '', text: '', debit: '', credit: '' };
  const rows = [
    { ...side, account: '6100', debit: '40' },
    { ...side, account: '1010', credit: '40' },
  ];
  await post(app, '2027-01', { kind: 'journal', datedOn: '+0', text: 'Fee', rows });
});
afterAll(() => app.close());

const BLANK_BILL = {
  ...{ supplier: '', number: '', datedOn: '', dueOn: '', total: '', project: '', code: '', costType: '', net: '' },
  ...{ tax: '', text: '' },
};

const saved = async (kind: string, query = ''): Promise<string> => {
  const answer = await fetch(`${app.address}/api/sheet-files/${kind}.csv${query}`);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'text/csv; charset=utf-8']);
  return answer.text();
};
type Drafts = { readonly drafts: readonly { readonly id: number; readonly title: string; readonly rows: number }[] };
const imported = (kind: string, csv: string) =>
  app.order<Drafts>('POST', `/sheet-imports/${kind}`, { month: '2027-03', name: `${kind}.csv`, csv });
const sheet = async (id: number) =>
  (await app.ask<{ sheet: Record<string, unknown> }>(`/drafts/${id}?month=2027-01`)).sheet;

test('posted bills go out line by line, their days as they were posted, and come back as a sheet that waits', async () => {
  const csv = await saved('bills');
  expect(csv).toBe(
    'supplier,number,datedOn,dueOn,total,project,code,costType,net,tax,text,order,quantity,spread,retention,paid\n' +
      `STONE,Q-1,2027-01-12,,"1,500.00",GATE,A/31-250,,'=1000+200,,"Sand, ""washed""",,,,,\n` +
      ',,,,,GATE,A/31-250,,300.00,,,,,,,\n',
  );
  const { drafts } = await imported('bills', csv);
  expect(drafts).toMatchObject([{ rows: 2 }]);
  expect(await sheet(drafts[0]?.id ?? 0)).toMatchObject({
    rows: [
      { supplier: 'STONE', datedOn: '2027-01-12', net: '=1000+200', text: 'Sand, "washed"' },
      { supplier: '', net: '300.00' },
    ],
  });
});

test('weeks of hours come back as a sheet each', async () => {
  const csv = await saved('hours', '?from=2027-01-11&through=2027-01-31');
  expect(csv.split('\n')[0]).toBe(
    'weekOn,employee,project,code,costType,mon,tue,wed,thu,fri,sat,sun,pay,billable,activity,text',
  );
  const { drafts } = await imported('hours', csv);
  expect(drafts).toMatchObject([
    { title: 'Week of 2027-01-11', rows: 1 },
    { title: 'Week of 2027-01-18', rows: 1 },
  ]);
  expect(await sheet(drafts[1]?.id ?? 0)).toMatchObject({ rows: [{ days: ['8', '7.5', '', '', '', '', ''] }] });
});

test('a journal comes back with its day and text', async () => {
  const csv = await saved('journal');
  const { drafts } = await imported('journal', csv);
  expect(await sheet(drafts[0]?.id ?? 0)).toMatchObject({ datedOn: '2027-01-31', text: 'Fee', rows: [{}, {}] });
});

test('one document alone, and days in between', async () => {
  const { rows } = await app.ask<{ rows: { id: number }[] }>('/documents?through=2027-01&kind=hours');
  const lines = async (query: string): Promise<number> =>
    (await saved('hours', query)).trimEnd().split('\n').length - 1;
  expect(await lines(`?id=${rows[0]?.id}`)).toBe(1);
  expect(await lines('?through=2027-01-11')).toBe(1);
  expect(await lines('?from=2027-02-01')).toBe(0);
});

test('days are read by the order of the books, whatever separates the columns', async () => {
  const csv = 'Week on;Employee;Project;Code;Mon\n01/03/2027;E1;GATE;A/31-250;8\n';
  const other = `${csv}\n`;
  const title = async (of: string): Promise<string | undefined> => (await imported('hours', of)).drafts[0]?.title;
  expect(await title(csv)).toBe('Week of 2026-12-28');
  const company = { name: 'Small', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
  await app.order('PUT', '/company', { ...company, dayOrder: 'day first' });
  expect(await title(other)).toBe('Week of 2027-03-01');
  await app.order('PUT', '/company', company);
});

test.each([
  { case: 'an unknown column', csv: 'weekOn,who\n2027-01-11,E1\n', problem: 'row 1 column-unknown' },
  { case: 'a week that is none', csv: 'weekOn,employee\nsoon,E1\n', problem: 'row 2/weekOn unreadable-day' },
  { case: 'no week', csv: 'employee\nE1\n', problem: 'row 1 column-missing' },
  { case: 'no line', csv: 'weekOn,employee\n', problem: 'row 2 nothing-entered' },
  {
    case: 'more lines than a sheet has',
    csv: `weekOn,employee\n${'2027-01-11,E1\n'.repeat(2_001)}`,
    problem: 'csv file-unreadable',
  },
])('$case is refused, and no sheet is begun', async ({ csv, problem }) => {
  const before = await app.ask<Drafts & { rows: unknown[] }>('/drafts');
  const body = { month: '2027-03', name: 'x.csv', csv };
  expect(await app.refused('POST', '/sheet-imports/hours', body)).toContain(problem);
  expect((await app.ask<{ rows: unknown[] }>('/drafts')).rows).toHaveLength(before.rows.length);
});

test('orders of one supplier come back apart, with the day they were posted; bills keep their order, quantity and retention', async () => {
  const app = await company.open();
  const file = async (kind: string) => (await fetch(`${app.address}/api/sheet-files/${kind}.csv`)).text();
  const back = async (kind: string, csv: string) => {
    const { drafts } = await app.order<Drafts>('POST', `/sheet-imports/${kind}`, {
      ...{ month: '2027-03', name: `${kind}.csv`, csv },
    });
    const kept = await app.ask<{ preview: { documents: number }; sheet: { rows: object[] } }>(
      `/drafts/${drafts[0]?.id}?month=2027-01`,
    );
    return { documents: kept.preview.documents, rows: kept.sheet.rows };
  };
  await post(app, '2027-01', orderSheet({ ...LINE, datedOn: '' }, BLANK_ORDER_ROW, LINE));
  const orders = await back('orders', await file('orders'));
  expect(orders.documents).toBe(2);
  expect(orders.rows).toMatchObject([{ datedOn: '2027-01-10' }, { text: '' }, { datedOn: '2027-01-31' }, { text: '' }]);
  const row = { order: 'PO-0001/1', quantity: '40', retention: '5' };
  await post(app, '2027-01', billed('B-1', row));
  const bills = await back('bills', await file('bills'));
  expect(bills.rows).toMatchObject([{ ...row, number: 'B-1' }]);
  await app.close();
});
