import type { IsoDate } from '../calendar/iso-date.ts';
import type { PhaseId } from '../ledger/ids.ts';
import type { Phase } from '../ledger/project.ts';
import { allocation } from '../money/allocation.ts';
import { cents, sum, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';

/** How a performance obligation of a split contract may earn: cost to cost, at a percent it is surveyed at, or not before it is finished. */
export const OBLIGATION_METHODS = ['cost-to-cost', 'surveyed', 'completed-contract'] as const;

/** What losses are worked out for: the contract as a whole, or each obligation by itself (ASC 605-35-25-46). */
export const LOSSES_PER = ['contract', 'obligation'] as const;

/** A phase of a project that is a performance obligation of its own, ASC 606-10-25-14, IFRS 15.22; amounts to date, in minor units. */
export interface Obligation {
  readonly phase: PhaseId;
  readonly code: string;
  readonly name: string;
  /** Phases whose work it is: its own, and those below it that are not below another obligation. */
  readonly phases: readonly PhaseId[];
  readonly method: (typeof OBLIGATION_METHODS)[number];
  /** Its part of the price that was agreed when the contract was split. */
  readonly price: Cents;
  /** What change orders since put into its work. */
  readonly priceSince: Cents;
  readonly isFinished: boolean;
  /** Of its own work, without a share of what all obligations have in common. */
  readonly budget: Cents;
  readonly lineEstimates: Cents;
  readonly zeroMargin: { readonly cost: Cents; readonly estimate: Cents };
  readonly costToDate: Cents;
  /** What it was surveyed at; null before anything was told, and where it earns in another way. */
  readonly told: Ratio | null;
  readonly toldOn: IsoDate | null;
}

/** A contract split into performance obligations. */
export interface Split {
  readonly lossesPer: (typeof LOSSES_PER)[number];
  /** At least one. */
  readonly obligations: readonly Obligation[];
}

/**
 * What each obligation is of the price: what was told of it when the contract was split, the change orders since that are of its work, and
 * of all other changes of the price a share by what was told (ASC 606-10-32-42 to 32-45). They add up to the price.
 */
export function obligationPrices(contract: Cents, obligations: readonly Obligation[]): readonly Cents[] {
  const named = obligations.map(({ price, priceSince }) => cents(price + priceSince));
  const rest = cents(contract - sum(named));
  const shares = sharesBy(
    rest,
    obligations.map(({ price }) => price),
  );
  return named.map((amount, place) => cents(amount + (shares[place] ?? 0)));
}

/** Shares by weights of which none is below zero; equal ones where all are nothing. */
export function sharesBy(amount: Cents, weights: readonly Cents[]): readonly Cents[] {
  const isNothing = weights.every((weight) => weight <= 0);
  return allocation(
    amount,
    weights.map((weight) => (isNothing ? 1 : Math.max(0, weight))),
  );
}

type Branch = Pick<Phase, 'id' | 'parent'>;

/** Of each obligation, by its phase, the phases whose work is its own: that of a phase belongs to the nearest obligation above it. */
export function phasesOfObligations(
  phases: readonly Branch[],
  obligations: readonly PhaseId[],
): ReadonlyMap<PhaseId, readonly PhaseId[]> {
  const parents = new Map(phases.map(({ id, parent }) => [id, parent]));
  const own = new Map<PhaseId, PhaseId[]>(obligations.map((phase) => [phase, []]));
  for (const { id } of phases) {
    let above: PhaseId | null = id;
    while (above !== null && !own.has(above)) above = parents.get(above) ?? null;
    if (above !== null) own.get(above)?.push(id);
  }
  return own;
}
