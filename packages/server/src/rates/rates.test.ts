import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { openApp, post, setUpSmallCompany, workedDay, type TestApp } from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

const BLANK_PART = { name: '', group: '', amount: '', per: '', heads: '', hours: '', ceiling: '', yearlyWage: '' };
const BUILD_UP = [
  { ...BLANK_PART, group: 'wage', amount: '31.20', per: 'hour' },
  { ...BLANK_PART, name: 'Payroll tax', group: 'taxes', amount: '7.65', per: '% of wage' },
  { ...BLANK_PART, name: 'Unemployment', group: 'taxes', amount: '2.4', per: '% of wage' },
  { ...BLANK_PART, name: 'Insurance', group: 'insurance', amount: '1,140.00', per: 'month', heads: '12', hours: '160' },
  { ...BLANK_PART, name: 'Benefits', group: 'benefits', amount: '612.00', per: 'month', hours: '160' },
];
const RATE = {
  ...{ side: 'cost', employee: '', role: '', project: '', client: '', effectiveOn: '2027-01-10', rate: '' },
  ...{ buildUp: [], note: '' },
};
interface Row {
  readonly id: number;
  readonly employee: string;
  readonly role: string;
  readonly effectiveOn: string;
  readonly rates: { readonly regular: { readonly rate: number }; readonly overtime: { readonly rate: number } };
  readonly buildUp: readonly object[] | null;
  readonly isPast: boolean;
  readonly recordedBy: string;
}
const rates = async (query = ''): Promise<readonly Row[]> => (await app.ask<{ rows: Row[] }>(`/rates${query}`)).rows;
const addRate = (change: object) => app.order<{ id: number }>('POST', '/rates', { ...RATE, ...change });
const clearing = async (): Promise<number> => {
  const { rows } = await app.ask<{ rows: { code: string; debitCents: number; creditCents: number }[] }>(
    '/trial-balance?through=2027-01',
  );
  const row = rows.find(({ code }) => code === '2200');
  return (row?.creditCents ?? 0) - (row?.debitCents ?? 0);
};

test('a rate typed with an employee is one of their own, and raises as a whole in overtime', async () => {
  expect(await rates()).toMatchObject([
    { employee: 'E1 A. Brisk', effectiveOn: '2027-01-01', buildUp: null, rates: { regular: { rate: 400_000 } } },
    { employee: 'E2 T. Callow', rates: { regular: { rate: 387_544 }, overtime: { rate: 581_316 } } },
  ]);
});

describe('a build-up', () => {
  test('is kept with its parts and comes to the rate of every kind of hour', async () => {
    const { id } = await addRate({ employee: 'E2', buildUp: BUILD_UP, note: 'From the bureau' });
    const row = (await rates()).find((each) => each.id === id);
    expect(row).toMatchObject({ buildUp: BUILD_UP, effectiveOn: '2027-01-10', recordedBy: 'Tester' });
    expect(row?.rates).toMatchObject({ regular: { rate: 387_544 }, overtime: { rate: 559_222 } });
  });

  test('holds for hours from its day on; those before keep the rate they had', async () => {
    const before = await clearing();
    // 8 h × 38.7544 on the 9th, 8 h overtime × 55.9222 on the 11th.
    await post(app, '2027-01', hoursOf(workedDay('E2', 'GATE', 'A/31-100', '8'), '2027-01-04', 5));
    await post(app, '2027-01', hoursOf({ ...workedDay('E2', 'GATE', 'A/31-100', '8'), pay: 'ot' }, '2027-01-11', 0));
    expect((await clearing()) - before).toBe(31_004 + 44_738);
  });

  test('changes for many at once, seen before it is done', async () => {
    await addRate({ role: 'diver', buildUp: BUILD_UP.slice(0, 2) });
    const change = { effectiveOn: '2027-01-20', group: 'taxes', name: 'payroll tax', amount: '8', note: '' };
    type Changed = { rows: { employee: string; role: string; before: object; after: object }[] };
    const seen = await app.order<Changed>('POST', '/rate-part-changes/preview', change);
    // 31.20 × 8 % = 2.496 in place of 2.3868.
    expect(seen.rows).toMatchObject([
      { employee: 'E2 T. Callow', before: { regular: { rate: 387_544 } }, after: { regular: { rate: 388_636 } } },
      { role: 'diver', before: { regular: { rate: 335_868 } }, after: { regular: { rate: 336_960 } } },
    ]);
    expect(await rates()).toHaveLength(4);
    expect(await app.order<Changed>('POST', '/rate-part-changes', change)).toEqual(seen);
    const later = (await rates()).filter(({ effectiveOn }) => effectiveOn === '2027-01-20');
    expect(later.map((row) => row.rates.regular.rate)).toEqual([388_636, 336_960]);
    const nobody = { ...change, name: 'Holiday fund' };
    expect(await app.refused('POST', '/rate-part-changes', nobody)).toEqual(['name not-there']);
    expect(await app.refused('POST', '/rate-part-changes', { ...change, name: '' })).toEqual(['name missing']);
    expect(await app.refused('POST', '/rate-part-changes', { ...change, amount: 'x' })).toContain(
      'amount unreadable-number',
    );
  });
});

