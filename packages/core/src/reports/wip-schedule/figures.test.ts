import { describe, expect, test } from 'vitest';
import { GATE } from '../../documents/sample-catalog.test.sample.ts';
import { cents } from '../../money/cents.ts';
import { percent } from '../../money/ratio.ts';
import type { ProjectPosition } from '../../progress/project-position.ts';
import { belongsInSchedule, wipRow } from './figures.ts';

const money = (dollars: number) => cents(dollars * 100);
const BASE: ProjectPosition = {
  project: GATE,
  contract: money(812_000),
  included: cents(0),
  budget: money(609_000),
  lineEstimates: money(609_000),
  zeroMargin: { cost: cents(0), estimate: cents(0) },
  forecastMonth: null,
  override: null,
  costToDate: money(178_640),
  earned: cents(23_818_667),
  billed: money(250_000),
  billable: cents(0),
  ...{ told: null, toldOn: null, wasted: cents(0) },
  ...{ provision: cents(0), split: null, phaseEarned: [] },
  stage: 'under way',
};

test('a row of the schedule, worked by hand', () => {
  const row = wipRow(BASE, { costOfRevenue: money(178_640), lossExpense: cents(0) }, null);
  expect(row.estimatedGrossProfit).toBe(20_300_000);
  expect(row.estimatedMargin && percent(row.estimatedMargin)).toBe('25.00');
  expect(row.grossProfitToDate).toBe(5_954_667);
  expect([row.overbilled, row.underbilled]).toEqual([1_181_333, 0]);
  expect(row.backlog).toBe(57_381_333);
  expect(row.costToComplete).toBe(43_036_000);
});

test('profit to date is earned less what was recognized as cost and less the loss provided for', () => {
  const row = wipRow(BASE, { costOfRevenue: money(178_640), lossExpense: money(1_000) }, null);
  expect(row.grossProfitToDate).toBe(5_854_667);
});

test('underbilled is the other column, and never both', () => {
  const row = wipRow({ ...BASE, billed: money(200_000) }, { costOfRevenue: cents(0), lossExpense: cents(0) }, null);
  expect([row.overbilled, row.underbilled]).toEqual([0, 3_818_667]);
});

test('without a contract price there is no margin', () => {
  expect(
    wipRow({ ...BASE, contract: cents(0) }, { costOfRevenue: cents(0), lossExpense: cents(0) }, null).estimatedMargin,
  ).toBeNull();
});

describe('what belongs in the schedule', () => {
  const nothing = { contract: cents(0), costToDate: cents(0), earned: cents(0), billed: cents(0) };
  test.each([
    { case: 'a contract under way', of: BASE, belongs: true },
    { case: 'an internal project', of: { ...BASE, project: { ...GATE, kind: 'internal' as const } }, belongs: false },
    {
      case: 'a proposal nobody worked on',
      of: { ...BASE, ...nothing, contract: money(1), project: { ...GATE, status: 'proposed' as const } },
      belongs: false,
    },
    { case: 'a proposal with cost', of: { ...BASE, project: { ...GATE, status: 'proposed' as const } }, belongs: true },
    { case: 'a project of nothing', of: { ...BASE, ...nothing }, belongs: false },
    {
      case: 'a cancelled project with cost',
      of: { ...BASE, project: { ...GATE, status: 'cancelled' as const } },
      belongs: true,
    },
  ])('$case', ({ of, belongs }) => {
    expect(belongsInSchedule(of)).toBe(belongs);
  });

  test.each([
    { case: 'under way', status: 'active' as const, byContract: true },
    { case: 'proposed', status: 'proposed' as const, byContract: false },
    { case: 'cancelled', status: 'cancelled' as const, byContract: false },
  ])(
    '$case: any cost, anything earned or billed; a contract alone only once it is under way',
    ({ status, byContract }) => {
      const only = (amount: object) =>
        belongsInSchedule({ ...BASE, ...nothing, ...amount, project: { ...GATE, status } });
      expect([only({}), only({ contract: money(1) })]).toEqual([false, byContract]);
      expect([only({ costToDate: money(-1) }), only({ earned: money(1) }), only({ billed: money(1) })]).toEqual([
        ...[true, true, true],
      ]);
    },
  );
});
