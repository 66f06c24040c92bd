import { afterEach, beforeEach, expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeEach(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(app, '2027-01', billSheet(GOOD_BILL));
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
  app.setToday('2027-03-15');
});
afterEach(() => app.close());

const schedule = (through: string) =>
  app.ask<{ rows: { code: string; [figure: string]: unknown }[] }>(`/wip-schedule?through=${through}`);
const add = (kind: string, fields: Readonly<Record<string, string>>, more = {}) =>
  app.order<{ countsFrom: string | null }>('POST', `/records/${kind}`, { fields, ...more });
const gate = async (): Promise<{ id: number; version: number; fields: Record<string, string> }> => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const found = rows.find(({ fields }) => fields['code'] === 'GATE');
  if (!found) throw new Error('GATE');
  return found;
};
const change = async (fields: Readonly<Record<string, string>>) => {
  const record = await gate();
  return app.order<{ countsFrom: string | null }>('PUT', `/records/project/${record.id}`, {
    version: record.version,
    fields: { ...record.fields, ...fields },
  });
};

test.each<{ case: string; order: () => Promise<{ countsFrom: string | null }> }>([
  {
    case: 'a contract change',
    order: () =>
      add('contract-change', { project: 'GATE', effectiveOn: '2027-01-10', amount: '5,000', reason: 'More' }),
  },
  {
    case: 'a budget line',
    order: () =>
      add('budget-line', {
        project: 'GATE',
        costCode: '31-250',
        costType: 'material',
        cost: '900',
        effectiveOn: '2027-01-10',
      }),
  },
  {
    case: 'an estimate by hand',
    order: () => add('estimate-override', { project: 'GATE', month: '2027-01', amount: '90,000', reason: 'Told' }),
  },
  { case: 'an actual end', order: () => change({ actualEndOn: '2027-01-20', status: 'finished' }) },
  { case: 'a status', order: () => change({ status: 'cancelled', actualEndOn: '2027-01-31' }) },
])('$case dated in a locked month counts from the first open day, and says so', async ({ order }) => {
  const before = [await schedule('2027-01'), await schedule('2027-02')];
  expect((await order()).countsFrom).toBe('2027-02-01');
  expect(await schedule('2027-01')).toEqual(before[0]);
  expect(await schedule('2027-02')).not.toEqual(before[1]);
});

test('what is kept of percents counts from the first open day too', async () => {
  const before = await schedule('2027-01');
  await app.order('PUT', '/company', {
    name: 'Test Works',
    currency: 'USD',
    fiscalYearStartMonth: 1,
    percentDecimals: 0,
    forecastMonths: 1,
  });
  expect(await schedule('2027-01')).toEqual(before);
  expect((await schedule('2027-02')).rows[1]).toMatchObject({ complete: { numerator: 10, denominator: 100 } });
});

test('an approval whose month was locked since is not taken back', async () => {
  const begun = await app.order<{ id: number; version: number; pricedOn: string }>('POST', '/projects/1/estimates', {
    ...{ kind: 'change', name: '', copyOf: null },
  });
  const row = { section: 'Extra', code: '31-250', costType: '', text: 'More', quantity: '', unit: '', unitCost: '' };
  const amounts = { cost: '100', markup: '', markupAmount: '', unitPrice: '', price: '150', note: '' };
  const kept = await app.order<{ version: number }>('PUT', `/estimates/${begun.id}`, {
    ...{ version: begun.version, name: '', pricedOn: begun.pricedOn, targetEndOn: '' },
    sheet: { usualMarkup: '', rows: [{ ...row, ...amounts }] },
  });
  const approval = { version: kept.version, agreedOn: '2027-02-10', grouping: 'section', plan: [] };
  await app.order('POST', `/estimates/${begun.id}/approval`, approval);
  await app.order('PUT', '/month-lock', { through: '2027-02', reason: 'Reviewed' });
  const { version } = await app.ask<{ version: number }>(`/estimates/${begun.id}`);
  expect(await app.refused('POST', `/estimates/${begun.id}/withdrawal`, { version, reason: 'Not meant' })).toEqual([
    'month-locked',
  ]);
});