test('one for the same and from the same day replaces the one before, which stays to be read', async () => {
  const { id } = await addRate({ employee: 'E1', rate: '41', effectiveOn: '2027-01-25' });
  const { id: next } = await addRate({ employee: 'E1', rate: '42', effectiveOn: '2027-01-25' });
  const all = (await rates('?past=yes')).filter(({ effectiveOn }) => effectiveOn === '2027-01-25');
  expect(all.map((row) => [row.id, row.isPast])).toEqual([
    [next, false],
    [id, true],
  ]);
  await app.order('POST', `/rates/${next}/withdrawal`, {});
  expect((await rates()).filter(({ effectiveOn }) => effectiveOn === '2027-01-25')).toEqual([]);
  expect((await app.send('POST', `/rates/${next}/withdrawal`, {})).status).toBe(404);
});

test.each([
  { case: 'neither a rate nor a build-up', change: { employee: 'E1' }, problem: 'rate missing' },
  {
    case: 'another rate than the build-up',
    change: { employee: 'E1', buildUp: BUILD_UP, rate: '9' },
    problem: 'rate rate-from-build-up',
  },
  { case: 'a project alone', change: { project: 'GATE', rate: '9' }, problem: 'employee rate-for-nobody' },
  { case: 'nobody known', change: { employee: 'E9', rate: '9' }, problem: 'employee unknown-code' },
  { case: 'less than nothing', change: { employee: 'E1', rate: '-9' }, problem: 'rate number-outside' },
  { case: 'no day', change: { employee: 'E1', rate: '9', effectiveOn: '' }, problem: 'effectiveOn missing' },
  {
    case: 'a part that cannot be read',
    change: { employee: 'E1', buildUp: [{ ...BUILD_UP[0], amount: 'x' }] },
    problem: 'buildUp/0/amount unreadable-number',
  },
])('$case is refused at its field', async ({ change, problem }) => {
  expect(await app.refused('POST', '/rates', { ...RATE, ...change })).toContain(problem);
});

test('bill rates stand apart from what hours cost', async () => {
  await addRate({ side: 'bill', role: 'crew', client: 'COUNTY', rate: '85' });
  expect(await rates('?side=bill')).toMatchObject([
    { role: 'crew', client: 'COUNTY Garrow County', rates: { overtime: { rate: 850_000 } } },
  ]);
});

test('a first rate without a day counts from the first day of the books', async () => {
  await app.order('POST', '/records/employee', { fields: { code: 'E3', name: 'P. Oar', costRate: '30' } });
  expect((await rates()).find(({ employee }) => employee === 'E3 P. Oar')).toMatchObject({ effectiveOn: '2027-01-01' });
});

function hoursOf(row: object, weekOn: string, day: number) {
  const days = ['', '', '', '', '', '', ''].map((_, place) => (place === day ? '8' : ''));
  return { kind: 'hours', weekOn, rows: [{ ...row, days }] };
}
