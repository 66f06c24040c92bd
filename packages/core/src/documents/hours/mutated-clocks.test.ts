import fc from 'fast-check';
import { expect, test } from 'vitest';
import { wording } from '../../problems/wording.ts';
import { SAMPLE } from '../sample-catalog.test.sample.ts';
import { clockSheets, readClock, type ClockLine } from './clock.ts';
import { readHoursSheet } from './read.ts';

declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** A long campaign tries more. */
const MUTANTS = Number(process.env['MUTANTS'] ?? 1_000);

const GOOD = { badge: 'E1', in: '2027-03-01T07:00', out: '2027-03-01T11:00', project: 'GATE', code: 'A/31-100' };
/** What files are damaged by: other formats of moments, days too long, codes of something else, signs, nothing. */
const damage = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom(
    '',
    '-',
    '07:00',
    '2027-03-01',
    '2027-02-30T07:00',
    '2027-03-01T25:00',
    '2027-03-03T09:00',
    'OLD',
    'E2',
    '=1+1',
  ),
);
const anyLine: fc.Arbitrary<ClockLine> = fc
  .record(Object.fromEntries(Object.keys(GOOD).map((name) => [name, fc.option(damage, { freq: 4, nil: undefined })])))
  .map((change) => ({
    ...GOOD,
    ...Object.fromEntries(Object.entries(change).filter(([, typed]) => typed !== undefined)),
  }));

test('of a damaged file of a clock every line is used or has a reason, and what is used can be posted or says why not', () => {
  fc.assert(
    fc.property(fc.array(anyLine, { maxLength: 4 }), (lines) => {
      const entries = readClock(lines, SAMPLE);
      for (const { problems, read } of entries) {
        expect(problems.length === 0).toBe(read !== null);
        for (const problem of problems) expect(wording(problem)).toMatch(/\S/);
      }
      for (const sheet of clockSheets(entries.flatMap(({ read }) => (read === null ? [] : [read])))) {
        const { problems, postings, hours } = readHoursSheet(sheet, SAMPLE);
        expect(problems.length > 0 || postings.length === 1).toBe(true);
        expect(hours).toBeGreaterThanOrEqual(0);
      }
    }),
    { numRuns: MUTANTS },
  );
});
