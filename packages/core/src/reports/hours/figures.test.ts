import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import { rateBook } from '../../rates/applying-rule.ts';
import { flatRates } from '../../rates/hour-rates.ts';
import { hoursReport, type ReportedHours } from './figures.ts';

const BILLED = rateBook([
  { id: 1, role: 'diver', effectiveOn: isoDate('2027-01-01'), rates: flatRates(rate(1_280_000)) },
  { id: 2, role: 'diver', project: 7, effectiveOn: isoDate('2027-03-02'), rates: flatRates(rate(1_500_000)) },
]);
const line = (change: Partial<ReportedHours>): ReportedHours => ({
  ...{ day: isoDate('2027-03-01'), employee: 1, role: 'diver', activity: null, project: 7, client: 3 },
  ...{ pay: 'regular', billable: true, hours: quantity(80_000), cost: cents(40_000) },
  ...change,
});
const totals = (...lines: readonly ReportedHours[]) => hoursReport(lines, BILLED, () => '').totals;

test('hours are priced at the bill rate of their day, the most specific first', () => {
  // 8 × 128.00 and 8 × 150.00.
  expect(totals(line({}), line({ day: isoDate('2027-03-02') }))).toMatchObject({
    ...{ hours: 160_000, bill: 102_400 + 120_000, cost: 80_000, profit: 142_400 },
    ratio: { numerator: 142_400, denominator: 222_400 },
  });
});

test('what has no bill rate is counted apart, and what is not billable has no price', () => {
  expect(totals(line({ role: 'crew' }), line({ billable: false }))).toMatchObject({
    ...{ bill: 0, unratedHours: 80_000, billableHours: 80_000, ratio: null },
  });
});

test('utilization is billable hours of those worked; leave is left out', () => {
  const lines = [
    line({}),
    line({ billable: false, project: null, client: null }),
    line({ billable: false, project: null, client: null, pay: 'leave' }),
  ];
  expect(totals(...lines)).toMatchObject({
    ...{ hours: 160_000, billableHours: 80_000, projectHours: 80_000, indirectHours: 80_000, leaveHours: 80_000 },
    utilization: { numerator: 80_000, denominator: 160_000 },
  });
  expect(totals().utilization).toBeNull();
});

test('rows add up to the totals, whatever they are by', () => {
  const anyLine = fc
    .record({ employee: fc.nat(3), project: fc.option(fc.nat(2)), hours: fc.nat(90_000), billable: fc.boolean() })
    .map((each) => line({ ...each, hours: quantity(each.hours), client: each.project }));
  fc.assert(
    fc.property(fc.array(anyLine, { maxLength: 12 }), fc.constantFrom('employee', 'project', 'role'), (lines, by) => {
      const { rows, totals: all } = hoursReport(lines, BILLED, (each) => String(each[by as 'employee']));
      for (const of of ['hours', 'cost', 'bill', 'profit', 'unratedHours', 'billableHours'] as const) {
        expect([...rows.values()].reduce((sum, row) => sum + row[of], 0)).toBe(all[of]);
      }
    }),
  );
});
