import type { Quantity } from '../money/quantity.ts';
import { ratio, WHOLE, type Ratio } from '../money/ratio.ts';

/** Hours worked ÷ (hours worked + hours to come); null before any. Input method, ASC 606-10-55-20, IFRS 15.B18. */
export function hoursShare(worked: Quantity, toCome: Quantity): Ratio | null {
  return worked <= 0 ? null : ratio(worked, worked + toCome);
}

/** Units done ÷ units in all, at most all of them; null before any were told. Output method, ASC 606-10-55-17, IFRS 15.B15. */
export function unitsShare(done: Quantity | null, inAll: number | null): Ratio | null {
  if (done === null || inAll === null || inAll <= 0) return null;
  const all = inAll * 10_000;
  return done >= all ? WHOLE : ratio(done, all);
}
