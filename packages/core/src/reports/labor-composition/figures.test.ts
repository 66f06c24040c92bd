import fc from 'fast-check';
import { expect, test } from 'vitest';
import { cents, sum } from '../../money/cents.ts';
import { rate } from '../../money/quantity.ts';
import type { RatePart } from '../../rates/build-up.ts';
import { addedParts, LABOR_PART_NAMES, laborParts, type LaborParts } from './figures.ts';

const PARTS: readonly RatePart[] = [
  { name: 'Wage', group: 'wage', kind: 'wage', perHour: rate(300_000) },
  {
    ...{ name: 'Tax', group: 'taxes', kind: 'of-wage', share: { numerator: 10, denominator: 100 } },
    ceiling: { kind: 'none' },
  },
  { name: 'Health', group: 'benefits', kind: 'per-hour', perHour: rate(30_000) },
  { name: 'Yard', group: 'overhead', kind: 'per-hour', perHour: rate(40_000) },
];
const total = (parts: LaborParts) => sum(LABOR_PART_NAMES.map((name) => parts[name]));

test('cost is split by what each part adds to the hour; in overtime wage and taxes weigh more', () => {
  // An hour: 30.00 + 3.00 + 3.00, and 4.00 of overhead; overtime: 45.00 + 4.50 + 3.00 + 4.00.
  const regular = { cost: cents(4_000), overhead: cents(400), hour: 'regular', parts: PARTS } as const;
  expect(laborParts(regular)).toMatchObject({ wage: 3_000, taxes: 300, benefits: 300, overhead: 400, notTold: 0 });
  const overtime = { cost: cents(5_650), overhead: cents(400), hour: 'overtime', parts: PARTS } as const;
  expect(laborParts(overtime)).toMatchObject({ wage: 4_500, taxes: 450, benefits: 300, overhead: 400 });
});

test('a rate that nobody told the make-up of is said to be just that', () => {
  const plain = { cost: cents(4_000), overhead: cents(0), hour: 'regular', parts: null } as const;
  expect(laborParts(plain)).toMatchObject({ wage: 0, notTold: 4_000 });
});

test('parts add up to the cost, whatever it is', () => {
  const cost = fc.integer({ min: -1e8, max: 1e8 }).map(cents);
  fc.assert(
    fc.property(fc.array(fc.tuple(cost, fc.boolean()), { maxLength: 6 }), (all) => {
      const parts = all.map(([each, told]) =>
        laborParts({ cost: each, overhead: cents(0), hour: 'double', parts: told ? PARTS : null }),
      );
      expect(total(addedParts(parts))).toBe(sum(all.map(([each]) => each)));
    }),
  );
});
