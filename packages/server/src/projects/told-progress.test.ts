import { expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  post,
  recognize,
  smallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** DUNE: agreed at 50,000.00, with 2,000.00 of cost in January. */
const company = smallCompany(async (app) => {
  const bill = { ...GOOD_BILL, number: 'N-9', project: 'DUNE', code: '31-250', net: '2,000' };
  await post(app, '2027-01', billSheet(bill));
});

async function change(app: TestApp, fields: Readonly<Record<string, string>>) {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const dune = rows.find((row) => row.fields['code'] === 'DUNE');
  const typed = { version: dune?.version, fields: { ...dune?.fields, ...fields } };
  return app.order('PUT', `/records/project/${dune?.id}`, typed);
}

async function refusedChange(app: TestApp, fields: Readonly<Record<string, string>>) {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const dune = rows.find((row) => row.fields['code'] === 'DUNE');
  const typed = { version: dune?.version, fields: { ...dune?.fields, ...fields } };
  return app.refused('PUT', `/records/project/${dune?.id}`, typed);
}

interface Told {
  readonly rows: readonly { readonly code: string; readonly complete: unknown; readonly on: string | null }[];
}
const runOf = async (app: TestApp, month = '2027-01') => {
  const { rows } = await app.ask<{ rows: { code: string; earnedToDateCents: number }[] }>(
    `/recognition?month=${month}`,
  );
  return rows.find(({ code }) => code === 'DUNE');
};
const earnedOf = async (app: TestApp, month = '2027-01', more = '') => {
  const { rows } = await app.ask<{ rows: { code: string; earned: { amountCents: number } }[] }>(
    `/wip-schedule?through=${month}${more}`,
  );
  return rows.find(({ code }) => code === 'DUNE')?.earned.amountCents;
};
const tell = (toldOn: string, percent: string, reason = 'Survey of the crest') => ({
  rows: [{ projectId: 2, toldOn, percent, reason }],
});

test('a surveyed percent earns its share of the price, and says who told it and why', async () => {
  const app = await company.open();
  expect(await app.refused('POST', '/surveyed-progress', tell('2027-01-31', '30'))).toEqual([
    'rows/0/projectId measured-in-another-way',
  ]);
  await change(app, { method: 'surveyed' });
  await app.order('POST', '/surveyed-progress', tell('2027-01-15', '20'));
  await app.order('POST', '/surveyed-progress', tell('2027-01-31', '30.5'));
  await recognize(app, '2027-01');
  expect(await earnedOf(app)).toBe(1_525_000);
  expect((await app.ask<Told>('/told-progress?through=2027-01')).rows).toMatchObject([
    {
      ...{ code: 'DUNE', on: '2027-01-31', reason: 'Survey of the crest', by: 'Tester' },
      ...{ complete: { numerator: 305_000, denominator: 1_000_000 }, byBilling: { numerator: 0 } },
    },
  ]);
  const trace = await app.ask<{ formula: string }>('/trace?figure=complete.p2.t2027-01');
  expect(trace.formula).toContain('surveyed');
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});

test('a later survey leaves an earlier month, and an earlier moment, as they were', async () => {
  const app = await company.open();
  await change(app, { method: 'surveyed' });
  await app.order('POST', '/surveyed-progress', tell('2027-01-31', '30'));
  app.setToday('2027-02-28');
  await app.order('POST', '/surveyed-progress', tell('2027-02-28', '70'));
  const told = async (query: string) =>
    (await app.ask<{ rows: { complete: { numerator: number } }[] }>(`/told-progress?through=${query}`)).rows.map(
      ({ complete }) => complete.numerator,
    );
  expect(await told('2027-01')).toEqual([300_000]);
  expect(await told('2027-02')).toEqual([700_000]);
  expect(await told('2027-02&known=2027-02-10T00:00:00Z')).toEqual([300_000]);
  await app.close();
});

test('what is wrong is told at its field, and nothing of it is taken', async () => {
  const app = await company.open();
  await change(app, { method: 'surveyed' });
  const rows = [...tell('2027-01-31', '30').rows, ...tell('then', '101', '').rows];
  expect(await app.refused('POST', '/surveyed-progress', { rows })).toEqual([
    'rows/1/toldOn unreadable-day',
    'rows/1/percent number-outside',
    'rows/1/reason missing',
  ]);
  expect((await app.ask<Told>('/told-progress?through=2027-01')).rows).toMatchObject([{ complete: null, on: null }]);
  expect(await app.refused('POST', '/surveyed-progress', tell('2027-02-01', '30'))).toEqual([
    'rows/0/toldOn day-to-come',
  ]);
  await recognize(app, '2027-01');
  await app.order('PUT', '/month-lock', { through: '2027-01', reason: 'Reviewed' });
  expect(await app.refused('POST', '/surveyed-progress', tell('2027-01-31', '30'))).toEqual([
    'rows/0/toldOn month-locked',
  ]);
  await app.close();
});

test('milestones earn by their weights once they are reached, and no more once that is taken back', async () => {
  const app = await company.open();
  await change(app, { method: 'milestones' });
  await app.order('POST', '/projects/2/milestones', {
    countsOn: '2027-01-01',
    rows: [
      { name: 'Piles driven', weight: '20' },
      { name: 'Crest built', weight: '50' },
      { name: 'Planted', weight: '30' },
    ],
  });
  const told = () =>
    app.ask<{ milestones: { id: number; name: string; reachedOn: string | null }[] }>(
      '/projects/2/told-progress?through=2027-01',
    );
  const [piles, crest] = (await told()).milestones;
  const reach = (id: number | undefined, isReached: boolean) =>
    app.order('POST', `/milestones/${id}/stands`, { on: '2027-01-20', isReached, reason: 'Seen on site' });
  await reach(piles?.id, true);
  await reach(crest?.id, true);
  expect(await runOf(app)).toMatchObject({ earnedToDateCents: 3_500_000 });
  await reach(crest?.id, false);
  expect(await runOf(app)).toMatchObject({ earnedToDateCents: 1_000_000 });
  expect((await told()).milestones.map(({ name, reachedOn }) => [name, reachedOn])).toEqual([
    ['Piles driven', '2027-01-20'],
    ['Crest built', null],
    ['Planted', null],
  ]);
  await app.close();
});

test('a completed contract needs its reason, earns nothing before it is finished, and all of it then', async () => {
  const app = await company.open();
  const put = async (fields: Readonly<Record<string, string>>) => {
    const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
      '/records/project',
    );
    const dune = rows.find((row) => row.fields['code'] === 'DUNE');
    return app.refused('PUT', `/records/project/${dune?.id}`, {
      version: dune?.version,
      fields: { ...dune?.fields, method: 'completed-contract', ...fields },
    });
  };
  expect(await put({})).toEqual(['methodReason missing']);
  expect(await put({ methodReason: 'Dives cannot be measured', costTreatment: 'expense' })).toEqual([
    'costTreatment completed-expenses-cost',
  ]);
  await change(app, { method: 'completed-contract', methodReason: 'Dives cannot be measured' });
  expect(await runOf(app)).toMatchObject({ earnedToDateCents: 0 });
  app.setToday('2027-02-28');
  await change(app, { status: 'finished', actualEndOn: '2027-02-20' });
  expect(await runOf(app, '2027-02')).toMatchObject({ earnedToDateCents: 5_000_000 });
  await recognize(app, '2027-02');
  expect(await earnedOf(app, '2027-02')).toBe(5_000_000);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});

