import { beforeEach, describe, expect, test } from 'vitest';
import type { Answer } from '../http/api.ts';
import { smallCompany, billSheet, GOOD_BILL, post, recognize, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany(async (to) => {
  // GATE: contract 100,000, budget 80,000; 8,000 spent are a tenth.
  await post(to, '2027-01', billSheet(GOOD_BILL));
});
let app: TestApp;
beforeEach(async () => {
  app = await company.open();
  return () => app.close();
});

const REPORTS = [
  '/wip-schedule?through=2027-01',
  '/profitability?through=2027-01&from=2027-01&by=project',
  '/portfolio?through=2027-01',
  '/projects?through=2027-01',
  '/income-statement?through=2027-01&from=2027-01',
  '/balance-sheet?through=2027-01',
  '/trial-balance?through=2027-01',
];

describe('a month that is not recognized yet', () => {
  test('is read as posted unless asked otherwise: nothing is earned', async () => {
    const gate = async (basis: string) =>
      (await app.ask<Answer<'wip-schedule'>>(`/wip-schedule?through=2027-01${basis}`)).rows.find(
        ({ code }) => code === 'GATE',
      );
    expect((await gate(''))?.earned.amountCents).toBe(0);
    expect((await gate('&basis=posted'))?.earned.amountCents).toBe(0);
    expect((await gate('&basis=recognized'))?.earned.amountCents).toBe(1_000_000);
  });

  test.each(REPORTS)('read as if recognized, %s says what it says once the run is posted', async (report) => {
    const asIf = await app.ask<unknown>(`${report}&basis=recognized`);
    await recognize(app, '2027-01');
    expect(await app.ask<unknown>(report)).toEqual(asIf);
    // Once it is recognized there is nothing left to read otherwise.
    expect(await app.ask<unknown>(`${report}&basis=recognized`)).toEqual(asIf);
  });
});

describe('the earlier end of a fade', () => {
  const fade = async (earlier: string) =>
    (await app.ask<Answer<'fade'>>(`/fade?through=2027-02&from=2027-01${earlier}`)).rows.find(
      ({ code }) => code === 'GATE',
    );

  test('is as it was known when its month was done with, or as it is known now', async () => {
    await recognize(app, '2027-01');
    const byHand = { project: 'GATE', month: '2027-01', amount: '90,000', reason: 'Told in February' };
    await app.order('POST', '/records/estimate-override', { fields: byHand });
    // Contract 100,000: expected at first to cost 80,000, and 90,000 as known now.
    expect([(await fade(''))?.before, (await fade(''))?.after]).toEqual([2_000_000, 1_000_000]);
    expect((await fade('&earlier=then'))?.before).toBe(2_000_000);
    expect((await fade('&earlier=now'))?.before).toBe(1_000_000);
    expect((await fade('&earlier=now'))?.fade).toBe(0);
    expect((await fade('&earlier=then'))?.fade).toBe(-1_000_000);
  });
});

describe('the WIP schedule beside an earlier month', () => {
  const gate = async (more = '') => {
    const { rows, totals } = await app.ask<Answer<'wip-then-and-now'>>(
      `/wip-then-and-now?through=2027-02&from=2027-01${more}`,
    );
    return { row: rows.find(({ code }) => code === 'GATE'), totals };
  };

  test('says of each contract what moved since, as its month was known when it was done with', async () => {
    await recognize(app, '2027-01');
    const byHand = { project: 'GATE', month: '2027-01', amount: '90,000', reason: 'Told in February' };
    await app.order('POST', '/records/estimate-override', { fields: byHand });
    const then = await gate();
    expect(then.row?.amounts).toMatchObject({
      estimate: { then: 8_000_000, now: 9_000_000, change: 1_000_000 },
      earned: { then: 1_000_000, now: 1_000_000, change: 0 },
    });
    expect(then.row?.marginThen).toEqual({ numerator: 2_000_000, denominator: 10_000_000 });
    expect((await gate('&earlier=now')).row?.amounts.estimate.change).toBe(0);
    const schedule = await app.ask<Answer<'wip-schedule'>>('/wip-schedule?through=2027-02');
    expect(then.totals.earned.now).toBe(schedule.totals.earnedCents);
    expect(then.totals.contract.now).toBe(schedule.totals.contractCents);
  });
});

describe('profit explained', () => {
  const explained = (against: string, more = '') =>
    app.ask<Answer<'profit-explained'>>(`/profit-explained?through=2027-01&against=${against}${more}`);

  test.each(['month', 'estimate', 'forecast'])('steps lead from what was to what is: %s', async (against) => {
    const { fromCents, toCents, steps, rows } = await explained(against);
    expect(fromCents + steps.reduce((all, { amountCents }) => all + amountCents, 0)).toBe(toCents);
    // GATE: 8,000 of 80,000 are a tenth of 100,000.
    expect(toCents).toBe(200_000);
    expect(rows.at(-1)?.afterCents).toBe(toCents);
    const parts = rows.filter(({ kind }) => kind === 'part');
    expect(parts.every(({ projectId }) => projectId !== null)).toBe(true);
  });

  test('of one project its lines are named, each traced to its cost', async () => {
    const { rows } = await explained('estimate', '&project=1');
    const parts = rows.filter(({ kind }) => kind === 'part');
    expect(parts.length).toBeGreaterThan(0);
    for (const { cost } of parts) {
      const trace = await app.ask<{ amountCents: number }>(`/trace?figure=${cost?.figure}`);
      expect(trace).toMatchObject({ amountCents: cost?.amountCents });
    }
  });

  test('a client’s is that of its projects', async () => {
    const { rows } = await app.ask<{ rows: { id: number; fields: { code: string } }[] }>('/records/client');
    const all = await Promise.all(rows.map(({ id }) => explained('month', `&client=${id}`)));
    expect(all.reduce((sum, { toCents }) => sum + toCents, 0)).toBe((await explained('month')).toCents);
  });
});
