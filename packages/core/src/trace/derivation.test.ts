import { describe, expect, test } from 'vitest';
import { month } from '../calendar/month.ts';
import { GATE } from '../documents/sample-catalog.test.sample.ts';
import { cents } from '../money/cents.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { positionDerivation, valueText, type PositionFigure } from './derivation.ts';
import { figureKey } from './figure.ts';

const POSITION: ProjectPosition = {
  project: GATE,
  contract: cents(100_000),
  included: cents(0),
  budget: cents(80_000),
  lineEstimates: cents(85_000),
  zeroMargin: { cost: cents(0), estimate: cents(0) },
  forecastMonth: null,
  override: null,
  costToDate: cents(34_000),
  earned: cents(40_000),
  billed: cents(55_000),
  billable: cents(0),
  ...{ told: null, toldOn: null, wasted: cents(0) },
  ...{ provision: cents(0), split: null, phaseEarned: [] },
  stage: 'under way',
};
const derived = (name: PositionFigure, more: Partial<ProjectPosition> = {}, kept: number | null = null) =>
  positionDerivation(name, {
    position: { ...POSITION, ...more },
    costRecognized: cents(30_000),
    lossExpense: cents(1_000),
    through: month('2027-03'),
    kept,
  });

describe('how a figure is worked out', () => {
  test.each<{ name: PositionFigure; formula: string; value: string; inputs: readonly string[] }>([
    {
      name: 'estimate',
      formula:
        'each line by its forecast and the change orders since, or, without one, the larger of budget and what is cost or committed',
      value: '850.00',
      inputs: ['800.00', '50.00'],
    },
    {
      name: 'complete',
      formula: 'cost to date ÷ estimated cost at completion',
      value: '40.00 %',
      inputs: ['340.00', '850.00'],
    },
    { name: 'overbilled', formula: 'billed − earned', value: '150.00', inputs: ['550.00', '400.00'] },
    {
      name: 'profit-at-completion',
      formula: 'contract price − estimated cost at completion',
      value: '150.00',
      inputs: ['1,000.00', '850.00'],
    },
    {
      name: 'margin',
      formula: '(contract price − estimated cost at completion) ÷ contract price',
      value: '15.00 %',
      inputs: ['1,000.00', '850.00'],
    },
    {
      name: 'profit-to-date',
      formula: 'earned − cost recognized − expected loss',
      value: '90.00',
      inputs: ['400.00', '300.00', '10.00'],
    },
    { name: 'backlog', formula: 'contract price − earned', value: '600.00', inputs: ['1,000.00', '400.00'] },
    {
      name: 'cost-to-complete',
      formula: 'estimated cost at completion − cost to date',
      value: '510.00',
      inputs: ['850.00', '340.00'],
    },
  ])('$name', ({ name, formula, value, inputs }) => {
    const found = derived(name);
    expect(found.formula).toBe(formula);
    expect(valueText(found.value)).toBe(value);
    expect(found.inputs.map((input) => valueText(input.value))).toEqual(inputs);
  });

  test('an estimate set by hand names its reason', () => {
    const found = derived('estimate', {
      override: { month: month('2027-02'), amount: cents(90_000), reason: 'Harder ground', approvedSince: cents(500) },
    });
    expect(found.inputs.map(({ label }) => label)).toEqual(['Set by hand: Harder ground', 'Approved since']);
  });

  test('a finished project costs what it cost', () => {
    expect(derived('estimate', { stage: 'finished' }).formula).toContain('finished');
    expect(valueText(derived('complete', { stage: 'finished' }).value)).toBe('100.00 %');
  });

  test('kept decimals are said', () => {
    expect(derived('complete', {}, 1).formula).toBe('cost to date ÷ estimated cost at completion, kept to 1 decimals');
  });

  test('without a contract there is no margin to derive', () => {
    expect(valueText(derived('margin', { contract: cents(0) }).value)).toBe('none');
  });

  test('inputs can be traced further, down to what is posted', () => {
    expect(derived('overbilled').inputs.map(({ figure }) => figure && figureKey(figure))).toEqual([
      'billed.p1.t2027-03',
      'earned.p1.t2027-03',
    ]);
  });
});
