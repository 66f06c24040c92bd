import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { BudgetRow } from '../../budget/budget-against-actual.ts';
import { costCodeId, projectId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { percent } from '../../money/ratio.ts';
import {
  againstBySection,
  estimateAgainstActual,
  furthestOverFirst,
  NOT_ESTIMATED,
  SEVERAL_SECTIONS,
  together,
  type EstimatedLine,
} from './figures.ts';

const coding = (code: number, project = 1) => ({
  ...{ project: projectId(project), phase: null, costCode: costCodeId(code), costType: 'material' as const },
});

interface Made {
  readonly code: number;
  readonly actual: number;
  /** Original and changes; none for what nobody estimated. */
  readonly budget?: readonly [number, number];
  readonly price?: number;
  readonly forecast?: number;
  readonly finished?: boolean;
}

function budgetRow({ code, actual, budget, price = 0, forecast, finished = false }: Made): BudgetRow {
  const [original = 0, changes = 0] = budget ?? [];
  const amounts = { original: cents(original), changes: cents(changes), price: cents(price) };
  return {
    coding: coding(code),
    budget: budget ? { ...amounts, units: { kind: 'none' } } : null,
    actual: cents(actual),
    committed: cents(0),
    forecast: forecast === undefined ? null : { estimate: cents(forecast), approvedSince: cents(0) },
    ended: finished,
    isZeroMargin: false,
  };
}

const estimated = (code: number, section: string, price: number, isChange = false): EstimatedLine => ({
  ...{ project: projectId(1), coding: coding(code), section, price: cents(price), isChange },
});

describe('a line against its estimate', () => {
  test.each([
    { case: 'under target', row: { budget: [1_000, 0], actual: 400 }, over: -600, share: '-60.0', at: 1_000 },
    { case: 'on target', row: { budget: [1_000, 0], actual: 1_000 }, over: 0, share: '0.0', at: 1_000 },
    { case: 'over target', row: { budget: [1_000, 0], actual: 1_250 }, over: 250, share: '25.0', at: 1_250 },
    {
      case: 'with a change approved',
      row: { budget: [1_000, 500], actual: 1_250 },
      over: -250,
      share: '-16.7',
      at: 1_500,
    },
    {
      case: 'with a change that deducts',
      row: { budget: [1_000, -200], actual: 900 },
      over: 100,
      share: '12.5',
      at: 900,
    },
    {
      case: 'forecast above it',
      row: { budget: [1_000, 0], actual: 400, forecast: 1_700 },
      over: -600,
      share: '-60.0',
      at: 1_700,
    },
    {
      case: 'of a project that has ended',
      row: { budget: [1_000, 0], actual: 400, finished: true },
      over: -600,
      share: '-60.0',
      at: 400,
    },
    { case: 'not estimated', row: { actual: 70 }, over: 70, share: null, at: 70 },
  ] as const)('$case', ({ row, over, share, at }) => {
    const [found] = estimateAgainstActual([budgetRow({ code: 1, ...row })], []);
    expect([found?.over, found?.completion]).toEqual([over, at]);
    expect(found?.overShare ? percent(found.overShare, 1).replace('−', '-') : null).toBe(share);
  });
});

test('over target first, the furthest over first of all; the others stay in their order', () => {
  const rows = furthestOverFirst(
    estimateAgainstActual(
      [
        budgetRow({ code: 1, budget: [1_000, 0], actual: 900 }),
        budgetRow({ code: 2, budget: [1_000, 0], actual: 1_100 }),
        budgetRow({ code: 3, budget: [1_000, 0], actual: 100 }),
        budgetRow({ code: 4, actual: 300 }),
        budgetRow({ code: 5, budget: [50, 0], actual: 250 }),
      ],
      [],
    ),
  );
  expect(rows.map(({ coding: of }) => of?.costCode)).toEqual([4, 5, 2, 1, 3]);
  expect(rows.map(({ isEstimated }) => isEstimated)).toEqual([false, true, true, true, true]);
});

test('sections are those of the estimate: one, several, or none', () => {
  const rows = estimateAgainstActual(
    [
      budgetRow({ code: 1, budget: [10, 0], actual: 0 }),
      budgetRow({ code: 2, budget: [10, 0], actual: 0 }),
      budgetRow({ code: 3, actual: 5 }),
      budgetRow({ code: 4, budget: [10, 0], actual: 0 }),
    ],
    [estimated(1, 'Site', 15), estimated(2, 'Site', 8), estimated(2, 'Structures', 9)],
  );
  expect(Object.fromEntries(rows.map(({ coding: of, section }) => [of?.costCode, section]))).toEqual({
    ...{ 1: 'Site', 2: SEVERAL_SECTIONS, 3: NOT_ESTIMATED, 4: '' },
  });
});

test('the price side: as estimated, with what changes added; a line entered by hand has the price of its budget', () => {
  const rows = estimateAgainstActual(
    [
      budgetRow({ code: 1, budget: [10, 5], actual: 0, price: 999 }),
      budgetRow({ code: 2, budget: [10, 0], actual: 0, price: 14 }),
    ],
    [estimated(1, 'Site', 15), estimated(1, 'Site', 7, true)],
  );
  expect(rows.map(({ price, priceChanges }) => [price, priceChanges])).toEqual([
    [15, 7],
    [14, 0],
  ]);
});

test('what has a price and no cost comes last, by section, so that prices add up to the contract', () => {
  const discount = { project: projectId(1), coding: null, section: 'Discount' };
  const rows = estimateAgainstActual(
    [budgetRow({ code: 1, budget: [10, 0], actual: 90 })],
    [
      { ...discount, price: cents(-3), isChange: false },
      estimated(1, 'Site', 15),
      { ...discount, price: cents(-1), isChange: true },
    ],
  );
  expect(
    rows.map(({ coding: of, section, price, priceChanges }) => [of === null, section, price, priceChanges]),
  ).toEqual([
    [false, 'Site', 15, 0],
    [true, 'Discount', -3, -1],
  ]);
  expect(together(rows)).toMatchObject({ price: 12, priceChanges: -1, actual: 90 });
});

test('what has a price and no cost stays last, by project and section, whatever is over', () => {
  const discount = (section: string, project = 1) => ({
    ...{ project: projectId(project), coding: null, section, price: cents(-3), isChange: false },
  });
  const rows = estimateAgainstActual(
    [budgetRow({ code: 1, budget: [10, 0], actual: 4 }), budgetRow({ code: 2, budget: [10, 0], actual: 90 })],
    [discount('Discount'), discount('Bond'), discount('Discount', 2), discount('Bond')],
  );
  const named = (of: typeof rows) =>
    of.map(({ project, coding: at, section, price }) => [project, at?.costCode ?? section, price]);
  const [lines, prices] = [named(rows).slice(0, 2), named(rows).slice(2)];
  expect(prices).toEqual([
    ...[
      [1, 'Discount', -3],
      [1, 'Bond', -6],
      [2, 'Discount', -3],
    ],
  ]);
  expect(rows.slice(2).map(({ isEstimated, over }) => [isEstimated, over])).toEqual([
    ...[
      [true, 0],
      [true, 0],
      [true, 0],
    ],
  ]);
  expect(named(furthestOverFirst(rows))).toEqual([...lines.toReversed(), ...prices]);
  expect(named(furthestOverFirst(rows.toReversed()))).toEqual([...lines.toReversed(), ...prices.toReversed()]);
});

describe('sections', () => {
  const section = (code: number, name: string, amounts: readonly [number, number], project = 1) => ({
    row: {
      ...budgetRow({ code, budget: [amounts[0], 0], actual: amounts[1] }),
      coding: coding(code, project),
    },
    line: { ...estimated(code, name, 1), project: projectId(project), coding: coding(code, project) },
  });
  const sections = (...of: readonly ReturnType<typeof section>[]) =>
    againstBySection(
      estimateAgainstActual(
        of.map(({ row }) => row),
        of.map(({ line }) => line),
      ),
    ).map(({ project, section: name, over }) => [project, name, over]);

  test('the furthest over by share comes first; what had no estimate comes last', () => {
    const [none, far, near, under] = [
      section(1, 'None', [0, 500]),
      section(2, 'Far', [10, 20]),
      section(3, 'Near', [100, 130]),
      section(4, 'Under', [100, 40]),
    ];
    const inOrder = [
      [1, 'Far', 10],
      [1, 'Near', 30],
      [1, 'Under', -60],
      [1, 'None', 500],
    ];
    expect(sections(none, under, near, far)).toEqual(inOrder);
    expect(sections(far, near, under, none)).toEqual(inOrder);
  });

  test('several without an estimate stay in their order', () => {
    const names = ['B', 'A', 'C'].map((name, place) => section(place + 1, name, [0, 5]));
    expect(sections(...names).map(([, name]) => name)).toEqual(['B', 'A', 'C']);
  });

  test('sections of one name are apart in different projects, and together in one', () => {
    expect(
      sections(section(1, 'Site', [10, 30]), section(2, 'Site', [10, 12]), section(1, 'Site', [10, 11], 2)),
    ).toEqual([
      [1, 'Site', 22],
      [2, 'Site', 1],
    ]);
  });
});

test('by section and together, every side is the sum of the lines', () => {
  const line = fc.record({
    code: fc.integer({ min: 1, max: 40 }),
    budget: fc.tuple(fc.nat(10_000), fc.nat(500)),
    actual: fc.integer({ min: -500, max: 12_000 }),
    section: fc.constantFrom('Site', 'Structures', ''),
    price: fc.nat(20_000),
  });
  fc.assert(
    fc.property(fc.uniqueArray(line, { selector: ({ code }) => code, maxLength: 15 }), (lines) => {
      const rows = estimateAgainstActual(
        lines.map(budgetRow),
        lines.map(({ code, section, price }) => estimated(code, section, price)),
      );
      const whole = together(rows);
      expect(together(againstBySection(rows))).toEqual(whole);
      expect(whole.actual).toBe(lines.reduce((sum, { actual }) => sum + actual, 0));
      expect(whole.over).toBe(whole.actual - whole.estimated - whole.changes);
    }),
  );
});
