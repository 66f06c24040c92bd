import { describe, expect, test } from 'vitest';
import { columnsRead, initialOf, money, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { PROFITABILITY } from './report.ts';
import { Profitability } from './shape.ts';

const result = (id: number | null, code: string, name: string, times: number) => ({
  ...{ id, code, name, revenue: money(1_000 * times, `revenue ${code}`), costByType: [1, 2, 3, 4, 5, 6].map(costs) },
  ...{ expectedLoss: money(10 * times, 'loss'), otherCost: money(7 * times, 'other'), costCents: 38 },
  ...{
    profit: money(900 * times, 'profit'),
    margin: share(9, 10),
    marginFigure: 'margin',
    markup: times === 2 ? null : share(9, 1),
  },
  ...{ hours: 40_000 * times, profitPerHourCents: times === 2 ? null : 225 },
});
const costs = (amount: number) => money(amount, `type ${String(amount)}`);
const answer = Profitability.parse({
  rows: [result(1, 'PE-01', 'Garrow Creek', 1), result(2, '', 'Hale Land Trust', 2)],
  unassigned: result(null, '', 'Unassigned', 0),
  total: result(null, '', 'Company', 3),
});
const TYPES = ['1 ← type 1', '2 ← type 2', '3 ← type 3', '4 ← type 4', '5 ← type 5', '6 ← type 6'];

describe('profit per project', () => {
  const table = () => PROFITABILITY.table(answer, { by: 'project' });
  test('revenue, cost by type, loss and cost without a type make the profit', () => {
    expect(columnsRead(table())).toEqual([
      ...['Code (code, text, file only)', 'Name (name, text, file only)'],
      ...['Project or client (title, text, gives way, screen only)', 'Revenue (revenue, money, earned)'],
      ...['Labor (labor_cost, money)', 'Material (material_cost, money)', 'Subcontract (subcontract_cost, money)'],
      ...['Equipment (equipment_cost, money)', 'Overhead (overhead_cost, money)', 'Other (other_cost, money)'],
      ...['Expected loss (expected_loss, money)', 'No cost type (cost_without_type, money)', 'Profit (profit, money)'],
      ...['Margin (margin_percent, percent)', 'Markup (markup_percent, percent, file only)', 'Hours (hours, hours)'],
      'Profit per hour (profit_per_hour, money, file only)',
    ]);
    expect(rowsRead(table())).toEqual([
      [
        ...['PE-01', 'Garrow Creek', 'PE-01 Garrow Creek', '1000 ← revenue PE-01', ...TYPES],
        ...['10 ← loss', '7 ← other', '900 ← profit', '9/10 ← margin', '9/1', '40000', '225'],
      ],
      [
        ...['', 'Hale Land Trust', 'Hale Land Trust', '2000 ← revenue ', ...TYPES],
        ...['20 ← loss', '14 ← other', '1800 ← profit', '9/10 ← margin', '–', '80000', '–'],
      ],
      [
        ...['', 'Unassigned', 'Unassigned', '0 ← revenue ', ...TYPES],
        ...['0 ← loss', '0 ← other', '0 ← profit', '9/10 ← margin', '9/1', '0', '225'],
      ],
    ]);
    expect(totalsRead(table())).toEqual([
      ...['', 'Company', 'Company', '3000 ← revenue ', ...TYPES],
      ...['30 ← loss', '21 ← other', '2700 ← profit', '9/10 ← margin', '9/1', '120000', '225'],
    ]);
  });

  test('what is assigned to none is marked and leads nowhere', () => {
    expect(rowsNamed(table())).toEqual([
      '1 PE-01, PE-01, /projects/1',
      '2 , Hale Land Trust, /projects/2',
      'none , Unassigned, unbudgeted',
    ]);
  });
});

test('a client leads nowhere, a project in the list of clients does', () => {
  expect(rowsNamed(PROFITABILITY.table(answer, { by: 'client' }))).toEqual([
    '1 PE-01, PE-01, /projects/1',
    '2 , Hale Land Trust',
    'none , Unassigned, unbudgeted',
  ]);
});

test('a cost type that is not answered is nothing', () => {
  const few = Profitability.parse({ ...answer, rows: [{ ...answer.rows[0], costByType: [costs(1)] }] });
  expect(rowsRead(PROFITABILITY.table(few, {}))[0]?.slice(4, 10)).toEqual(['1 ← type 1', '0', '0', '0', '0', '0']);
});

test('the fiscal year counts until another month is chosen', () => {
  expect(initialOf(PROFITABILITY, 'from')).toBe('2027-01');
});