test('wasted cost of a project measured by cost lowers what it earns until it is taken back', async () => {
  const app = await company.open();
  const before = (await runOf(app))?.earnedToDateCents ?? 0;
  const waste = (amount: string) => ({ project: 'DUNE', on: '2027-01-20', amount, reason: 'Fill washed out' });
  await app.order('POST', '/wasted-cost', waste('500'));
  expect((await runOf(app))?.earnedToDateCents).toBeLessThan(before);
  expect(await app.ask('/wasted-cost?through=2027-01')).toMatchObject({
    rows: [{ code: 'DUNE', on: '2027-01-20', amountCents: 50_000, reason: 'Fill washed out', by: 'Tester' }],
  });
  // 2,000.00 of cost in all.
  expect(await app.refused('POST', '/wasted-cost', waste('1,500.01'))).toEqual(['amount number-outside']);
  expect(await app.refused('POST', '/wasted-cost', waste('-500.01'))).toEqual(['amount number-outside']);
  await app.order('POST', '/wasted-cost', waste('-500'));
  expect((await runOf(app))?.earnedToDateCents).toBe(before);
  await app.close();
});

test('units done earn their share of all there are, told to date with who says so', async () => {
  const app = await company.open();
  const units = (done: string, more = {}) => ({
    rows: [{ projectId: 2, toldOn: '2027-01-31', units: done, reason: 'Counted by the divers', ...more }],
  });
  expect(await app.refused('POST', '/units-done', units('12'))).toEqual(['rows/0/projectId measured-in-another-way']);
  expect(await refusedChange(app, { method: 'units' })).toEqual(['unitsInAll missing']);
  await change(app, { method: 'units', unitsInAll: '48' });
  expect(await app.refused('POST', '/units-done', units('49'))).toEqual(['rows/0/units number-outside']);
  expect(await app.refused('POST', '/units-done', units('-1', { reason: '' }))).toEqual([
    ...['rows/0/units number-outside', 'rows/0/reason missing'],
  ]);
  await app.order('POST', '/units-done', units('12'));
  const { rows } = await app.ask<{ rows: object[] }>('/told-progress?through=2027-01');
  expect(rows).toMatchObject([
    { method: 'units', unitsDone: 120_000, unitsInAll: 48, reason: 'Counted by the divers' },
  ]);
  await recognize(app, '2027-01');
  // A quarter of 50,000.00.
  expect(await earnedOf(app)).toBe(1_250_000);
  // More are to do: the same twelve are a fifth, from the next run on.
  app.setToday('2027-02-28');
  await change(app, { unitsInAll: '60' });
  expect((await runOf(app, '2027-02'))?.earnedToDateCents).toBe(1_000_000);
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});

