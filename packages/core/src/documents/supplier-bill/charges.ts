import { type Cell } from '../../cells/cell.ts';
import { allocation } from '../../money/allocation.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { accepted, refused, type Decision } from '../../problems/decision.ts';
import type { BillLine } from './post.ts';

export const SPREADS = ['amount', 'quantity'] as const;
export type Spread = (typeof SPREADS)[number];

export function spreadIn({ typed, at }: Cell): Decision<Spread> {
  const spread = SPREADS.find((each) => each.startsWith(typed.trim().toLowerCase().replace(/^by /, '')));
  return spread === undefined ? refused({ at, kind: 'not-a-choice', typed, choices: SPREADS }) : accepted(spread);
}

/** A charge for the whole bill, such as freight. */
export interface Charge extends Omit<BillLine, 'target' | 'order' | 'quantity'> {
  readonly by: Spread;
}

/** The charge on each of the other lines, by what they come to or how many units they have: largest remainder, so to the cent. */
export function spreadCharge(charge: Charge, lines: readonly BillLine[]): Decision<readonly BillLine[]> {
  const weights = lines.map(({ net, quantity }) => (charge.by === 'amount' ? net : quantity));
  const total = weights.reduce((all, each) => all + each, 0);
  if (total === 0) return refused({ at: `rows/${charge.place}/spread`, kind: 'spread-on-nothing' });
  const { by: _by, ...said } = charge;
  const shares = allocation(charge.net, weights);
  return accepted(
    lines.map(({ target }, index) => ({
      ...said,
      target,
      order: null,
      quantity: NO_UNITS,
      net: shares[index] ?? cents(0),
    })),
  );
}

const NO_UNITS = quantity(0);
