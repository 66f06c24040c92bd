import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { month } from '../../calendar/month.ts';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import { columnsRead, rowsNamed, rowsRead, totalsRead } from '../as-read.test.sample.ts';
import {
  FIRST_PORTFOLIO_COLUMNS,
  PORTFOLIO,
  PORTFOLIO_CHOICES,
  portfolioTable,
  togetherRow,
  type PortfolioRow,
} from './report.ts';
import { Portfolio } from './shape.ts';

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

describe('the portfolio', () => {
  const GARROW: PortfolioRow = {
    ...{ id: 1, code: 'PE-01', name: 'Garrow Creek', kind: 'client', status: 'active', client: 'Orr', manager: 'Falk' },
    ...{ contractCents: cents(1_000), earnedCents: cents(375), billedCents: cents(400), budgetCents: cents(790) },
    ...{ estimateCents: cents(800), costCents: cents(300), profitAtCompletionCents: cents(200) },
    ...{ profitToDateCents: cents(75), pendingPriceCents: cents(50), pendingCostCents: cents(40) },
    ...{ costByType: [1, 2, 3, 4, 5, 6].map(cents), complete: ratio(3, 8), hours: quantity(20_000) },
  };
  const INTERNAL: PortfolioRow = {
    ...{ ...togetherRow('Training', []), id: 2, code: 'PE-02', name: 'Training', status: 'active', manager: 'Orme' },
    ...{ complete: ratio(0, 1), costByType: [], costCents: cents(9), hours: quantity(5_000) },
  };

  test('every measure has its own column, traced where it is of one project in a known month', () => {
    const table = portfolioTable([GARROW, INTERNAL], month('2027-03'));
    expect(columnsRead(table)).toEqual([
      ...['Project (code, text)', 'Name (name, text, file only)', 'Kind (kind, text, file only)'],
      ...['Client (client, text, gives way)', 'Manager (manager, text)', 'Status (status, text)'],
      ...['Contract (contract, money)', 'Earned (earned, money, earned)', 'Billed (billed, money, billed)'],
      ...[
        'Backlog (backlog, money)',
        'Budget (budget, money)',
        'At completion (estimate, money)',
        'Cost (cost, money)',
      ],
      ...['Labor (labor_cost, money)', 'Material (material_cost, money)', 'Subcontract (subcontract_cost, money)'],
      ...['Equipment (equipment_cost, money)', 'Overhead (overhead_cost, money)', 'Other (other_cost, money)'],
      ...['Profit to date (profit_to_date, money)', 'Profit at completion (profit_at_completion, money)'],
      ...['Pending price (pending_price, money)', 'Pending cost (pending_cost, money)'],
      ...[
        'Complete (percent_complete, percent)',
        'Margin at completion (margin_percent, percent)',
        'Hours (hours, hours)',
      ],
    ]);
    expect(rowsRead(table)[0]).toEqual([
      ...['PE-01', 'Garrow Creek', 'client', 'Orr', 'Falk', 'active', '1000 ← contract.p1.t2027-03'],
      ...['375 ← earned.p1.t2027-03', '400 ← billed.p1.t2027-03', '625 ← backlog.p1.t2027-03'],
      ...['790 ← budget.p1.t2027-03', '800 ← estimate.p1.t2027-03', '300 ← cost.p1.t2027-03'],
      ...['1', '2', '3', '4', '5', '6', '75 ← profit-to-date.p1.t2027-03'],
      ...['200 ← profit-at-completion.p1.t2027-03', '50', '40', '3/8', '200/1000', '20000'],
    ]);
    expect(totalsRead(table)).toEqual([
      ...['All', '', '', '', '', '', '1000', '375', '400', '625', '790', '800', '309'],
      ...['1', '2', '3', '4', '5', '6', '75', '200', '50', '40', '', '200/1000', '25000'],
    ]);
    expect(rowsNamed(table)).toEqual(['1, PE-01, /projects/1', '2, PE-02, /projects/2']);
  });

  test('without a price there is no margin, and a cost type that is not answered is nothing', () => {
    expect(rowsRead(portfolioTable([INTERNAL], undefined))[0]).toEqual([
      ...['PE-02', 'Training', '', '', 'Orme', 'active', '0', '0', '0', '0', '0', '0', '9'],
      ...['0', '0', '0', '0', '0', '0', '0', '0', '0', '0', '0/1', '–', '5000'],
    ]);
  });

  test('a group is named by what its projects have in common, strong, and without traces', () => {
    const table = portfolioTable([togetherRow('Falk', [GARROW, INTERNAL])], month('2027-03'));
    expect(rowsRead(table)[0]?.slice(0, 7)).toEqual(['Falk', 'Falk', '', '', '', '', '1000']);
    expect(rowsNamed(table)).toEqual(['all of Falk, Falk, strong']);
  });

  test('drawn for a month its figures are traced, and not without one', () => {
    const { kind = '', ...row } = GARROW;
    const answer = { rows: [{ ...row, id: 1, kind, complete: ratio(3, 8) }], months: [] };
    const contracts = [{ through: '2027-03' }, {}].map(
      (chosen) => rowsRead(PORTFOLIO.table(Portfolio.parse(answer), chosen))[0]?.[6],
    );
    expect(contracts).toEqual(['1000 ← contract.p1.t2027-03', '1000']);
  });
});
