import { expect, test } from 'vitest';
import { orderedPlaces } from '../table.ts';
import { PRICE_HISTORY } from './report.ts';

const row = (number: string, priceE4: number) => ({
  ...{ documentId: 1, number, supplier: 'Norsand Quarry', text: 'Filter stone', billedOn: '2027-02-26' },
  ...{ quantity: 10_000, unit: 't', price: priceE4, orderedAt: priceE4, change: null },
});

test('prices are put in order as numbers: 9.50 before 31.20 before 104.00', () => {
  const rows = [row('B-1', 312_000), row('B-2', 1_040_000), row('B-3', 95_000)];
  const table = PRICE_HISTORY.table({ rows } as unknown as Parameters<typeof PRICE_HISTORY.table>[0], {});
  expect(orderedPlaces(table, 'price').map((place) => rows[place]?.number)).toEqual(['B-3', 'B-1', 'B-2']);
  expect(orderedPlaces(table, '-orderedAt').map((place) => rows[place]?.number)).toEqual(['B-2', 'B-1', 'B-3']);
});
