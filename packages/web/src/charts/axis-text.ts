import { format } from 'd3';

const SHORT = format('~s');

/** An amount at an axis: `400 k`, `1.2 M`, in whole units of the currency. */
export function axisText(cents: number): string {
  if (cents === 0) return '0';
  return SHORT(cents / 100).replace(/([kMG])$/, ' $1');
}
