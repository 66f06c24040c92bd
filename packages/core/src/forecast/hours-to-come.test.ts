import { describe, expect, test } from 'vitest';
import type { BudgetRow } from '../budget/budget-against-actual.ts';
import { costCodeId, projectId } from '../ledger/ids.ts';
import { cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { hoursToCome } from './hours-to-come.ts';

const hours = (of: number) => quantity(of * 10_000);
const money = (dollars: number) => cents(dollars * 100);

/** 400 hours at 40.00: 16,000.00, of which 6,000.00 is spent. */
const crew = (more: Partial<BudgetRow> = {}, unit = 'h'): BudgetRow => ({
  coding: { project: projectId(1), phase: null, costCode: costCodeId(1), costType: 'labor' },
  budget: {
    ...{ original: money(16_000), changes: money(0), price: money(0) },
    units: { kind: 'of', quantity: hours(400), unit },
  },
  ...{ actual: money(6_000), committed: money(0), forecast: null, ended: false, isZeroMargin: false },
  ...more,
});

describe('hours still to come of a line', () => {
  test.each([
    // 10,000.00 at 40.00.
    { case: 'by its budget', row: crew(), forecast: undefined, left: 250 },
    {
      case: 'forecast dearer',
      row: crew({ forecast: { estimate: money(18_000), approvedSince: money(0) } }),
      forecast: undefined,
      left: 300,
    },
    {
      case: 'forecast by units: those that are left',
      row: crew(),
      forecast: { method: 'units', input: '180' } as const,
      left: 220,
    },
    {
      case: 'more units done than budgeted',
      row: crew(),
      forecast: { method: 'units at budget', input: '500' } as const,
      left: 0,
    },
    { case: 'spent', row: crew({ actual: money(17_000) }), forecast: undefined, left: 0 },
    { case: 'not counted in hours', row: crew({}, 'week'), forecast: undefined, left: 0 },
    { case: 'of a project that has ended', row: crew({ ended: true }), forecast: undefined, left: 0 },
    { case: 'nobody budgeted', row: crew({ budget: null }), forecast: undefined, left: 0 },
    {
      case: 'no labor',
      row: { ...crew(), coding: { ...crew().coding, costType: 'material' as const } },
      forecast: undefined,
      left: 0,
    },
  ])('$case', ({ row, forecast, left }) => {
    expect(hoursToCome(row, forecast)).toBe(hours(left));
  });

  test('whatever hours are called', () => {
    for (const unit of ['h', 'hr', 'hrs', 'Hours ', 'hour'])
      expect(hoursToCome(crew({}, unit), undefined)).toBe(hours(250));
  });
});
