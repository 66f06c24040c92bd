import { describe, expect, test } from 'vitest';
import { readForecast } from '@lowtide/core/forecast/forecast-sheet.ts';
import { costCodeId, projectId } from '@lowtide/core/ledger/ids.ts';
import { cents, ZERO } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import {
  asked,
  budgetRows,
  cellMarks,
  forecastColumns,
  forecastRows,
  gridRows,
  methodSuggestions,
  typedRows,
  type Sheet,
} from './forecast-rows.ts';

const line = (code: number, more: Partial<Sheet['lines'][number]> = {}): Sheet['lines'][number] => ({
  line: `1/0/${code}/material`,
  coding: { project: projectId(1), phase: null, costCode: costCodeId(code), costType: 'material' },
  ...{
    code: `31-${code}`,
    name: 'Stone',
    ...{ budgeted: true, isZeroMargin: false },
    units: { kind: 'of' as const, quantity: quantity(1_000_000), unit: 't' },
  },
  ...{ originalCents: cents(500_000), changesCents: cents(100_000), unitCost: rate(60_000) },
  actual: { amountCents: cents(240_000), figure: 'cost.p1.t2027-01' },
  committed: { amountCents: ZERO },
  ...{ method: 'budget' as const, input: '', reason: '', estimateCents: cents(600_000) },
  ...more,
});

const SHEET = {
  lines: [
    line(250),
    line(260, { method: 'to complete', input: '3,000.00', reason: 'Dear', estimateCents: cents(540_000) }),
    line(270, { budgeted: false, originalCents: ZERO, changesCents: ZERO }),
  ],
  position: { stage: 'under way' },
} as unknown as Sheet;

const grid = () => {
  const rows = forecastRows(SHEET);
  return gridRows(SHEET, rows, readForecast(rows, budgetRows(SHEET)).lines);
};

test('the sheet begins with the forecast that counts, line by line, with what it comes to', () => {
  expect(
    grid().map(({ code, budget, changes, actual, method, estimate, variance }) => [
      ...[code, budget, changes, actual, method, estimate, variance],
    ]),
  ).toEqual([
    ['31-250', '5,000.00', '1,000.00', '2,400.00', 'budget', '6,000.00', ''],
    ['31-260', '5,000.00', '1,000.00', '2,400.00', 'to complete', '5,400.00', '600.00'],
    ['31-270', '0.00', '', '2,400.00', 'budget', '2,400.00', '−2,400.00'],
  ]);
});

test('what is typed is taken out of the grid again, and nothing else of it', () => {
  expect(typedRows(SHEET, grid())).toEqual(forecastRows(SHEET));
  const [first] = typedRows(SHEET, [{ ...grid()[0], method: 'run rate', input: '40 %', estimate: '9,999.00' }]);
  expect(first).toEqual({ line: '1/0/250/material', method: 'run rate', input: '40 %', reason: '' });
});

test('a line that came since is put where the sheet has it, and what was typed stays with its own line', () => {
  const typed = forecastRows(SHEET).map((row) => (row.line === '1/0/260/material' ? { ...row, input: '9' } : row));
  const grown = { ...SHEET, lines: [line(240), ...SHEET.lines] } as unknown as Sheet;
  expect(forecastRows(grown, typed).map(({ line: of, input }) => [of, input])).toEqual([
    ['1/0/240/material', ''],
    ['1/0/250/material', ''],
    ['1/0/260/material', '9'],
    ['1/0/270/material', ''],
  ]);
});

describe('an empty input says what it asks for', () => {
  test.each([
    ['run rate', '% done'],
    ['Units', 'of 100 t'],
    ['units at budget', 'of 100 t'],
    ['to complete', 'remaining'],
    ['budget', undefined],
    ['nonsense', undefined],
  ])('%s', (method, input) => {
    expect(asked(SHEET, 0, method).input).toBe(input);
  });
});

test('methods are found by a part of their name, each with what it does', () => {
  expect(methodSuggestions('unit').map(({ code }) => code)).toEqual(['units', 'units at budget']);
  expect(methodSuggestions('').map(({ code, name }) => code !== '' && name !== '')).toEqual([
    true,
    true,
    true,
    true,
    true,
  ]);
});

test('only method, input and reason can be typed, and of books as once known nothing', () => {
  const typeable = (isReadOnly: boolean) =>
    forecastColumns(isReadOnly).flatMap(({ id, readOnly }) => (readOnly ? [] : [id]));
  expect(typeable(false)).toEqual(['method', 'input', 'reason']);
  expect(typeable(true)).toEqual([]);
});

test('what is wrong stands at its cell', () => {
  const { problems } = readForecast(
    [{ ...forecastRows(SHEET)[0]!, method: 'run rate', input: 'half' }],
    budgetRows(SHEET),
  );
  const marks = cellMarks(problems.map(({ at }) => ({ at, message: at })));
  expect([...marks.keys()]).toEqual(['0/input', '0/reason']);
});
