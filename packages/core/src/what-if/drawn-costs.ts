import { randomLcg, randomNormal } from 'd3-random';
import { cents, type Cents } from '../money/cents.ts';
import type { Ratio } from '../money/ratio.ts';

/** What something will still cost: at least, most likely, at most; in this order. */
export interface CostRange {
  readonly low: Cents;
  readonly likely: Cents;
  readonly high: Cents;
}

export interface DrawnCosts {
  /** What all lines will still cost, of every draw, ascending. */
  readonly sums: Float64Array;
  /** Of each line, the part of the sums' variance that it brings: with the others they come to 1. Zeros where nothing varies. */
  readonly spread: readonly number[];
}

export interface Drawing {
  /** An even number. */
  readonly draws: number;
  /** How much of what moves one line moves all of them: the correlation of the normal deviates behind the draws, 0 to 1. */
  readonly together: Ratio;
}

/** The same ranges are drawn the same way every time. */
const SEED = 0.270_331;

/**
 * Draws of triangular ranges that move together by one common factor (one-factor Gaussian copula). Every draw has its mirror image, so
 * that the middle draw of symmetric ranges lies at their middle.
 */
export function drawnCosts(lines: readonly CostRange[], { draws, together }: Drawing): DrawnCosts {
  const normal = randomNormal.source(randomLcg(SEED))();
  const share = together.numerator / together.denominator;
  const [common, own] = [Math.sqrt(share), Math.sqrt(1 - share)];
  const factors = Float64Array.from({ length: draws / 2 }, normal);
  const sums = new Float64Array(draws);
  const drawn = lines.map((line) => {
    const costs = new Float64Array(draws);
    for (let at = 0; at < draws; at += 2) {
      const below = shareBelow(common * (factors[at / 2] ?? 0) + own * normal());
      costs[at] = triangular(line, below);
      costs[at + 1] = triangular(line, 1 - below);
      sums[at] = (sums[at] ?? 0) + (costs[at] ?? 0);
      sums[at + 1] = (sums[at + 1] ?? 0) + (costs[at + 1] ?? 0);
    }
    return costs;
  });
  const whole = covariance(sums, sums);
  const spread = drawn.map((costs) => (whole === 0 ? 0 : covariance(costs, sums) / whole));
  return { sums: sums.sort(), spread };
}

/** The draw that so many of a hundred are at or below, to the minor unit. */
export function quantile({ sums }: DrawnCosts, share: number): Cents {
  const place = Math.max(0, Math.min(sums.length - 1, (share / 100) * (sums.length - 1)));
  const [below, above] = [sums[Math.floor(place)] ?? 0, sums[Math.ceil(place)] ?? 0];
  return cents(Math.round(below + (above - below) * (place - Math.floor(place))));
}

/** The cost that the share of a triangular distribution is at or below (its inverse distribution function). */
function triangular({ low, likely, high }: CostRange, below: number): number {
  const width = high - low;
  if (width === 0) return likely;
  return below * width <= likely - low
    ? low + Math.sqrt(below * width * (likely - low))
    : high - Math.sqrt((1 - below) * width * (high - likely));
}

/** Share of a standard normal distribution below a deviate (Abramowitz and Stegun 7.1.26, to 1.5e-7). */
function shareBelow(deviate: number): number {
  const x = Math.abs(deviate) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const series = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const above = (series * Math.exp(-x * x)) / 2;
  return deviate < 0 ? above : 1 - above;
}

function covariance(one: Float64Array, other: Float64Array): number {
  const [meanOne, meanOther] = [mean(one), mean(other)];
  let total = 0;
  for (let at = 0; at < one.length; at += 1) total += ((one[at] ?? 0) - meanOne) * ((other[at] ?? 0) - meanOther);
  return total;
}

function mean(values: Float64Array): number {
  let total = 0;
  for (const value of values) total += value;
  return values.length === 0 ? 0 : total / values.length;
}
