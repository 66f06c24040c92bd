import { groupedBy } from '../collections/grouped-by.ts';
import { COST_TYPES, type CostType } from '../ledger/cost-type.ts';
import { sum } from '../money/cents.ts';
import { sumQuantity, type Quantity } from '../money/quantity.ts';
import { spread, type Spread } from './line-price.ts';
import type { EstimateLine } from './read-estimate.ts';

export interface EstimateTotals {
  readonly whole: Spread;
  /** In order of first appearance; lines above the first section under an empty name. */
  readonly bySection: readonly (Spread & { readonly section: string; readonly lines: number })[];
  /** In the order of cost types; lines without one last, under null. */
  readonly byCostType: readonly (Spread & { readonly costType: CostType | null })[];
  /** Of labor lines counted in hours. */
  readonly hours: Quantity;
}

/** Every total is the sum of its lines. */
export function estimateTotals(lines: readonly EstimateLine[]): EstimateTotals {
  const byType = groupedBy(lines, ({ costType }) => costType);
  return {
    whole: together(lines),
    bySection: [...groupedBy(lines, ({ section }) => section)].map(([section, of]) => ({
      ...together(of),
      section,
      lines: of.length,
    })),
    byCostType: [...COST_TYPES, null].flatMap((costType) => {
      const of = byType.get(costType);
      return of ? [{ ...together(of), costType }] : [];
    }),
    hours: sumQuantity(lines.filter(isHours).map(({ quantity }) => quantity)),
  };
}

function together(lines: readonly EstimateLine[]): Spread {
  return spread(sum(lines.map(({ cost }) => cost)), sum(lines.map(({ price }) => price)));
}

function isHours({ costType, unit }: EstimateLine): boolean {
  return costType === 'labor' && /^h(ours?|rs?)?$/i.test(unit);
}
