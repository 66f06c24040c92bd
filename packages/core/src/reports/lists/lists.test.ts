import { describe, expect, test } from 'vitest';
import { ProjectDetail } from '../../wire/reading.ts';
import { LedgerLine } from './shape.ts';
import { columnsRead, money, rowsNamed, rowsRead, share, totalsRead } from '../as-read.test.sample.ts';
import { budgetTable } from './budget.ts';
import { ledgerTable } from './ledger.ts';

describe("a project's budget against actual", () => {
  const line = {
    ...{ code: '31-200', name: 'Dredging', costType: 'subcontract', phase: 'A', budgeted: true, used: share(3, 5) },
    isZeroMargin: false,
    ...{ original: money(100, 'original'), changesCents: 20, revised: money(120, 'revised') },
    ...{ actual: money(72, 'actual'), committed: money(9, 'committed'), remaining: money(48, 'remaining') },
    ...{ estimate: money(130, 'estimate'), variance: money(-10, 'variance') },
  };
  const totals = {
    ...{ originalCents: 100, changesCents: 20, actualCents: 79, committedCents: 9, remainingCents: 41 },
    ...{ estimateCents: 137, varianceCents: -17 },
  };
  const detail = ProjectDetail.pick({ budget: true, budgetTotals: true }).parse({
    budget: [line, { ...line, phase: null, budgeted: false, used: null }],
    budgetTotals: totals,
  });
  const table = () => budgetTable(detail);

  test('budget is original and changes; left, at completion and variance follow', () => {
    expect(columnsRead(table())).toEqual([
      ...['Phase (phase, text)', 'Code (cost_code, text)', 'Cost code (name, text)', 'Type (cost_type, text)'],
      ...['Budgeted (budgeted, text)', 'Original (original, money)', 'Changes (changes, money)'],
      ...[
        'Revised (budget, money)',
        'Actual (actual, money)',
        'Committed (committed, money)',
        'Remaining (left, money)',
        '% used (used_percent, percent)',
      ],
      ...['EAC (at_completion, money)', 'Variance (variance, money)'],
    ]);
    const amounts = ['100 ← original', '20', '120 ← revised', '72 ← actual', '9 ← committed', '48 ← remaining'];
    const ends = ['130 ← estimate', '-10 ← variance'];
    expect(rowsRead(table())).toEqual([
      ['A', '31-200', 'Dredging', 'subcontract', 'yes', ...amounts, '3/5', ...ends],
      ['', '31-200', 'Dredging', 'subcontract', 'no', ...amounts, '–', ...ends],
    ]);
    expect(totalsRead(table())).toEqual([
      ...['', '', 'Total', '', '', '100', '20', '120', '79', '9', '41', '', '137', '-17'],
    ]);
  });

  test('cost without a budget is marked', () => {
    expect(rowsNamed(table())).toEqual(['A/31-200/subcontract, 31-200', '/31-200/subcontract, 31-200, unbudgeted']);
  });
});

test('posted lines have a column for every dimension', () => {
  const codes = {
    project: 'PE-01',
    phase: null,
    costCode: '31-200',
    costType: 'subcontract',
    party: 'ORR',
    employee: null,
  };
  const table = ledgerTable([
    LedgerLine.parse({
      ...{ id: 8, documentId: 3, documentKind: 'bill', documentNumber: 'B-3', postedOn: '2027-03-02' },
      ...{ recordedAt: '2027-03-04T10:00:00Z', account: '1400', projectCode: 'PE-01', coding: '31-200', codes },
      ...{ party: 'Orr', text: 'Dredging', quantity: 25_000, amountCents: -90 },
    }),
  ]);
  expect(columnsRead(table)).toEqual([
    ...['Day (posted_on, day)', 'Recorded (recorded_at, text)', 'Document (document, text)', 'Kind (kind, text)'],
    ...['Account (account, text)', 'Project (project, text)', 'Phase (phase, text)', 'Cost code (cost_code, text)'],
    ...['Cost type (cost_type, text)', 'Party (party, text)', 'Employee (employee, text)', 'Text (text, text)'],
    ...['Quantity (quantity, hours)', 'Amount (amount, money)'],
  ]);
  expect(rowsRead(table)).toEqual([
    [
      ...['2027-03-02', '2027-03-04T10:00:00Z', 'B-3', 'bill', '1400', 'PE-01', '', '31-200', 'subcontract', 'ORR'],
      ...['', 'Dredging', '25000', '-90'],
    ],
  ]);
  expect(rowsNamed(table)).toEqual(['8, B-3']);
  expect(totalsRead(table)).toBeNull();
});
