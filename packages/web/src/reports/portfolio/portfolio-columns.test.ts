import fc from 'fast-check';
import { expect, test } from 'vitest';
import { month } from '@lowtide/core/calendar/month.ts';
import { COST_TYPES } from '@lowtide/core/ledger/cost-type.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { ratio } from '@lowtide/core/money/ratio.ts';
import { CHOICES, FIRST_CHOICE, portfolioColumns, togetherRow, type PortfolioRow } from './portfolio-columns.tsx';

const amount = fc.integer({ min: -1_000_000, max: 1_000_000 }).map((each) => cents(each));
const row: fc.Arbitrary<PortfolioRow> = fc.record({
  ...{ id: fc.integer({ min: 1, max: 99 }), code: fc.string(), name: fc.string() },
  ...{ status: fc.constant('active'), client: fc.string(), manager: fc.string() },
  complete: fc.constant(ratio(1, 2)),
  costByType: fc.array(amount, { minLength: COST_TYPES.length, maxLength: COST_TYPES.length }),
  ...{ contractCents: amount, earnedCents: amount, billedCents: amount, budgetCents: amount, estimateCents: amount },
  ...{ costCents: amount, profitAtCompletionCents: amount, profitToDateCents: amount },
  ...{ pendingPriceCents: amount, pendingCostCents: amount },
  hours: fc.nat(100_000).map((each) => quantity(each)),
});

/** Every amount of a row, those by cost type too. */
function amounts(of: PortfolioRow): readonly number[] {
  return [
    ...Object.values(of)
      .filter((value) => typeof value === 'number')
      .slice(1),
    ...of.costByType,
  ];
}

test('groups, whatever they are, add up to all', () => {
  fc.assert(
    fc.property(fc.array(row, { maxLength: 8 }), fc.array(row, { maxLength: 8 }), (some, others) => {
      const all = togetherRow('All', [...some, ...others]);
      const parts = [togetherRow('Some', some), togetherRow('Others', others)];
      const summed = togetherRow('All', parts);
      expect({ ...summed, id: null }).toEqual(all);
      expect(amounts({ ...all, id: 0 }).length).toBe(11 + COST_TYPES.length);
    }),
  );
});

test('columns come in the order they are offered in, chosen in any; those that are none are left out', () => {
  const all = togetherRow('All', []);
  const ids = (chosen: string): readonly string[] =>
    portfolioColumns(chosen.split(','), all, month('2027-03')).map(({ id }) => id);
  expect(ids('hours,earned,labor,client,nothing')).toEqual(['client', 'earned', 'labor', 'hours']);
  expect(ids(CHOICES.map(({ id }) => id).join(','))).toHaveLength(CHOICES.length);
  expect(ids(FIRST_CHOICE)).toHaveLength(FIRST_CHOICE.split(',').length);
});

test('every column that is offered can be sorted by, and those of several together have no percent complete', () => {
  const all = togetherRow('All', []);
  const columns = portfolioColumns(
    CHOICES.map(({ id }) => id),
    all,
    month('2027-03'),
  );
  expect(columns.filter(({ sortBy }) => sortBy === undefined)).toEqual([]);
  expect(columns.find(({ id }) => id === 'complete')?.cell(all)).toBe('');
});
