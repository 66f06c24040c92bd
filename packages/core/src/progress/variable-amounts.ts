import { dollars } from '../money/dollars.ts';
import { cents, MOST_CENTS, type Cents } from '../money/cents.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';

/** What may be part of a price before it is agreed: variable consideration (ASC 606-10-32-5) and changes not approved (606-10-25-11). */
export const VARIABLE_KINDS = ['claim', 'bonus', 'penalty', 'change order'] as const;
export type VariableKind = (typeof VARIABLE_KINDS)[number];

/** What a kind may add to a price: a penalty lowers it, a claim and a bonus raise it, a change order does either; nothing is always right. */
export function variableWithin(kind: VariableKind, amount: Cents, at: string): Decision<Cents> {
  const [least, most] = [kind === 'claim' || kind === 'bonus' ? 0 : -MOST_CENTS, kind === 'penalty' ? 0 : MOST_CENTS];
  if (amount >= least && amount <= most) return accepted(amount);
  const field = `what is included of a ${kind}`;
  return refused({ at, kind: 'number-outside', field, least: dollars(cents(least)), most: dollars(cents(most)) });
}
