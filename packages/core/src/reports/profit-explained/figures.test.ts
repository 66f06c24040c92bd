import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { CostType } from '../../ledger/cost-type.ts';
import { codingTo } from '../../ledger/dimensions.ts';
import { costCodeId } from '../../ledger/ids.ts';
import { cents, sum } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import { position, PROJECT } from '../../progress/position.test.sample.ts';
import { STEPS } from './names.ts';
import { explainedByMonth, explainedByPlan, lineSteps, stepsTogether, type PlannedLine } from './figures.ts';

const money = (dollars: number) => cents(Math.round(dollars * 100));
const units = (of: number) => quantity(Math.round(of * 10_000));

function line(
  costType: CostType,
  of: { planned: number; actual: number; units?: readonly [number, string]; taken?: number; inUnits?: number },
): PlannedLine {
  return {
    coding: codingTo({ project: PROJECT.id, costCode: costCodeId(costType.length), costType }),
    planned: money(of.planned),
    units: of.units === undefined ? { kind: 'none' } : { kind: 'of', quantity: units(of.units[0]), unit: of.units[1] },
    actual: money(of.actual),
    actualUnits: units(of.taken ?? 0),
    actualInUnits: money(of.inUnits ?? of.actual),
  };
}

describe('what a line took from profit, worked by hand', () => {
  test.each([
    {
      // Half done: 100 h were planned at 40. 120 h at 42 cost 5,040: 240 by the rate, 20 h too many at 40.
      case: 'labor in hours',
      of: line('labor', { planned: 8_000, units: [200, 'h'], actual: 5_040, taken: 120 }),
      steps: [
        ['labor rate', -240],
        ['hours', -800],
      ],
    },
    {
      // 50 t were planned at 45. 48 t at 50 cost 2,400: 240 by the price, 2 t fewer saved 90.
      case: 'material in tons',
      of: line('material', { planned: 4_500, units: [100, 't'], actual: 2_400, taken: 48 }),
      steps: [
        ['buying price', -240],
        ['quantity', 90],
      ],
    },
    {
      case: 'material of which no quantity is told',
      of: line('material', { planned: 4_500, units: [100, 't'], actual: 2_400 }),
      steps: [['material', -150]],
    },
    {
      case: 'material of which some was bought without units',
      of: line('material', { planned: 4_500, units: [100, 't'], actual: 2_400, taken: 20, inUnits: 900 }),
      steps: [['material', -150]],
    },
    {
      case: 'labor that is budgeted in days',
      of: line('labor', { planned: 8_000, units: [25, 'day'], actual: 3_000, taken: 80 }),
      steps: [['labor', 1_000]],
    },
    {
      case: 'a subcontract, by its amount',
      of: line('subcontract', { planned: 10_000, units: [1, 'set'], actual: 6_000, taken: 1 }),
      steps: [['subcontract', -1_000]],
    },
    { case: 'nothing planned', of: line('other', { planned: 0, actual: 250 }), steps: [['other', -250]] },
  ])('$case', ({ of, steps }) => {
    expect(lineSteps(of, ratio(1, 2)).map(({ name, amount }) => [name, amount / 100])).toEqual(steps);
  });

  test('units say what was planned for the work, and what it took', () => {
    const [, hours] = lineSteps(
      line('labor', { planned: 8_000, units: [200, 'h'], actual: 5_040, taken: 120 }),
      ratio(1, 2),
    );
    expect(hours?.units).toEqual({ unit: 'h', planned: units(100), taken: units(120) });
  });
});

test('a contract whose hours ran over: planned profit of the work, less what they took', () => {
  // 100,000 for 80,000, measured 50 % by what was told: 10,000 planned; labor of 41,000 for 40,000 planned.
  const now = position(
    { contract: 100_000, cost: 41_000, budget: 80_000 },
    { project: { ...PROJECT, method: 'surveyed' }, told: ratio(1, 2) },
  );
  const lines = [line('labor', { planned: 80_000, units: [2_000, 'h'], actual: 41_000, taken: 1_025 })];
  const { from, steps, to } = explainedByPlan(now, lines, null);
  expect([from, to]).toEqual([money(10_000), money(9_000)]);
  expect(stepsTogether(steps, STEPS)).toEqual([{ name: 'hours', amount: money(-1_000) }]);
});

test('against the month before: what changed since, from profit then to profit now', () => {
  const then = { position: position({ contract: 100_000, cost: 20_000, budget: 80_000 }), kept: null };
  const now = { position: position({ contract: 100_000, cost: 45_000, budget: 90_000 }), kept: null };
  // 25 % of 100,000 less 20,000; 56.25 % with the cost of now; 50 % of it by the estimate of now.
  expect(explainedByMonth(then, now)).toMatchObject({
    from: money(5_000),
    steps: [
      { name: 'work', amount: money(6_250) },
      { name: 'estimate', amount: money(-6_250) },
    ],
    to: money(5_000),
  });
});

test('steps lead from what was planned to what is, whatever was planned and came', () => {
  const anyLine = fc.record({
    type: fc.constantFrom('labor' as const, 'material' as const, 'subcontract' as const, 'other' as const),
    planned: fc.integer({ min: 0, max: 90_000 }),
    actual: fc.integer({ min: -500, max: 120_000 }),
    units: fc.option(fc.tuple(fc.integer({ min: 1, max: 900 }), fc.constantFrom('h', 't', 'day')), { nil: undefined }),
    taken: fc.integer({ min: 0, max: 2_000 }),
  });
  fc.assert(
    fc.property(
      fc.array(anyLine, { maxLength: 5 }),
      fc.record({ contract: fc.integer({ min: 0, max: 400_000 }), included: fc.integer({ min: 0, max: 9_000 }) }),
      (rows, { contract, included }) => {
        const lines = rows.map(({ type, units: of, ...rest }) => line(type, { ...rest, ...(of ? { units: of } : {}) }));
        const total = (of: (row: (typeof rows)[number]) => number) => rows.reduce((all, row) => all + of(row), 0);
        const now = position(
          { contract, cost: total(({ actual }) => actual), budget: total(({ planned }) => planned) },
          { included: money(included) },
        );
        const { from, steps, to } = explainedByPlan(now, lines, null);
        expect(from + sum(steps.map(({ amount }) => amount))).toBe(to);
        const byMonth = explainedByMonth(
          { position: now, kept: null },
          { position: { ...now, wasted: money(1) }, kept: null },
        );
        expect(byMonth.from + sum(byMonth.steps.map(({ amount }) => amount))).toBe(byMonth.to);
      },
    ),
  );
});
