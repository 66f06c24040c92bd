import fc from 'fast-check';
import { expect, test } from 'vitest';
import { sum } from '../../money/cents.ts';
import { wording } from '../../problems/wording.ts';
import { BLANK_BUILD_UP_ROW } from '../../rates/build-up-row.ts';
import { ratesOf } from '../../rates/hour-rates.ts';
import { readBuildUp } from '../../rates/read-build-up.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { PAYROLL_COLUMNS, type PayrollRow } from './form.ts';
import { readPayrollSheet } from './read.ts';

declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** A long campaign tries more. */
const MUTANTS = Number(process.env['MUTANTS'] ?? 1_000);

const GOOD = { employee: 'E1', regularHours: '80', overtimeHours: '', grossRegular: '2,400', grossOvertime: '' };
const REST = { employerTaxes: '241.20', insurance: '47.50', benefits: '306', withheld: '513.60', net: '', text: '' };
/** What files are damaged by: signs, letters, other separators, numbers too large, nothing. */
const damage = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom('', '-', '1.234,56', '9'.repeat(30), '=1/0', '1e9', '-0', 'E1', 'E9', '2,400.005', '−5', '12:30'),
  fc.double().map(String),
);
const anyRow: fc.Arbitrary<PayrollRow> = fc
  .record(Object.fromEntries(PAYROLL_COLUMNS.map(({ id }) => [id, fc.option(damage, { freq: 4, nil: undefined })])))
  .map((change) => ({
    ...{ ...GOOD, ...REST },
    ...Object.fromEntries(Object.entries(change).filter(([, typed]) => typed !== undefined)),
  }));
const anySheet = fc.record({
  ...{ from: fc.oneof(fc.constant('3/1'), damage), through: fc.oneof(fc.constant('3/14'), damage) },
  ...{ paidOn: fc.oneof(fc.constant('3/19'), damage), fee: fc.oneof(fc.constant(''), damage) },
  rows: fc.array(anyRow, { maxLength: 3 }),
});

test('a damaged register is refused with reasons, or says exactly what it posts', () => {
  fc.assert(
    fc.property(anySheet, (typed) => {
      const { postings, problems, entered } = readPayrollSheet({ kind: 'payroll', supplementTo: '', ...typed }, SAMPLE);
      for (const problem of problems) expect(wording(problem)).toMatch(/\S/);
      if (problems.length > 0) return;
      const lines = postings.flatMap(({ entries }) => entries).flatMap((entry) => entry.lines);
      expect(sum(lines.map(({ amount }) => amount))).toBe(0);
      const clearing = lines.filter(({ account }) => account === SAMPLE.roles['labor-clearing']);
      expect(sum(clearing.map(({ amount }) => amount))).toBe(entered);
    }),
    { numRuns: MUTANTS },
  );
});

test('a damaged build-up is refused with reasons, or comes to rates that are not below zero', () => {
  const anyPart = fc
    .record(Object.fromEntries(Object.keys(BLANK_BUILD_UP_ROW).map((column) => [column, damage])))
    .map((cells) => ({ ...BLANK_BUILD_UP_ROW, ...cells }));
  const wage = { ...BLANK_BUILD_UP_ROW, group: 'wage', amount: '30', per: 'hour' };
  fc.assert(
    fc.property(
      anyPart,
      fc.constantFrom('wage', 'taxes', 'benefits'),
      fc.constantFrom('hour', '%', 'month'),
      (part, group, per) => {
        const read = readBuildUp([wage, { ...part, group, per }]);
        if (!read.ok) {
          expect(read.problems).not.toEqual([]);
          return;
        }
        for (const { rate, overhead } of Object.values(ratesOf(read.value))) {
          expect(rate).toBeGreaterThanOrEqual(overhead);
          expect(overhead).toBeGreaterThanOrEqual(0);
        }
      },
    ),
    { numRuns: MUTANTS },
  );
});
