import { COST_TYPES, typedCostType, type CostType } from '../ledger/cost-type.ts';
import { cents, type Cents } from '../money/cents.ts';
import { MILLIONTHS, millionthsOf, shareOf } from '../money/ratio.ts';
import { typedNumber } from '../money/typed-number.ts';

/** What is added to cost of each type when it is billed, in millionths; null where it is not billed to clients. */
export type Markups = Readonly<Record<CostType, number | null>>;

/** Cost is billed as it is, overhead not at all. */
const USUAL: Markups = { labor: 0, material: 0, subcontract: 0, equipment: 0, overhead: null, other: 0 };

/**
 * Reads `15`, which is of every type but overhead, or types with a percent or `none`: `material 10, subcontract 5, other none`. Types that
 * are not named are billed at cost. Undefined where it says no such thing.
 */
export function markups(text: string): Markups | undefined {
  const pieces = text.split(',').map((piece) => piece.trim());
  let read: Markups = USUAL;
  for (const piece of pieces.filter((each) => each !== '')) {
    const [word = '', value = '', ...rest] = piece.split(/\s+/);
    const isOfAll = value === '';
    const markup = markupIn(isOfAll ? word : value);
    const type = isOfAll ? undefined : typedCostType(word);
    if (markup === undefined || rest.length > 0 || (!isOfAll && type === undefined)) return undefined;
    read = type === undefined ? ofAllTypes(read, markup) : { ...read, [type]: markup };
  }
  return read;
}

function ofAllTypes(read: Markups, markup: number | null): Markups {
  return Object.fromEntries(
    COST_TYPES.map((type) => [type, type === 'overhead' ? read[type] : markup]),
  ) as unknown as Markups;
}

/** In millionths; null for `none`, undefined where it is neither. */
function markupIn(word: string): number | null | undefined {
  if (/^none$/i.test(word)) return null;
  const read = typedNumber(word.replace(/%$/, ''), 4);
  return read.kind === 'number' && read.scaled >= 0 && read.scaled <= 10 * MILLIONTHS ? read.scaled : undefined;
}

/** What cost is billed at: cost × (1 + markup), rounded once; null where cost of its type is not billed. */
export function worthOfCost(cost: Cents, type: CostType, terms: Markups): Cents | null {
  const markup = terms[type];
  return markup === null ? null : cents(cost + shareOf(cost, millionthsOf(markup)));
}
