import { describe, expect, test } from 'vitest';
import { codingKey } from '../ledger/dimensions.ts';
import { costCodeId, phaseId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { percent } from '../money/ratio.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { projectOutcomes } from './project-outcome.ts';
import { GATE, SAMPLE } from './sample-catalog.test.sample.ts';

const BEFORE: ProjectPosition = {
  project: GATE,
  contract: cents(1_000_000),
  included: cents(0),
  budget: cents(600_000),
  lineEstimates: cents(600_000),
  zeroMargin: { cost: cents(0), estimate: cents(0) },
  forecastMonth: null,
  override: null,
  costToDate: cents(490_000),
  earned: cents(0),
  billed: cents(0),
  billable: cents(0),
  ...{ told: null, toldOn: null, wasted: cents(0) },
  ...{ provision: cents(0), split: null, phaseEarned: [] },
  stage: 'under way',
};
const stone = { project: GATE.id, phase: phaseId(7), costCode: costCodeId(11), costType: 'material' as const };

test('what a bill does: cost, estimate, percent, margin and what is left of its line', () => {
  // 1,500.00 on a line with 1,000.00 left: 500.00 over, so the estimate rises to 6,500.00.
  const [effect] = projectOutcomes([{ project: GATE, coding: stone, cost: cents(150_000), at: '' }], [BEFORE], {
    catalog: SAMPLE,
    kept: null,
  });
  expect(effect).toMatchObject({
    code: 'GATE',
    cost: { before: 490_000, after: 640_000 },
    estimate: { before: 600_000, after: 650_000 },
    budgetLeft: [{ label: 'A/31-250 material', left: { before: 100_000, after: -50_000 } }],
  });
  expect(effect && percent(effect.complete.before)).toBe('81.67');
  expect(effect && percent(effect.complete.after)).toBe('98.46');
  expect(effect?.margin.after && percent(effect.margin.after)).toBe('35.00');
});

test('a project that is not known has no effect to show', () => {
  expect(
    projectOutcomes([{ project: GATE, coding: stone, cost: cents(1), at: '' }], [], { catalog: SAMPLE, kept: null }),
  ).toEqual([]);
});

describe('a coding without a budget line', () => {
  const boat = { project: GATE.id, phase: null, costCode: costCodeId(13), costType: 'equipment' as const };
  const stand = (actual: number, forecast: number | null) => ({
    budget: cents(0),
    actual: cents(actual),
    committed: cents(0),
    forecast: forecast === null ? null : { estimate: cents(forecast), approvedSince: cents(0) },
    ended: false,
    ...{ isBudgeted: false, isZeroMargin: false },
  });
  test.each([
    // 1,000 budgeted elsewhere; 100 spent here and forecast at 150: 50 more stays within the forecast.
    {
      case: 'with a forecast ends where that says',
      there: stand(10_000, 15_000),
      cost: 5_000,
      before: 115_000,
      after: 115_000,
    },
    {
      case: 'takes a credit of 60 off what it cost',
      there: stand(10_000, null),
      cost: -6_000,
      before: 110_000,
      after: 104_000,
    },
    { case: 'costs what comes in', there: stand(10_000, null), cost: 5_000, before: 110_000, after: 115_000 },
  ])('$case', ({ there, cost, before, after }) => {
    const catalog = { ...SAMPLE, stands: new Map([[codingKey(boat), there]]) };
    const position = { ...BEFORE, budget: cents(100_000), lineEstimates: cents(before), costToDate: cents(10_000) };
    const [effect] = projectOutcomes([{ project: GATE, coding: boat, cost: cents(cost), at: '' }], [position], {
      catalog,
      kept: null,
    });
    expect(effect?.estimate).toEqual({ before, after });
  });
});
