import fc from 'fast-check';
import { expect, test } from 'vitest';
import { month } from '../../calendar/month.ts';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import {
  FIRST_PORTFOLIO_COLUMNS,
  PORTFOLIO_CHOICES,
  portfolioTable,
  togetherRow,
  type PortfolioRow,
} from './report.ts';

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

test('the first choice is of what can be chosen, the project itself is not', () => {
  const choices = PORTFOLIO_CHOICES.map(({ id }) => id);
  expect(FIRST_PORTFOLIO_COLUMNS.filter((id) => !choices.includes(id))).toEqual([]);
  expect(choices).not.toContain('code');
});

test('several together have no percent complete, and lead nowhere', () => {
  const { columns, rows } = portfolioTable([togetherRow('All', [])], month('2027-03'));
  const [together] = rows;
  expect(together?.leadsTo).toBeUndefined();
  expect(together?.cells[columns.findIndex(({ id }) => id === 'complete')]).toEqual({ value: null });
});
