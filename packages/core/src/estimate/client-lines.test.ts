import { expect, test } from 'vitest';
import { cents } from '../money/cents.ts';
import { clientLines } from './client-lines.ts';
import type { EstimateLine } from './read-estimate.ts';

test('the client sees what it pays for, and nothing of what it costs', () => {
  const line = (text: string, cost: number, price: number) =>
    ({ section: 'Site', text, cost: cents(cost), price: cents(price) }) as EstimateLine;
  expect(clientLines([line('Sand', 10, 20), line('Contingency', 500, 0), line('Discount', 0, -5)])).toEqual([
    { section: 'Site', text: 'Sand', price: 20 },
    { section: 'Site', text: 'Discount', price: -5 },
  ]);
});
