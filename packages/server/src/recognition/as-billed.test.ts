import { expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import {
  billSheet,
  BLANK_BILL,
  invoiceOf,
  post,
  recognize,
  smallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

const company = smallCompany();
const SHED = {
  ...{ code: 'SHED', name: 'Shed', kind: 'client', client: 'COUNTY', startOn: '2027-01-01', status: 'active' },
  ...{ method: 'as-billed', costTreatment: 'expense' },
};

async function begun(): Promise<TestApp> {
  const app = await company.open();
  await app.order('POST', '/records/project', { fields: SHED });
  const line = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-01-20', project: 'SHED', code: '31-250' };
  await post(app, '2027-01', billSheet({ ...line, number: 'N-1', net: '300' }));
  await app.order('POST', '/invoices', invoiceOf('SHED', 'amount', '500'));
  return app;
}

async function result(app: TestApp, through: string, basis = '') {
  const { rows } = await app.ask<Answer<'profitability'>>(
    `/profitability?by=project&from=2027-01&through=${through}${basis}`,
  );
  const row = rows.find(({ code }) => code === 'SHED');
  return [row?.revenue.amountCents ?? 0, row?.profit.amountCents ?? 0];
}

test('a small job has its cost in the result at once, and earns what is billed with the run', async () => {
  const app = await begun();
  expect(await result(app, '2027-01')).toEqual([0, -30_000]);
  expect(await result(app, '2027-01', '&basis=recognized')).toEqual([50_000, 20_000]);
  await recognize(app, '2027-01');
  expect(await result(app, '2027-01')).toEqual([50_000, 20_000]);
  const wip = await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-01');
  expect(wip.rows.find(({ code }) => code === 'SHED')).toMatchObject({
    ...{ contract: { amountCents: 50_000 }, estimate: { amountCents: 30_000 }, profit: { amountCents: 20_000 } },
    ...{ backlog: { amountCents: 0 }, overbilledCents: 0, underbilledCents: 0 },
  });
  const { ties } = await app.ask<Answer<'frame'>>('/frame?through=2027-01');
  expect(ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents)).toEqual([]);
  await app.close();
});

async function change(app: TestApp, fields: Readonly<Record<string, string>>): Promise<readonly string[]> {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const row = rows.find((each) => each.fields['code'] === 'SHED');
  const order = { version: row?.version, fields: { ...row?.fields, ...fields } };
  const { status, body } = await app.send('PUT', `/records/project/${row?.id}`, order);
  if (status < 400) return [];
  return (body['problems'] as unknown as { at: string; kind: string }[]).map(({ at, kind }) => `${at} ${kind}`);
}

test('another measure counts from its day: the next run catches up, and locked months stay as they were', async () => {
  const app = await begun();
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Done' });
  app.setToday('2027-02-20');
  const wip = await app.ask('/wip-schedule?through=2027-01');
  expect(await change(app, { method: 'cost-to-cost', costTreatment: 'hold', contractPrice: '1,000' })).toEqual([]);
  const line = { project: 'SHED', costCode: '31-250', costType: 'material', cost: '600', effectiveOn: '2027-02-01' };
  await app.order('POST', '/records/budget-line', { fields: line });
  expect(await app.ask('/wip-schedule?through=2027-01')).toEqual(wip);
  // 300 of 600 is half of 1,000: nothing more than the 500 that is earned.
  const run = await app.ask<Answer<'recognition'>>('/recognition?month=2027-02');
  expect(run.rows.find(({ code }) => code === 'SHED')).toMatchObject({ earnedToDateCents: 50_000, releasedCents: 0 });
  const bill = { ...BLANK_BILL, supplier: 'STONE', datedOn: '2027-02-10', project: 'SHED', code: '31-250' };
  await post(app, '2027-02', billSheet({ ...bill, number: 'N-2', net: '150' }));
  await recognize(app, '2027-02');
  // 450 of 600: 750 earned, and the 150 that waited in WIP is cost of revenue.
  expect(await result(app, '2027-02')).toEqual([75_000, 30_000]);
  expect(await change(app, { method: 'as-billed', costTreatment: 'expense', contractPrice: '' })).toEqual([]);
  const back = await app.ask<Answer<'recognition'>>('/recognition?month=2027-03');
  expect(back.rows.find(({ code }) => code === 'SHED')).toMatchObject({ earnedToDateCents: 50_000 });
  await app.close();
});

test('what cannot be is refused at its field, with what to do', async () => {
  const app = await begun();
  expect(await change(app, { method: 'none' })).toEqual(['method client-project-unmeasured']);
  expect(await change(app, { costTreatment: 'hold' })).toEqual(['costTreatment as-billed-holds-cost']);
  expect(await change(app, { method: 'guess' })).toEqual(['method not-a-choice']);
  await app.close();
});
