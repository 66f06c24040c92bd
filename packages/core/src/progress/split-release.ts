import type { Coding } from '../ledger/dimensions.ts';
import { codingKey } from '../ledger/dimensions.ts';
import { cents, opposite, sum, ZERO, type Cents } from '../money/cents.ts';
import type { ObligationEarning } from './earning.ts';
import { sharesBy } from './obligation.ts';
import type { CodedAmount, ProjectPosition } from './project-position.ts';

/** A project's cost by coding: what is held in WIP, and what earlier runs released. */
interface CostByCoding {
  readonly held: readonly CodedAmount[];
  readonly recognized: readonly CodedAmount[];
}

/**
 * Cost of a split contract that leaves WIP, by its coding; below zero where it goes back to wait there. Cost of an obligation waits with
 * it; of the cost they have in common the share of those that wait does, spread over its codings.
 */
export function releasedOfSplit(
  { costToDate }: ProjectPosition,
  parts: readonly ObligationEarning[],
  cost: CostByCoding,
): readonly CodedAmount[] {
  const codings = together(cost);
  const waits = (coding: Coding): boolean | null => {
    const part = parts.find(({ obligation }) => coding.phase !== null && obligation.phases.includes(coding.phase));
    return part === undefined ? null : part.earning.isHeld;
  };
  const common = codings.filter(({ coding }) => waits(coding) === null);
  const stays = commonToWait(costToDate, parts);
  const shares =
    common.length === 0
      ? []
      : sharesBy(
          stays,
          common.map(({ held, recognized }) => cents(held + recognized)),
        );
  const keeps = new Map(common.map(({ coding }, place) => [codingKey(coding), shares[place] ?? ZERO]));
  return codings.flatMap(({ coding, held, recognized }) => {
    const isWaiting = waits(coding);
    const amount =
      isWaiting === null ? cents(held - (keeps.get(codingKey(coding)) ?? 0)) : isWaiting ? opposite(recognized) : held;
    return amount === 0 ? [] : [{ coding, amount }];
  });
}

/** Of the cost that all obligations have in common, the share of those whose cost waits. */
function commonToWait(costToDate: Cents, parts: readonly ObligationEarning[]): Cents {
  const waiting = parts.filter(({ earning }) => earning.isHeld);
  const own = sum(parts.map(({ obligation }) => obligation.costToDate));
  if (waiting.length === parts.length) return cents(costToDate - own);
  return sum(waiting.map(({ obligation, position }) => cents(position.costToDate - obligation.costToDate)));
}

interface CodedCost {
  readonly coding: Coding;
  readonly held: Cents;
  readonly recognized: Cents;
}

function together({ held, recognized }: CostByCoding): readonly CodedCost[] {
  const codings = new Map<string, { coding: Coding; held: number; recognized: number }>();
  const of = (coding: Coding) => {
    const key = codingKey(coding);
    const found = codings.get(key) ?? { coding, held: 0, recognized: 0 };
    codings.set(key, found);
    return found;
  };
  for (const { coding, amount } of held) of(coding).held += amount;
  for (const { coding, amount } of recognized) of(coding).recognized += amount;
  return [...codings.values()].map((each) => ({
    ...{ coding: each.coding, held: cents(each.held), recognized: cents(each.recognized) },
  }));
}
