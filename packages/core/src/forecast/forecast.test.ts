import { describe, expect, test } from 'vitest';
import { budgetRows } from '../budget/budget-against-actual.ts';
import { codingKey } from '../ledger/dimensions.ts';
import { month } from '../calendar/month.ts';
import { GATE } from '../documents/sample-catalog.test.sample.ts';
import { costCodeId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { quantity, type Units } from '../money/quantity.ts';
import { percent, ratio } from '../money/ratio.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import { forecastEffect } from './forecast-effect.ts';
import { forecastEstimate, type ForecastRule } from './forecast-estimate.ts';
import { copiedForecast, readForecast, type ForecastRow } from './forecast-sheet.ts';

/** 100 t at 50.00 budgeted, 2,400.00 spent. */
const TONS = { kind: 'of', quantity: quantity(1_000_000), unit: 't' } as const;
const BASIS = { revised: cents(500_000), actual: cents(240_000), committed: cents(0), units: TONS };

describe('a line is forecast', () => {
  test.each<{ case: string; rule: ForecastRule; estimate: number }>([
    { case: 'by its budget', rule: { method: 'budget' }, estimate: 500_000 },
    {
      case: 'by its rate: 2,400 for 40 % is 6,000 for all',
      rule: { method: 'run rate', done: ratio(40, 100) },
      estimate: 600_000,
    },
    { case: 'by its rate, rounded once', rule: { method: 'run rate', done: ratio(1, 3) }, estimate: 720_000 },
    {
      case: 'by units: 45 t for 2,400, 55 t still to come',
      rule: { method: 'units', done: quantity(450_000) },
      estimate: 533_333,
    },
    { case: 'by units, all done', rule: { method: 'units', done: quantity(1_000_000) }, estimate: 240_000 },
    {
      case: 'by units, more done than budgeted',
      rule: { method: 'units', done: quantity(1_200_000) },
      estimate: 240_000,
    },
    {
      case: 'by units at budget: 55 t at 50.00 to come',
      rule: { method: 'units at budget', done: quantity(450_000) },
      estimate: 515_000,
    },
    {
      case: 'by units at budget, none done',
      rule: { method: 'units at budget', done: quantity(0) },
      estimate: 740_000,
    },
    {
      case: 'by its remaining cost',
      rule: { method: 'to complete', toComplete: cents(275_000) },
      estimate: 515_000,
    },
    {
      case: 'by a refund still to come',
      rule: { method: 'to complete', toComplete: cents(-40_000) },
      estimate: 200_000,
    },
  ])('$case', ({ rule, estimate }) => {
    expect(forecastEstimate(rule, BASIS)).toBe(estimate);
  });

  test('by units at budget, no cent lost: 30,000 units for 100,000.00, none done', () => {
    const units = { kind: 'of', quantity: quantity(300_000_000), unit: 'each' } as const;
    const basis = { revised: cents(10_000_000), actual: cents(0), committed: cents(0), units };
    expect(forecastEstimate({ method: 'units at budget', done: quantity(0) }, basis)).toBe(10_000_000);
    expect(forecastEstimate({ method: 'units at budget', done: quantity(100_000_000) }, basis)).toBe(6_666_667);
  });

  test('by its cost where that is above the budget already', () => {
    expect(forecastEstimate({ method: 'budget' }, { ...BASIS, actual: cents(510_000) })).toBe(510_000);
    expect(forecastEstimate({ method: 'budget' }, { ...BASIS, committed: cents(270_000) })).toBe(510_000);
  });
});

const coding = (code: number) => ({
  project: GATE.id,
  phase: null,
  costCode: costCodeId(code),
  costType: 'material' as const,
});
const LINES = budgetRows(
  [
    {
      coding: coding(1),
      budget: {
        original: cents(500_000),
        changes: cents(0),
        price: cents(0),
        units: TONS,
      },
      isZeroMargin: false,
    },
  ],
  [
    { coding: coding(1), amount: BASIS.actual },
    { coding: coding(2), amount: cents(9_900) },
  ],
  [],
  { ended: new Set(), commitments: [] },
);
const lineOf = ({ actual = 240_000, units = TONS }: { readonly actual?: number; readonly units?: Units }) =>
  budgetRows(
    [
      {
        coding: coding(1),
        budget: { original: cents(500_000), changes: cents(0), price: cents(0), units },
        isZeroMargin: false,
      },
    ],
    [{ coding: coding(1), amount: cents(actual) }],
    [],
    { ended: new Set(), commitments: [] },
  );
const typed = (method: string, input: string, reason = 'Slower', code = 1): ForecastRow => ({
  line: codingKey(coding(code)),
  method,
  input,
  reason,
});

describe('the sheet', () => {
  test('forecasts every line; those nobody typed anything for by their budget', () => {
    const { lines, estimate, problems } = readForecast([typed('Run rate', '40 %')], LINES);
    expect(problems).toEqual([]);
    expect(lines.map((line) => [line.method, line.input, line.estimate])).toEqual([
      ['run rate', '40 %', 600_000],
      ['budget', '', 9_900],
    ]);
    expect(estimate).toBe(609_900);
  });

  test.each([
    { case: 'a method that is none', row: typed('guess', '1'), at: 'method', kind: 'not-a-choice' },
    { case: 'nothing where the method asks', row: typed('units', ''), at: 'input', kind: 'missing' },
    { case: 'no percent done', row: typed('run rate', '0'), at: 'input', kind: 'number-outside' },
    { case: 'more than all done', row: typed('run rate', '101'), at: 'input', kind: 'number-outside' },
    {
      case: 'a rate where nothing was spent',
      row: typed('run rate', '40'),
      lines: lineOf({ actual: 0 }),
      at: 'input',
      kind: 'no-cost-to-go-by',
    },
    {
      case: 'units where the budget has none',
      row: typed('units', '5'),
      lines: lineOf({ units: { kind: 'none' } }),
      at: 'input',
      kind: 'no-units',
    },
    {
      case: 'units that are of different kinds',
      row: typed('units at budget', '5'),
      lines: lineOf({ units: { kind: 'mixed' } }),
      at: 'input',
      kind: 'no-units',
    },
    { case: 'a line that is not there', row: typed('budget', '', '', 77), at: 'line', kind: 'unknown-code' },
    { case: 'no units done', row: typed('units', '0'), at: 'input', kind: 'number-not-positive' },
    { case: 'units taken back', row: typed('units at budget', '-1'), at: 'input', kind: 'number-not-positive' },
    { case: 'words for an amount', row: typed('to complete', 'much'), at: 'input', kind: 'unreadable-number' },
    { case: 'no reason', row: typed('to complete', '5', ' '), at: 'reason', kind: 'reason-needed' },
    { case: 'a story for a reason', row: typed('to complete', '5', 'x'.repeat(201)), at: 'reason', kind: 'too-long' },
  ])('refuses $case', ({ row, at, kind, lines = LINES }) => {
    expect(readForecast([row], lines).problems).toContainEqual(expect.objectContaining({ at: `rows/0/${at}`, kind }));
  });
});

test('what a forecast does: 700,000 estimated, now 820,000, of 420,000 spent and 600,000 earned', () => {
  const position: ProjectPosition = {
    project: GATE,
    contract: cents(100_000_000),
    included: cents(0),
    budget: cents(70_000_000),
    zeroMargin: { cost: cents(0), estimate: cents(0) },
    lineEstimates: cents(70_000_000),
    forecastMonth: null,
    override: { month: month('2027-02'), amount: cents(71_000_000), reason: 'Told', approvedSince: cents(0) },
    costToDate: cents(42_000_000),
    earned: cents(60_000_000),
    billed: cents(0),
    billable: cents(0),
    ...{ told: null, toldOn: null, wasted: cents(0) },
    ...{ provision: cents(0), split: null, phaseEarned: [] },
    stage: 'under way',
  };
  const effect = forecastEffect(
    position,
    { estimate: cents(82_000_000), zeroMargin: cents(0), phases: [] },
    {
      month: month('2027-03'),
      kept: null,
      forecastMonths: 1,
    },
  );
  expect(effect.estimate).toEqual({ before: 71_000_000, after: 82_000_000 });
  expect(percent(effect.complete.after)).toBe('51.22');
  expect(effect.margin.after && percent(effect.margin.after)).toBe('18.00');
  expect(effect.revenue).toEqual({ before: -845_070, after: -8_780_488 });
  expect(effect.provision).toEqual({ before: 0, after: 0 });
});

test.each([
  {
    case: 'by budget, with a word why',
    row: typed('', '7', 'Left as it is'),
    method: 'budget',
    input: '',
    estimate: 500_000,
  },
  { case: 'by its whole rate', row: typed('run rate', '100 %'), method: 'run rate', input: '100 %', estimate: 240_000 },
  { case: 'by units', row: typed('units', ' 45 '), method: 'units', input: '45', estimate: 533_333 },
  {
    case: 'by units at budget, none done',
    row: typed('units at budget', '0'),
    method: 'units at budget',
    input: '0',
    estimate: 740_000,
  },
  {
    case: 'by what is to come',
    row: typed(' To complete ', '100'),
    method: 'to complete',
    input: '100',
    estimate: 250_000,
  },
])('the sheet reads a line $case', ({ row, method, input, estimate }) => {
  const { lines, problems } = readForecast([row], lineOf({}));
  expect(problems).toEqual([]);
  expect(lines).toMatchObject([{ method, input, estimate, reason: row.reason, revised: 500_000, actual: 240_000 }]);
});

test('units of different kinds, and no units, are told apart', () => {
  const mixed = (units: Units) => readForecast([typed('units', '5')], lineOf({ units })).problems[0];
  expect(mixed({ kind: 'mixed' })).toMatchObject({ kind: 'no-units', mixed: true });
  expect(mixed({ kind: 'none' })).toMatchObject({ kind: 'no-units', mixed: false });
});

test('an estimate beyond what the books hold is refused at its cell', () => {
  const most = lineOf({ actual: 90_000_000_000_000 });
  const refused = (method: string, input: string) =>
    readForecast([typed(method, input)], most).problems.map(({ at, kind }) => `${at} ${kind}`);
  expect(refused('run rate', '99')).toEqual(['rows/0/input number-too-large']);
  expect(refused('run rate', '100')).toEqual([]);
  expect(refused('units', '99')).toEqual(['rows/0/input number-too-large']);
  expect(refused('units', '100')).toEqual([]);
  expect(refused('to complete', '0.01')).toEqual(['rows/0/input number-too-large']);
  expect(refused('to complete', '0')).toEqual([]);
});

test('copied, a forecast says what it said; what was to come is what is left of it', () => {
  const made = readForecast([typed('to complete', '2,000', 'Rock')], lineOf({})).lines;
  const spent = budgetRows(
    [
      {
        coding: coding(1),
        budget: { original: cents(500_000), changes: cents(0), price: cents(0), units: TONS },
        isZeroMargin: false,
      },
    ],
    [{ coding: coding(1), amount: cents(300_000) }],
    made.map(({ coding: of, estimate }) => ({ coding: of, estimate, approvedSince: cents(0) })),
    { ended: new Set(), commitments: [] },
  );
  const line = codingKey(coding(1));
  expect(copiedForecast(made, spent)).toEqual([
    { line, method: 'to complete', input: '1400.00', reason: 'Rock', estimate: 440_000 },
  ]);
  const rate = readForecast([typed('run rate', '40 %', 'Slow')], lineOf({})).lines;
  expect(copiedForecast(rate, spent)).toEqual([
    { line, method: 'run rate', input: '40 %', reason: 'Slow', estimate: 440_000 },
  ]);
  const [unknown] = copiedForecast([], spent);
  expect(unknown).toMatchObject({ line, method: 'budget', input: '', reason: '' });
});

test('a line left as it was copied keeps what it comes to, whatever it has cost since; touched, it is worked out anew', () => {
  const copied = [{ ...typed('run rate', '40 %'), estimate: cents(600_000) }];
  const spent = lineOf({ actual: 300_000 });
  const comesTo = (row: ForecastRow) => readForecast([row], spent, copied).lines.map(({ estimate }) => estimate);
  expect(comesTo(typed('Run rate', ' 40 % ', 'Another reason'))).toEqual([600_000]);
  expect(comesTo(typed('run rate', '50 %'))).toEqual([600_000]);
  expect(comesTo(typed('run rate', '60 %'))).toEqual([500_000]);
  expect(comesTo(typed('to complete', '2,000'))).toEqual([500_000]);
});

test('a line forecast below its cost is worth a look, at its cell; at its cost it is not', () => {
  const warned = (toComplete: string) =>
    readForecast([typed('to complete', toComplete)], LINES).warnings.map(({ at, kind }) => `${at} ${kind}`);
  expect(warned('-0.01')).toEqual(['rows/0/input forecast-below-cost']);
  expect(warned('0')).toEqual([]);
});
