import { expect, test } from 'vitest';
import { LINE } from '../orders.test.support.ts';
import { BLANK_BILL, billSheet, invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

/** DUNE's client holds back 10 % until 30 days after its end; SC-0001 withholds 10 % of STONE's bills on it. */
const company = smallCompany(async (app) => {
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const dune = rows.find(({ fields }) => fields['code'] === 'DUNE');
  await app.order('PUT', `/records/project/${dune?.id}`, {
    version: dune?.version,
    fields: { ...dune?.fields, retention: '10', retentionDueDays: '30' },
  });
  const item = { ...LINE, project: 'DUNE', code: '31-250', quantity: '', unit: '', price: '', net: '20,000.00' };
  await post(app, '2027-01', { kind: 'subcontracts', rows: [{ ...item, retention: '10', costType: 'sub' }] });
  const bill = { supplier: 'STONE', number: 'A-1', datedOn: '2027-01-20', order: 'SC-0001/1', net: '5,000.00' };
  await post(app, '2027-01', billSheet({ ...BLANK_BILL, ...bill }));
  await app.order('POST', '/invoices', invoiceOf('DUNE', 'amount', '8,000', '2027-01-15'));
});

interface Retention {
  readonly rows: readonly { readonly held: { readonly amountCents: number; readonly figure?: string } }[];
  readonly totals: { readonly heldCents: number; readonly owedCents: number };
}
const retention = (app: TestApp, through: string) => app.ask<Retention>(`/retention?through=${through}`);

test('what is held back stands by project on both sides, since when and due when, and ties to its accounts', async () => {
  const app = await company.open();
  const january = await retention(app, '2027-01');
  expect(january.rows).toMatchObject([
    {
      ...{ code: 'DUNE', withheldCents: 80_000, releasedCents: 0, since: '2027-01-15', dueOn: null, daysLate: null },
      ...{ held: { amountCents: 80_000 }, fromSuppliersCents: 50_000, toSuppliersCents: 0, owedCents: 50_000 },
    },
  ]);
  const trace = await app.ask<{ amountCents: number }>(`/trace?figure=${january.rows[0]?.held.figure}`);
  expect(trace.amountCents).toBe(80_000);
  const accounts = await app.ask<{ rows: { code: string; balance: { amountCents: number } }[] }>(
    '/trial-balance?through=2027-01',
  );
  const balanceOf = (code: string) => accounts.rows.find((row) => row.code === code)?.balance.amountCents;
  expect([balanceOf('1210'), balanceOf('2020')]).toEqual([80_000, -50_000]);
  await app.close();
});

test('more is released to suppliers than the client released only when told so', async () => {
  const app = await company.open();
  const release = { orderId: 1, datedOn: '2027-01-31', dueOn: '', amount: '300' };
  expect(await app.refused('POST', '/retention-releases', release)).toEqual(['amount released-ahead']);
  await post(app, '2027-01', {
    ...{ kind: 'retention-invoices', datedOn: '2027-01-31' },
    rows: [{ project: 'DUNE', amount: '300', taxCode: '', dueOn: '', text: '' }],
  });
  await app.order('POST', '/retention-releases', release);
  expect(await app.refused('POST', '/retention-releases', { ...release, amount: '0.01' })).toEqual([
    'amount released-ahead',
  ]);
  await app.order('POST', '/retention-releases', { ...release, amount: '100', acceptWarnings: true });
  expect((await retention(app, '2027-01')).rows).toMatchObject([
    { withheldCents: 80_000, releasedCents: 30_000, held: { amountCents: 50_000 }, toSuppliersCents: 40_000 },
  ]);
  await app.close();
});

test('once the project has ended, it is due so many days after', async () => {
  const app = await company.open();
  const { rows } = await app.ask<{ rows: { id: number; version: number; fields: Record<string, string> }[] }>(
    '/records/project',
  );
  const dune = rows.find(({ fields }) => fields['code'] === 'DUNE');
  await app.order('PUT', `/records/project/${dune?.id}`, {
    version: dune?.version,
    fields: { ...dune?.fields, status: 'finished', actualEndOn: '2027-01-20' },
  });
  expect((await retention(app, '2027-01')).rows).toMatchObject([{ dueOn: '2027-02-19', daysLate: null }]);
  expect((await retention(app, '2027-02')).rows).toMatchObject([{ dueOn: '2027-02-19', daysLate: 9 }]);
  await app.close();
});
