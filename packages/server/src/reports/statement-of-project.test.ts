import { expect, test } from 'vitest';
import { billSheet, GOOD_BILL, post, recognize, smallCompany } from '../small-company.test.support.ts';

const company = smallCompany();

interface Statement {
  readonly revenue: { readonly totals: readonly number[] };
  readonly costOfRevenue: { readonly totals: readonly number[] };
  readonly netIncome: readonly { readonly amountCents: number; readonly figure?: string }[];
}

test('the income statement of a project has what its lines moved, traced to them; of all, the company', async () => {
  const app = await company.open();
  const sand = { ...GOOD_BILL, number: 'N-2', project: 'DUNE', code: '31-250', net: '4,000.00' };
  await post(app, '2027-01', billSheet(GOOD_BILL, sand));
  await recognize(app, '2027-01');
  const of = (project: string) =>
    app.ask<Statement>(`/income-statement?from=2027-01&through=2027-01${project === '' ? '' : `&project=${project}`}`);
  // GATE: 8,000 of 80,000 is 10 % of 100,000. DUNE: 4,000 of 40,000 is 10 % of 50,000.
  const [gate, dune, all] = [await of('1'), await of('2'), await of('')];
  const figures = ({ revenue, costOfRevenue, netIncome }: Statement) =>
    [revenue.totals[0], costOfRevenue.totals[0], netIncome[0]?.amountCents].map((each) => (each ?? 0) / 100);
  expect(figures(gate)).toEqual([10_000, 8_000, 2_000]);
  expect(figures(dune)).toEqual([5_000, 4_000, 1_000]);
  expect(figures(all)).toEqual([15_000, 12_000, 3_000]);
  const traced = await app.ask<{ amountCents: number }>(`/trace?figure=${gate.netIncome[0]?.figure ?? ''}`);
  expect(traced.amountCents).toBe(200_000);
  await app.close();
});
