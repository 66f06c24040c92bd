import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { position, PROJECT } from './position.test.sample.ts';
import { NO_RUN_COST, recognitionRow, recognized, type RunCost, type RunPolicy } from './recognition-run.ts';
import type { Stage } from './stage.ts';

const POLICY: RunPolicy = { month: month('2027-03'), kept: null, forecastMonths: 1 };

describe('what waits', () => {
  const coding = { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' as const };
  const cost: RunCost = {
    held: [{ coding, amount: cents(500) }],
    recognized: [{ coding, amount: cents(1_500) }],
    overForecast: [],
  };
  const waiting = position({ contract: 0, cost: 20, budget: 80 }, { earned: cents(700), provision: cents(90) });
  test('without a contract nothing is earned, no loss provided for, and recognized cost goes back to WIP', () => {
    const found = recognitionRow(waiting, cost, POLICY);
    expect(recognized(found)).toMatchObject({ earned: -700, lossProvision: -90 });
    expect(found.released).toEqual([{ coding, amount: -1_500 }]);
    expect(found.warnings).toMatchObject([{ kind: 'no-contract', cost: 2_000 }]);
  });
  test('cost that is expensed as incurred never waited', () => {
    const found = recognitionRow({ ...waiting, project: { ...PROJECT, costTreatment: 'expense' } }, cost, POLICY);
    expect(found.released).toEqual([]);
  });
  test('without an estimate the same, and the run says so', () => {
    const found = recognitionRow(position({ contract: 100, cost: 20, budget: 0 }), cost, POLICY);
    expect([found.earnedToDate, found.provisionToDate]).toEqual([0, 0]);
    expect(found.warnings.map(({ kind }) => kind)).toEqual(['no-estimate']);
  });
  test('a project that has ended waits no more', () => {
    const found = recognitionRow(position({ contract: 0, cost: 20, budget: 80 }, { stage: 'cancelled' }), cost, POLICY);
    expect([found.earnedToDate, found.provisionToDate, found.released]).toEqual([0, 0, cost.held]);
  });
});

test('lines that cost more than their forecast are named one by one, until the project has ended', () => {
  const overForecast = [{ code: '31-250 material', cost: cents(900), forecast: cents(500) }];
  const warned = (stage: Stage) =>
    recognitionRow(
      position({ contract: 100, cost: 40, budget: 80 }, { stage }),
      { ...NO_RUN_COST, overForecast },
      POLICY,
    ).warnings.filter(({ kind }) => kind === 'line-over-forecast');
  expect(warned('under way')).toMatchObject([{ at: 'P-1', code: '31-250 material', cost: 900, forecast: 500 }]);
  expect(warned('finished')).toEqual([]);
});

describe('an old forecast', () => {
  test.each([
    { case: 'of this month', forecast: '2027-03', age: 1, marked: false },
    { case: 'as old as allowed', forecast: '2027-02', age: 1, marked: false },
    { case: 'older', forecast: '2027-01', age: 1, marked: true },
    { case: 'older, where nobody minds', forecast: '2026-01', age: null, marked: false },
    { case: 'none', forecast: null, age: 1, marked: false },
  ])('$case', ({ forecast, age, marked }) => {
    const of = position(
      { contract: 100, cost: 40, budget: 80 },
      { forecastMonth: forecast === null ? null : month(forecast) },
    );
    const { warnings } = recognitionRow(of, NO_RUN_COST, { ...POLICY, forecastMonths: age });
    expect(warnings.some(({ kind }) => kind === 'forecast-old')).toBe(marked);
  });
});