test('hours worked earn their share of those worked and those still to come by the forecast', async () => {
  const app = await company.open();
  await change(app, { method: 'labor-hours' });
  expect((await runOf(app))?.earnedToDateCents).toBe(0);
  const line = { project: 'DUNE', phase: '', costCode: '31-100', costType: 'labor' };
  const budget = { ...line, quantity: '100', unit: 'h', unitCost: '40', price: '', effectiveOn: '2027-01-01' };
  await app.order('POST', '/records/budget-line', { fields: budget });
  await post(app, '2027-01', hoursSheet('2027-01-11', workedDay('E2', 'DUNE', '31-100', '8')));
  const { rows } = await app.ask<{ rows: { complete: { numerator: number; denominator: number } }[] }>(
    '/told-progress?through=2027-01',
  );
  // Of 4,000.00 that the hours may cost, what 8 hours cost is spent; the rest is to come at 40.00 an hour.
  const position = await app.ask<{ budget: { code: string; actual: { amountCents: number } }[] }>(
    '/projects/2?through=2027-01',
  );
  const spent = position.budget.find(({ code }) => code === '31-100')?.actual.amountCents ?? 0;
  const toCome = Math.round(((400_000 - spent) * 10_000) / 4_000);
  expect(rows[0]?.complete).toEqual({ numerator: 80_000, denominator: 80_000 + toCome });
  expect((await runOf(app))?.earnedToDateCents).toBe(Math.round((5_000_000 * 80_000) / (80_000 + toCome)));
  const trace = await app.ask<{ formula: string }>('/trace?figure=complete.p2.t2027-01');
  expect(trace.formula).toContain('hours still to come');
  await app.close();
});
