import { percent, type Ratio, millionthsOf, MILLIONTHS } from '../money/ratio.ts';

/** How far a bill may go beyond its order, in millionths: above one somebody must say so, above the other never. Null: no limit. */
export interface Tolerance {
  readonly warnMillionths: number | null;
  readonly refuseMillionths: number | null;
}

/** What the company holds bills against orders to, and whether goods are cost when they come. */
export interface OrderPolicy {
  readonly accruesOnReceipt: boolean;
  readonly quantity: Tolerance;
  readonly price: Tolerance;
}

/** How much more than agreed, and what of it follows. */
export interface Excess {
  readonly verdict: 'warn' | 'refuse';
  /** In percent of what was agreed. */
  readonly over: string;
  /** The limit that was passed, in percent. */
  readonly limit: string;
}

/** Whether what is asked goes beyond what was agreed by more than is tolerated; null where it does not. `agreed` is above zero. */
export function excess(asked: Ratio, agreed: Ratio, { warnMillionths, refuseMillionths }: Tolerance): Excess | null {
  // asked ÷ agreed − 1, as a fraction of whole numbers of any size.
  const whole = BigInt(agreed.numerator) * BigInt(asked.denominator);
  const over = BigInt(asked.numerator) * BigInt(agreed.denominator) - whole;
  const isAbove = (limit: number | null): limit is number =>
    limit !== null && over > 0n && over * BigInt(MILLIONTHS) > whole * BigInt(limit);
  const limit = isAbove(refuseMillionths) ? refuseMillionths : warnMillionths;
  if (!isAbove(limit)) return null;
  const millionths = Number((over * BigInt(MILLIONTHS)) / whole);
  return {
    verdict: isAbove(refuseMillionths) ? 'refuse' : 'warn',
    over: percent(millionthsOf(millionths)),
    limit: percent(millionthsOf(limit)),
  };
}
