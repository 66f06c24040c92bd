import { cents, difference, type Cents } from '../../money/cents.ts';
import type { ProjectPosition } from '../../progress/project-position.ts';
import { priceOf } from '../../progress/project-position.ts';

/** What a contract stands at on one end of the span; amounts to date in minor units. */
export interface ContractEnd {
  readonly position: ProjectPosition;
  /** Cost that waits on the balance sheet. */
  readonly held: Cents;
  /** Cost of revenue. */
  readonly recognized: Cents;
  /** Expected losses, provided for. */
  readonly loss: Cents;
}

/** A balance from one end to the other: opening + what came − what went = closing. */
export interface Rolled {
  readonly opening: Cents;
  readonly closing: Cents;
}

/** How the balances of a contract went from the opening to the closing of a span. */
export interface RollForward {
  /** Work in process: opening + cost − recognized = closing. */
  readonly wip: Rolled & { readonly cost: Cents; readonly recognized: Cents };
  /** Billed ahead of earned, below zero where behind: opening + billed − earned = closing. */
  readonly net: Rolled & {
    readonly billed: Cents;
    readonly earned: Cents;
    /** Of what was earned, what had been billed ahead at the opening (ASC 606-10-50-8). */
    readonly fromOpening: Cents;
  };
  /** Provision for losses: opening + change = closing. */
  readonly provision: Rolled & { readonly change: Cents };
  /** Price not earned yet: opening + new contracts + changes of price − earned = closing. */
  readonly backlog: Rolled & { readonly added: Cents; readonly changed: Cents; readonly earned: Cents };
}

export function rollForward(opening: ContractEnd | null, closing: ContractEnd): RollForward {
  const at = (of: (end: ContractEnd) => Cents): Cents => (opening === null ? cents(0) : of(opening));
  const costOf = ({ held, recognized }: ContractEnd): Cents => cents(held + recognized);
  const netOf = ({ position: { billed, earned } }: ContractEnd): Cents => difference(billed, earned);
  const backlogOf = ({ position }: ContractEnd): Cents => difference(priceOf(position).amount, position.earned);
  const earned = difference(
    closing.position.earned,
    at(({ position }) => position.earned),
  );
  const price = difference(
    priceOf(closing.position).amount,
    at(({ position }) => priceOf(position).amount),
  );
  const isNew = at(({ position }) => priceOf(position).amount) === 0;
  return {
    wip: {
      ...{ opening: at(({ held }) => held), closing: closing.held },
      cost: difference(costOf(closing), at(costOf)),
      recognized: difference(
        closing.recognized,
        at(({ recognized }) => recognized),
      ),
    },
    net: {
      ...{ opening: at(netOf), closing: netOf(closing), earned },
      billed: difference(
        closing.position.billed,
        at(({ position }) => position.billed),
      ),
      fromOpening: cents(Math.max(0, Math.min(at(netOf), earned))),
    },
    provision: {
      ...{ opening: at(({ loss }) => loss), closing: closing.loss },
      change: difference(
        closing.loss,
        at(({ loss }) => loss),
      ),
    },
    backlog: {
      ...{ opening: at(backlogOf), closing: backlogOf(closing), earned },
      ...(isNew ? { added: price, changed: cents(0) } : { added: cents(0), changed: price }),
    },
  };
}
