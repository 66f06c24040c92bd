import { expect, test } from 'vitest';
import { addPier, approve, PIER_ROWS, priced } from '../priced-estimate.test.support.ts';
import { GOOD_BILL, billSheet, post, recognize, smallCompany, type TestApp } from '../small-company.test.support.ts';
import { verifiedBooks } from '../verify/verify-queries.ts';

/** DUNE: agreed at 50,000.00 with a budget of 40,000.00, and 2,000.00 of cost in January. */
const company = smallCompany(async (app) => {
  const bill = { ...GOOD_BILL, number: 'N-9', project: 'DUNE', code: '31-250', net: '2,000' };
  await post(app, '2027-01', billSheet(bill));
});

const claim = (more: Readonly<Record<string, unknown>> = {}) => ({
  ...{
    project: 'DUNE',
    kind: 'claim',
    name: 'Buried timber',
    on: '2027-01-31',
    amount: '10,000',
    reason: 'Agreed in words',
  },
  ...more,
});
interface Schedule {
  readonly rows: readonly {
    readonly code: string;
    readonly contract: { readonly amountCents: number; readonly figure: string };
    readonly includedCents: number;
  }[];
}
const dune = async (app: TestApp, through = '2027-01', more = '') => {
  const { rows } = await app.ask<Schedule>(`/wip-schedule?through=${through}${more}`);
  const row = rows.find(({ code }) => code === 'DUNE');
  return [row?.contract.amountCents, row?.includedCents];
};
const left = async (app: TestApp) =>
  (
    await app.ask<{ rows: { code: string; contract: { amountCents: number }; leftCents: number }[] }>(
      '/billable?through=2027-01',
    )
  ).rows.find(({ code }) => code === 'DUNE');

test('a claim raises the price that is earned and not what may be billed, and the price says what it is made of', async () => {
  const app = await company.open();
  const before = await left(app);
  await app.order('POST', '/variable-amounts', claim());
  expect(await dune(app)).toEqual([6_000_000, 1_000_000]);
  expect(await left(app)).toEqual(before);
  const trace = await app.ask<{ inputs: { label: string; amountCents: number }[] }>(
    '/trace?figure=contract.p2.t2027-01',
  );
  expect(trace.inputs.reduce((all, { amountCents }) => all + amountCents, 0)).toBe(6_000_000);
  expect(trace.inputs.at(-1)?.label).toContain('claim Buried timber');
  await recognize(app, '2027-01');
  expect((await verifiedBooks(app.books.reader)).flatMap(({ differences }) => differences)).toEqual([]);
  await app.close();
});

test('it counts from its day, as known then, and no more once it is taken out', async () => {
  const app = await company.open();
  await app.order('POST', '/variable-amounts', claim({ on: '2027-01-20' }));
  const { rows } = await app.ask<{ rows: { id: number; amountCents: number }[] }>('/variable-amounts?through=2027-01');
  app.setToday('2027-02-28');
  await app.order('POST', `/variable-amounts/${rows[0]?.id}/stands`, {
    on: '2027-02-15',
    amount: '0',
    reason: 'Refused',
  });
  expect([await dune(app), await dune(app, '2027-02')]).toEqual([
    [6_000_000, 1_000_000],
    [5_000_000, 0],
  ]);
  expect(await dune(app, '2027-02', '&known=2027-02-10T00:00:00Z')).toEqual([6_000_000, 1_000_000]);
  await app.close();
});

test('what is wrong is told at its field, and nothing of it is taken', async () => {
  const app = await company.open();
  const refused = (more: Readonly<Record<string, unknown>>) => app.refused('POST', '/variable-amounts', claim(more));
  expect(await refused({ project: 'NONE', name: '' })).toEqual(['project unknown-code', 'name missing']);
  expect(await refused({ on: 'then', amount: 'much', reason: '' })).toEqual([
    ...['on unreadable-day', 'amount unreadable-number', 'reason missing'],
  ]);
  expect(await refused({ amount: '-1' })).toEqual(['amount number-outside']);
  expect(await refused({ kind: 'penalty', amount: '-60,000' })).toEqual(['amount contract-below-zero']);
  expect(await refused({ kind: 'change order' })).toEqual(['estimateId missing']);
  expect(await refused({ estimateId: 1 })).toEqual(['estimateId not-there']);
  expect(await refused({ on: '2031-01-01' })).toEqual(['on day-to-come']);
  expect((await app.ask<{ rows: unknown[] }>('/variable-amounts?through=2027-01')).rows).toEqual([]);
  await app.close();
});

test('a pending change order is included at an amount until it is decided; then its approval takes its place', async () => {
  const app = await company.open();
  const project = await addPier(app);
  await approve(app, await priced(app, project, PIER_ROWS));
  const change = await priced(app, project, PIER_ROWS, { kind: 'change' });
  const rowOf = async () =>
    (
      await app.ask<{ rows: { id: number | null; kind: string; amountCents: number; isDecided: boolean }[] }>(
        '/variable-amounts?through=2027-01',
      )
    ).rows[0];
  expect(await rowOf()).toMatchObject({ id: null, kind: 'change order', amountCents: 0 });
  const pier = async () => {
    const { rows } = await app.ask<Schedule>('/wip-schedule?through=2027-01');
    const row = rows.find(({ code }) => code === 'PIER');
    return [row?.contract.amountCents ?? 0, row?.includedCents];
  };
  const [agreed = 0] = await pier();
  const include = {
    ...claim({ project: 'PIER', kind: 'change order', name: '1', amount: '7', estimateId: change.id }),
  };
  await app.order('POST', '/variable-amounts', include);
  expect(await app.refused('POST', '/variable-amounts', include)).toEqual(['estimateId already-included']);
  expect(await pier()).toEqual([agreed + 700, 700]);
  const known = await rowOf();
  await approve(app, change);
  const [after = 0, included] = await pier();
  expect([after > agreed + 700, included, (await rowOf())?.isDecided]).toEqual([true, 0, true]);
  expect(
    await app.refused('POST', `/variable-amounts/${known?.id}/stands`, {
      on: '2027-01-31',
      amount: '1',
      reason: 'Late',
    }),
  ).toEqual(['amount change-order-decided']);
  await app.close();
});

test('claims that would take prices beyond what can be added up are refused, and everything still answers', async () => {
  const app = await company.open();
  let last = 200;
  for (let nth = 0; nth < 120 && last < 300; nth += 1) {
    last = (await app.send('POST', '/variable-amounts', claim({ name: `C-${nth}`, amount: '900,000,000,000' }))).status;
  }
  expect(last).toBe(422);
  for (const path of ['/wip-schedule', '/recognition', '/what-if']) {
    const at = path === '/recognition' ? 'month' : 'through';
    expect((await app.send('GET', `${path}?${at}=2027-01`)).status, path).toBe(200);
  }
  await app.close();
});
