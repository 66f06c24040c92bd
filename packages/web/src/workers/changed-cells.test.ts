import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { FollowedCells } from '@lowtide/core/estimate/followed-cells.ts';
import { changedCells, withChanged } from './changed-cells.ts';

const cells = fc.record(
  { cost: fc.constantFrom('1.00', '2.00'), price: fc.constantFrom('3.00', '4.00') },
  { requiredKeys: ['cost'] },
);
const sheet = fc
  .dictionary(fc.nat(12).map(String), cells)
  .map((rows) => new Map(Object.entries(rows).map(([row, each]) => [Number(row), each as FollowedCells])));

test('what was said before with what changed is what is said now; rows that say the same stay the very same', () => {
  fc.assert(
    fc.property(sheet, sheet, (before, after) => {
      const changed = changedCells(before, after);
      const next = withChanged(before, changed);
      expect(next).toEqual(after);
      for (const [row, was] of before) if (!changed.has(row)) expect(next.get(row)).toBe(was);
    }),
  );
});

test('of two sheets that say the same nothing goes back and forth', () => {
  const one = new Map([[0, { cost: '1.00', price: '2.00' }]]);
  const changed = changedCells(one, new Map([[0, { price: '2.00', cost: '1.00' }]]));
  expect(changed.size).toBe(0);
  expect(withChanged(one, changed)).toBe(one);
});

test('a row that can no longer be read says nothing', () => {
  expect(changedCells(new Map([[3, { cost: '1.00' }]]), new Map())).toEqual(new Map([[3, null]]));
});
