import { expect, test } from 'vitest';
import {
  GOOD_BILL,
  billSheet,
  invoiceOf,
  post,
  recognize,
  smallCompany,
  type TestApp,
} from '../small-company.test.support.ts';

/** DUNE: 50,000.00 for 40,000.00, 2,000.00 of it in January, recognized; 3,000.00 more in February, of which 8,000.00 is billed. */
const company = smallCompany(async (app) => {
  const bill = { ...GOOD_BILL, number: 'N-9', project: 'DUNE', code: '31-250', net: '2,000' };
  await post(app, '2027-01', billSheet(bill));
  await recognize(app, '2027-01');
  app.setToday('2027-02-28');
  await post(app, '2027-02', billSheet({ ...bill, number: 'N-10', datedOn: '2027-02-10', net: '3,000' }));
  await app.order('POST', '/invoices', { ...invoiceOf('DUNE', 'amount', '8,000.00'), datedOn: '2027-02-20' });
  const change = { project: 'DUNE', effectiveOn: '2027-02-15', amount: '-6,000', reason: 'Shorter crest' };
  await app.order('POST', '/records/contract-change', { fields: change });
  await recognize(app, '2027-02');
});

interface Money {
  readonly amountCents: number;
  readonly figure: string;
}
type Sides<K extends string> = Readonly<Record<K, Money>>;
interface RollForward {
  readonly rows: readonly {
    readonly code: string;
    readonly wip: Sides<'opening' | 'cost' | 'recognized' | 'closing'>;
    readonly net: Sides<'opening' | 'billed' | 'earned' | 'closing'> & { readonly fromOpeningCents: number };
    readonly backlog: Sides<'opening' | 'earned' | 'closing'> & { readonly changedCents: number };
  }[];
  readonly totals: {
    readonly net: { readonly closingCents: number };
    readonly backlog: { readonly closingCents: number };
  };
}
const rolled = (app: TestApp) => app.ask<RollForward>('/roll-forward?from=2027-02&through=2027-02');
const cents = (of: Readonly<Record<string, unknown>>) =>
  Object.values(of).map((each) => (typeof each === 'number' ? each : (each as Money).amountCents));

test('balances of a contract go from opening to closing, and every figure traces to what it says', async () => {
  const app = await company.open();
  const dune = (await rolled(app)).rows.find(({ code }) => code === 'DUNE');
  // Earned 2,500.00 in January; 5 of 40 of 44,000.00 is 5,500.00.
  expect(cents(dune?.net ?? {})).toEqual([-250_000, 800_000, 300_000, 0, 250_000]);
  expect(cents(dune?.wip ?? {})).toEqual([0, 300_000, 300_000, 0]);
  expect(cents(dune?.backlog ?? {})).toEqual([4_750_000, 0, -600_000, 300_000, 3_850_000]);
  const traced = [dune?.net, dune?.wip, dune?.backlog].flatMap((of) =>
    Object.values(of ?? {}).filter((each): each is Money => typeof each === 'object'),
  );
  for (const { figure, amountCents } of traced) {
    expect(await app.ask(`/trace?figure=${figure}`), figure).toMatchObject({ amountCents });
  }
  await app.close();
});

test('the closing of all contracts is what the WIP schedule says', async () => {
  const app = await company.open();
  const { totals } = await rolled(app);
  const schedule = await app.ask<{
    totals: { overbilledCents: number; underbilledCents: number; backlogCents: number };
  }>('/wip-schedule?through=2027-02');
  expect(totals.net.closingCents).toBe(schedule.totals.overbilledCents - schedule.totals.underbilledCents);
  expect(totals.backlog.closingCents).toBe(schedule.totals.backlogCents);
  await app.close();
});

test('contracts with little margin say what would tip them, the nearest first', async () => {
  const app = await company.open();
  const near = async (below: string) =>
    (
      await app.ask<{ rows: { code: string; tipsAtCents: number; sensitivityCents: number }[] }>(
        `/near-loss?through=2027-02&below=${below}`,
      )
    ).rows;
  // DUNE: 44,000.00 less 40,000.00 are 9.09 %; one percent dearer earns 5 of 40.4 of it, 5,445.54.
  expect((await near('10')).find(({ code }) => code === 'DUNE')).toMatchObject({
    ...{ tipsAtCents: 400_000, sensitivityCents: -5_446 },
  });
  expect((await near('5')).map(({ code }) => code)).not.toContain('DUNE');
  const all = (await near('25')).map(({ tipsAtCents }) => tipsAtCents);
  expect(all).toEqual(all.toSorted((one, other) => one - other));
  await app.close();
});
