import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { quantity, rate } from '../../money/quantity.ts';
import type { RatePart } from '../../rates/build-up.ts';
import { certifiedLines, type CertifiedHours } from './figures.ts';

const MONDAY = isoDate('2027-03-01');
const PARTS: readonly RatePart[] = [
  { name: 'Wage', group: 'wage', kind: 'wage', perHour: rate(312_000) },
  { name: 'Health', group: 'benefits', kind: 'per-hour', perHour: rate(38_250) },
];
const worked = (change: Partial<CertifiedHours>): CertifiedHours => ({
  ...{ employee: 1, workedOn: MONDAY, pay: 'regular', hours: quantity(80_000), isOnProject: true, parts: PARTS },
  ...change,
});

test('a person has a line for straight time and one for overtime, each with its wage, gross and fringe', () => {
  const lines = certifiedLines(
    [
      worked({}),
      worked({ workedOn: isoDate('2027-03-03'), hours: quantity(60_000) }),
      worked({ pay: 'overtime', hours: quantity(20_000) }),
      worked({ isOnProject: false, workedOn: isoDate('2027-03-04') }),
      worked({ employee: 2, isOnProject: false }),
    ],
    MONDAY,
  );
  // 14 × 31.20, 22 × 31.20 in all; 2 × 46.80; fringe 14 × 3.825 and 2 × 3.825.
  expect(lines).toMatchObject([
    { employee: 1, pay: 'regular', hours: 140_000, wage: 312_000, gross: 43_680, grossInAll: 68_640, fringe: 5_355 },
    { employee: 1, pay: 'overtime', hours: 20_000, wage: 468_000, gross: 9_360, fringe: 765 },
  ]);
  expect(lines[0]?.days).toEqual([80_000, 0, 60_000, 0, 0, 0, 0]);
});

test('where nobody told what a rate is made up of, no wage is made up', () => {
  expect(certifiedLines([worked({ parts: null })], MONDAY)).toMatchObject([{ wage: null, gross: 0 }]);
});
