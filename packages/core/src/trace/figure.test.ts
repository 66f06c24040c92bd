import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { monthAt } from '../calendar/month.ts';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { DERIVED_FIGURES, figureKey, figureOf, POSTED_FIGURES, type Figure, type FigureName } from './figure.ts';

const number = fc.integer({ min: 1, max: 1_000_000 });
const anyMonth = fc.integer({ min: 1_950 * 12, max: 2_949 * 12 }).map(monthAt);
const anyFigure = fc.record(
  {
    name: fc.constantFrom(...([...Object.keys(POSTED_FIGURES), ...Object.keys(DERIVED_FIGURES)] as FigureName[])),
    project: fc.oneof(number, fc.constantFrom('any' as const, 'none' as const)),
    client: number,
    account: number,
    phase: fc.oneof(number, fc.constant('none' as const)),
    costCode: number,
    party: fc.oneof(number, fc.constant('none' as const)),
    employee: number,
    costType: fc.constantFrom(...COST_TYPES),
    from: anyMonth,
    through: anyMonth,
  },
  { requiredKeys: ['name', 'through'] },
);

test('a figure written as a key and read back is the same figure', () => {
  fc.assert(
    fc.property(anyFigure, (figure) => {
      expect(figureOf(figureKey(figure as Figure))).toEqual(figure);
    }),
  );
});

describe('what is no figure', () => {
  test.each([
    '',
    'earned',
    'earned.p3',
    'nothing.t2027-03',
    'earned.p0.t2027-03',
    'earned.p3.p4.t2027-03',
    'earned.x3.t2027-03',
    'earned.t2027-13',
    'toString.t2027-03',
    'earned.ygold.t2027-03',
    'earned.cnone.t2027-03',
  ])('%s', (key) => {
    expect(figureOf(key)).toBeUndefined();
  });
});

test('whatever is asked, the answer is a figure or none', () => {
  fc.assert(
    fc.property(fc.string(), (key) => {
      const figure = figureOf(key);
      if (figure !== undefined) expect(figureOf(figureKey(figure))).toEqual(figure);
    }),
  );
});
