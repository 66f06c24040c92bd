import type { IsoDate } from '../../calendar/iso-date.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { Cents } from '../../money/cents.ts';
import { rate, type Quantity, type Rate, perUnit } from '../../money/quantity.ts';
import { ratio, type Ratio } from '../../money/ratio.ts';

/** Some units of something that a supplier billed. */
export interface BilledUnits {
  readonly supplier: string;
  readonly text: string;
  readonly unit: string;
  readonly billedOn: IsoDate;
  readonly documentId: number;
  readonly number: string;
  readonly quantity: Quantity;
  readonly net: Cents;
  readonly orderedAt: Rate;
}

export interface PricedUnits extends Omit<BilledUnits, 'net'> {
  /** Net per unit, to four decimals. */
  readonly price: Rate;
  /** price ÷ the price before − 1; null for the first time. */
  readonly change: Ratio | null;
}

/** Prices in the order they were billed, thing by thing of a supplier: the same text and unit are the same thing. Credits have no price. */
export function priceHistory(billed: readonly BilledUnits[]): readonly PricedUnits[] {
  const bought = billed.filter(({ quantity, net }) => quantity > 0 && net > 0);
  const things = groupedBy(bought, ({ supplier, text, unit }) => [supplier, text, unit].join('\n').toLowerCase());
  return [...things.values()].flatMap((group) => {
    const prices = group.map(({ net, quantity }) => perUnit(net, quantity));
    return group.map(({ net: _net, ...units }, place): PricedUnits => {
      const price = prices[place] ?? rate(0);
      const before = prices[place - 1];
      const change = before === undefined || before === 0 ? null : ratio(price - before, before);
      return { ...units, price, change };
    });
  });
}
