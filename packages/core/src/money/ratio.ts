import { invariant } from '../invariant.ts';
import { cents, type Cents } from './cents.ts';

/** An exact fraction; 1 is the whole. Never rounded on the way: only `shareOf` rounds, once, to minor units. */
export interface Ratio {
  readonly numerator: number;
  /** Above zero. */
  readonly denominator: number;
}

/** `part ÷ whole`. The whole must not be zero: whoever asks decides first what a share of nothing means. */
export function ratio(part: number, whole: number): Ratio {
  invariant(Number.isSafeInteger(part) && Number.isSafeInteger(whole), 'a ratio is of two whole numbers');
  invariant(whole !== 0, 'nothing has no shares');
  return whole > 0 ? { numerator: part, denominator: whole } : { numerator: -part, denominator: -whole };
}

/** A whole, in millionths: how percents with four decimals are kept. */
export const MILLIONTHS = 1_000_000;

/** So many millionths of a whole. */
export function millionthsOf(millionths: number): Ratio {
  return ratio(millionths, MILLIONTHS);
}

export const NONE: Ratio = { numerator: 0, denominator: 1 };
export const WHOLE: Ratio = { numerator: 1, denominator: 1 };

/** `amount × share`, rounded to the minor unit, half away from zero. Exact for every amount that `Cents` can hold. */
export function shareOf(amount: Cents, share: Ratio): Cents {
  return cents(roundedQuotient(amount, share.numerator, share.denominator));
}

/** `a × b ÷ divisor`, the divisor above zero, to a whole number, half away from zero. Falls back to big integers where doubles would not be exact. */
export function roundedQuotient(a: number, b: number, divisor: number): number {
  invariant(divisor > 0, 'what is divided by is above zero');
  const product = a * b;
  if (Number.isSafeInteger(product) && Number.isSafeInteger(2 * product) && Number.isSafeInteger(2 * divisor)) {
    const whole = Math.trunc(product / divisor);
    const rest = Math.abs(product - whole * divisor);
    return 2 * rest >= divisor ? whole + Math.sign(product) : whole;
  }
  return roundedBigQuotient(BigInt(a) * BigInt(b), BigInt(divisor));
}

function roundedBigQuotient(product: bigint, divisor: bigint): number {
  const size = product < 0n ? -product : product;
  const rounded = (2n * size + divisor) / (2n * divisor);
  return Number(product < 0n ? -rounded : rounded);
}

/**
 * The ratio, of 0 to 1, kept to `decimals` decimals of a percent, half away from zero; every later figure then uses the kept one.
 * Rounding never makes a part the whole, nor anything nothing.
 */
export function keptTo(decimals: number, share: Ratio): Ratio {
  const denominator = 100 * 10 ** decimals;
  const rounded = roundedQuotient(share.numerator, denominator, share.denominator);
  const [least, most] = [
    share.numerator > 0 ? 1 : 0,
    share.numerator < share.denominator ? denominator - 1 : denominator,
  ];
  return ratio(Math.min(Math.max(rounded, least), most), denominator);
}

/** Negative when `one` is the smaller, 0 when equal. */
export function compareRatios(one: Ratio, other: Ratio): number {
  const left = BigInt(one.numerator) * BigInt(other.denominator);
  const right = BigInt(other.numerator) * BigInt(one.denominator);
  return left < right ? -1 : left > right ? 1 : 0;
}

/** A percent as text, for people: `29.33`. Half away from zero. */
export function percent(share: Ratio, decimals = 2): string {
  const scale = 10 ** decimals;
  const scaled = roundedQuotient(share.numerator, 100 * scale, share.denominator);
  const digits = Math.abs(scaled)
    .toString()
    .padStart(decimals + 1, '0');
  const text = decimals === 0 ? digits : `${digits.slice(0, -decimals)}.${digits.slice(-decimals)}`;
  return scaled < 0 ? `\u2212${text}` : text;
}
