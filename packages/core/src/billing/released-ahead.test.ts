import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { releasedAhead } from './released-ahead.ts';

test.each([
  { case: 'the client holds nothing back', held: 0, received: 0, before: 0, amount: 500, ahead: false },
  { case: 'the client released nothing', held: 900, received: 0, before: 0, amount: 1, ahead: true },
  { case: 'as much as the client released', held: 900, received: 500, before: 200, amount: 300, ahead: false },
  { case: 'a cent more', held: 900, received: 500, before: 200, amount: 301, ahead: true },
  { case: 'the client released all', held: 0, received: 500, before: 400, amount: 300, ahead: false },
])('$case', ({ held, received, before, amount, ahead }) => {
  const sides = {
    ...{ project: 'GATE', heldByClient: cents(held), releasedByClient: cents(received) },
    releasedToSuppliers: cents(before),
  };
  expect(releasedAhead(sides, cents(amount)).map(({ kind }) => kind)).toEqual(ahead ? ['released-ahead'] : []);
});
