import { describe, expect, test } from 'vitest';
import { month } from '../../calendar/month.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import { columnsRead, rowsNamed, rowsRead, totalsRead } from '../as-read.test.sample.ts';
import { PORTFOLIO, portfolioTable, type PortfolioRow } from './report.ts';
import { Portfolio } from './shape.ts';

describe('the portfolio', () => {
  const GARROW: PortfolioRow = {
    ...{ id: 1, code: 'PE-01', name: 'Garrow Creek', kind: 'client', status: 'active', client: 'Orr', manager: 'Falk' },
    ...{ contractCents: cents(1_000), earnedCents: cents(375), billedCents: cents(400), budgetCents: cents(790) },
    ...{
      backlogCents: cents(625),
      estimateCents: cents(800),
      costCents: cents(300),
      committedCents: cents(35),
      profitAtCompletionCents: cents(200),
    },
    ...{ profitToDateCents: cents(75), pendingPriceCents: cents(50), pendingCostCents: cents(40) },
    ...{ costByType: [1, 2, 3, 4, 5, 6].map(cents), complete: ratio(3, 8), hours: quantity(20_000) },
  };
  const INTERNAL: PortfolioRow = {
    ...{ id: 2, code: 'PE-02', name: 'Training', kind: 'internal', status: 'active', client: '', manager: 'Orme' },
    ...{ contractCents: cents(0), earnedCents: cents(0), billedCents: cents(0), budgetCents: cents(0) },
    ...{
      backlogCents: cents(0),
      estimateCents: cents(0),
      costCents: cents(9),
      committedCents: cents(0),
      profitAtCompletionCents: cents(0),
      profitToDateCents: cents(0),
    },
    ...{ pendingPriceCents: cents(0), pendingCostCents: cents(0) },
    ...{ complete: ratio(0, 1), costByType: [], hours: quantity(5_000) },
  };

  test('every measure has its own column, traced where it is of one project in a known month', () => {
    const table = portfolioTable([GARROW, INTERNAL], month('2027-03'));
    expect(columnsRead(table)).toEqual([
      ...['Project (code, text)', 'Name (name, text, gives way)', 'Kind (kind, text, file only)'],
      ...['Client (client, text, gives way)', 'Manager (manager, text, file only)', 'Status (status, text, file only)'],
      ...['Contract (contract, money)', 'Earned (earned, money, earned)', 'Billed (billed, money, billed, file only)'],
      ...['Backlog (backlog, money, file only)', 'Budget (budget, money, file only)'],
      ...['EAC (estimate, money)', 'Cost (cost, money)', 'Committed (committed, money)'],
      ...['labor', 'material', 'subcontract', 'equipment', 'overhead', 'other'].map(
        (type) => `${type.charAt(0).toUpperCase()}${type.slice(1)} (${type}_cost, money, file only)`,
      ),
      ...['Profit to date (profit_to_date, money)', 'Profit at completion (profit_at_completion, money)'],
      ...['Pending price (pending_price, money, file only)', 'Pending cost (pending_cost, money, file only)'],
      ...['Complete (percent_complete, percent)', 'Margin at completion (margin_percent, percent)'],
      'Hours (hours, hours)',
    ]);
    expect(rowsRead(table)[0]).toEqual([
      ...['PE-01', 'Garrow Creek', 'client', 'Orr', 'Falk', 'active', '1000 ← contract.p1.t2027-03'],
      ...['375 ← earned.p1.t2027-03', '400 ← billed.p1.t2027-03', '625 ← backlog.p1.t2027-03'],
      ...['790 ← budget.p1.t2027-03', '800 ← estimate.p1.t2027-03', '300 ← cost.p1.t2027-03'],
      '35 ← committed.p1.t2027-03',
      ...['1', '2', '3', '4', '5', '6', '75 ← profit-to-date.p1.t2027-03'],
      ...[
        '200 ← profit-at-completion.p1.t2027-03',
        '50',
        '40',
        '3/8 ← complete.p1.t2027-03',
        '200/1000 ← margin.p1.t2027-03',
        '20000',
      ],
    ]);
    expect(totalsRead(table)).toEqual([
      ...['All', '', '', '', '', '', '1000', '375', '400', '625', '790', '800', '309', '35'],
      ...['1', '2', '3', '4', '5', '6', '75', '200', '50', '40', '', '200/1000', '25000'],
    ]);
    expect(rowsNamed(table)).toEqual(['1, PE-01, /projects/1', '2, PE-02, /projects/2']);
  });

  test('without a price there is no margin, and a cost type that is not answered is nothing', () => {
    expect(rowsRead(portfolioTable([INTERNAL], undefined))[0]).toEqual([
      ...['PE-02', 'Training', 'internal', '', 'Orme', 'active', '0', '0', '0', '0', '0', '0', '9', '0'],
      ...['0', '0', '0', '0', '0', '0', '0', '0', '0', '0', '0/1', '–', '5000'],
    ]);
  });

  test('drawn for a month its figures are traced, and not without one', () => {
    const answer = { rows: [GARROW], months: [] };
    const contracts = [{ through: '2027-03' }, {}].map(
      (chosen) => rowsRead(PORTFOLIO.table(Portfolio.parse(answer), chosen))[0]?.[6],
    );
    expect(contracts).toEqual(['1000 ← contract.p1.t2027-03', '1000']);
  });
});
