import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { position, PROJECT } from './position.test.sample.ts';
import {
  changesAnything,
  NO_RUN_COST,
  recognitionRow,
  recognized,
  releasedCost,
  type RecognitionRow,
  type RunCost,
  type RunPolicy,
} from './recognition-run.ts';
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
    expect(recognized(found)).toMatchObject({ earned: [{ phase: null, amount: -700 }], lossProvision: -90 });
    expect(found.released).toEqual([{ coding, amount: -1_500 }]);
    expect(found.warnings).toMatchObject([{ kind: 'no-contract', cost: 2_000 }]);
  });
  test('cost that is expensed as incurred never waits; what was held before goes to the result', () => {
    const found = recognitionRow({ ...waiting, project: { ...PROJECT, costTreatment: 'expense' } }, cost, POLICY);
    expect(found.released).toEqual(cost.held);
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

test('lines that cost more than their forecast are named, what they change most first, until the project has ended', () => {
  // Of 100 at 80, 40 spent: 50.00 earned. Four more: 40 ÷ 84, 47.62; two more: 40 ÷ 82, 48.78.
  const line = { phase: null, committed: cents(0), isZeroMargin: false };
  const overForecast = [
    { ...line, code: '31-100 labor', cost: cents(700), forecast: cents(500) },
    { ...line, code: '31-250 material', cost: cents(900), forecast: cents(500) },
  ];
  const warned = (stage: Stage) =>
    recognitionRow(
      position({ contract: 100, cost: 40, budget: 80 }, { stage }),
      { ...NO_RUN_COST, overForecast },
      POLICY,
    ).warnings.filter(({ kind }) => kind === 'line-over-forecast');
  expect(warned('under way')).toMatchObject([
    { at: 'P-1', code: '31-250 material', cost: 900, forecast: 500, effect: -238 },
    { at: 'P-1', code: '31-100 labor', cost: 700, forecast: 500, effect: -122 },
  ]);
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

describe('whether a row of a run posts anything', () => {
  const row = (change: Partial<RecognitionRow>): RecognitionRow => {
    const made = recognitionRow(position({ contract: 100, cost: 40, budget: 80 }), NO_RUN_COST, POLICY);
    return {
      ...made,
      earnedBefore: made.earnedToDate,
      provisionToDate: made.position.provision,
      released: [],
      ...change,
    };
  };
  const coding = { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' as const };

  test.each([
    { case: 'nothing', change: {}, posts: false },
    { case: 'earned', change: { earnedBefore: cents(-1) }, posts: true },
    { case: 'a loss', change: { provisionToDate: cents(1) }, posts: true },
    { case: 'cost released', change: { released: [{ coding, amount: cents(1) }] }, posts: true },
    { case: 'cost of nothing', change: { released: [{ coding, amount: cents(0) }] }, posts: false },
  ])('$case', ({ change, posts }) => {
    expect(changesAnything(row(change))).toBe(posts);
  });

  test('what it releases is added up', () => {
    const released = [
      { coding, amount: cents(5) },
      { coding, amount: cents(-2) },
    ];
    expect(releasedCost(row({ released }))).toBe(3);
  });
});

describe('what a run warns of', () => {
  const kinds = (...args: Parameters<typeof position>) =>
    recognitionRow(position(...args), NO_RUN_COST, POLICY).warnings.map(({ kind }) => kind);

  test('a loss, with its amount', () => {
    expect(recognitionRow(position({ contract: 100, cost: 40, budget: 130 }), NO_RUN_COST, POLICY).warnings).toEqual([
      { at: 'P-1', kind: 'loss-expected', project: 'P-1', loss: 3_000 },
    ]);
    expect(kinds({ contract: 100, cost: 40, budget: 100 })).toEqual([]);
  });

  test('a project without a contract only once it cost something', () => {
    expect(kinds({ contract: 0, cost: 0, budget: 80 })).toEqual([]);
    expect(kinds({ contract: 0, cost: 1, budget: 80 })).toEqual(['no-contract']);
  });

  test('cost above its estimate, and not at it', () => {
    expect(kinds({ contract: 100, cost: 80, budget: 80 })).toEqual([]);
    expect(recognitionRow(position({ contract: 100, cost: 81, budget: 80 }), NO_RUN_COST, POLICY).warnings).toEqual([
      { at: 'P-1', kind: 'cost-over-estimate', project: 'P-1', cost: 8_100, estimate: 8_000 },
    ]);
  });

  test('a forecast older than allowed, and not one as old', () => {
    const old = (forecastMonth: string, policy: Partial<RunPolicy> = {}) =>
      recognitionRow(
        position({ contract: 100, cost: 4, budget: 80 }, { forecastMonth: month(forecastMonth) }),
        NO_RUN_COST,
        {
          ...POLICY,
          ...policy,
        },
      ).warnings.map(({ kind }) => kind);
    expect(old('2027-02')).toEqual([]);
    expect(old('2027-01')).toEqual(['forecast-old']);
    expect(old('2026-01', { forecastMonths: null })).toEqual([]);
  });
});
