import { plainDollars, tenThousandths } from '../money/dollars.ts';
import { percent } from '../money/ratio.ts';
import type { EstimateColumn } from './estimate-sheet.ts';
import type { EstimateLine } from './read-estimate.ts';

export type FollowedCells = Readonly<Partial<Record<EstimateColumn, string>>>;

/** What the cells of a line say that nobody typed: they follow from those that rule. */
export function followedCells(line: EstimateLine): FollowedCells {
  return {
    ...(line.costType === null ? {} : { costType: line.costType }),
    ...(line.unitCost === null ? {} : { unitCost: tenThousandths(line.unitCost, 2) }),
    cost: amount(line.cost),
    ...(line.markup === null ? {} : { markup: percent(line.markup) }),
    markupAmount: amount(line.profit),
    ...(line.unitPrice === null ? {} : { unitPrice: tenThousandths(line.unitPrice, 2) }),
    price: amount(line.price),
  };
}

/** Thousands apart, as the cells of a sheet are read. */
function amount(cents: EstimateLine['cost']): string {
  return plainDollars(cents).replace(/\B(?=(\d{3})+\.)/g, ',');
}
