import { invariant } from '../invariant.ts';
import { cents, type Cents } from './cents.ts';

/**
 * Splits an amount by weights into parts that sum to it exactly: largest remainder (Hare–Niemeyer), ties to the earlier part.
 * Weights are whole numbers that do not sum to zero; a negative weight takes a share of the other sign.
 */
export function allocation(amount: Cents, weights: readonly number[]): readonly Cents[] {
  const total = weights.reduce((sum, weight) => sum + BigInt(weight), 0n);
  invariant(total !== 0n, 'weights that sum to zero say nothing about shares');
  const direction = total < 0n ? -1n : 1n;
  const size = BigInt(Math.abs(amount));
  const shares = weights.map((weight, index) => {
    const product = size * BigInt(weight) * direction;
    const part = floorQuotient(product, total * direction);
    return { index, part, rest: product - part * total * direction };
  });
  let left = size - shares.reduce((sum, { part }) => sum + part, 0n);
  const byRemainder = [...shares].sort((one, other) =>
    one.rest === other.rest ? one.index - other.index : one.rest > other.rest ? -1 : 1,
  );
  for (const share of byRemainder) {
    if (left === 0n) break;
    share.part += 1n;
    left -= 1n;
  }
  return shares.map(({ part }) => cents(Math.sign(amount) * Number(part)));
}

function floorQuotient(product: bigint, divisor: bigint): bigint {
  const quotient = product / divisor;
  return product % divisor < 0n ? quotient - 1n : quotient;
}
