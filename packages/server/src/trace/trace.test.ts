import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import {
  GOOD_BILL,
  billSheet,
  hoursSheet,
  openApp,
  post,
  recognize,
  setUpSmallCompany,
  workedDay,
  type TestApp,
} from '../small-company.test.support.ts';

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
  await post(app, '2027-01', billSheet({ ...GOOD_BILL, net: '90,000.00' }));
  await post(app, '2027-01', hoursSheet('2027-01-11', workedDay('E2', 'GATE', '31-100', '7.5')));
  await recognize(app, '2027-01');
});
afterAll(() => app.close());

const trace = (figure: string) => app.ask<Answer<'trace'>>(`/trace?figure=${figure}`);
const sum = ({ inputs }: Answer<'trace'>): number =>
  inputs.reduce((all, { amountCents }) => all + (amountCents ?? 0), 0);

describe('an estimated cost at completion', () => {
  test('opens into its lines, which add up to it and lead on to budget, cost and forecast', async () => {
    const estimate = await trace('estimate.p1.t2027-01');
    expect(estimate.inputs.length).toBeGreaterThan(1);
    expect(sum(estimate)).toBe(estimate.amountCents);
    for (const { figure, amountCents, label } of estimate.inputs) {
      const line = await trace(figure ?? '');
      expect(line.amountCents, label).toBe(amountCents);
      expect(line.inputs.map((input) => input.label)).toEqual(expect.arrayContaining(['Budget', 'Cost']));
    }
  });

  test('set by hand says so instead', async () => {
    const byHand = { project: 'DUNE', month: '2027-01', amount: '70,000', reason: 'Told by the client' };
    await app.order('POST', '/records/estimate-override', { fields: byHand });
    const { inputs } = await trace('estimate.p2.t2027-01');
    expect(inputs[0]?.label).toContain('Told by the client');
  });
});

describe('a margin of the result', () => {
  test.each(['result-margin.p1.f2027-01.t2027-01', 'result-margin.f2027-01.t2027-01'])(
    'has its two sides, each with lines of its own: %s',
    async (figure) => {
      const margin = await trace(figure);
      const [profit, revenue] = margin.inputs;
      expect(margin.ratio).toEqual({ numerator: profit?.amountCents, denominator: revenue?.amountCents });
      expect((await trace(revenue?.figure ?? '')).lineCount).toBeGreaterThan(0);
      expect((await trace(profit?.figure ?? '')).amountCents).toBe(profit?.amountCents);
    },
  );

  test('is none where nothing was earned', async () => {
    expect(await trace('result-margin.p1.f2026-01.t2026-01')).toMatchObject({ kind: 'none', ratio: null });
  });
});
