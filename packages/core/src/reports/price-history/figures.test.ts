import { expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { cents } from '../../money/cents.ts';
import { quantity, rate } from '../../money/quantity.ts';
import { percent } from '../../money/ratio.ts';
import { priceHistory, type BilledUnits } from './figures.ts';

const units = (text: string, count: number, net: number): BilledUnits => ({
  ...{ supplier: 'Norsand Quarry', text, unit: 't', billedOn: isoDate('2027-01-20'), documentId: 1, number: 'N-1' },
  ...{ quantity: quantity(count), net: cents(net), orderedAt: rate(400_000) },
});

test('each price stands beside the one before of the same thing; credits have none', () => {
  // 100 t for 4,000.00 are 40.00; 50 t for 2,100.00 are 42.00, 5 % more.
  const rows = priceHistory([
    units('Filter stone', 1_000_000, 400_000),
    units('Sand', 100_000, 15_000),
    units('filter STONE', 500_000, 210_000),
    units('Filter stone', -100_000, -40_000),
  ]);
  expect(rows.map(({ text, price, change }) => [text, price, change && percent(change)])).toEqual([
    ['Filter stone', 400_000, null],
    ['filter STONE', 420_000, '5.00'],
    ['Sand', 150_000, null],
  ]);
});
