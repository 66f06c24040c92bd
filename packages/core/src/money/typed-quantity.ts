import { quantity, type Quantity } from './quantity.ts';
import { typedNumber } from './typed-number.ts';

/** A typed number as a quantity, to four decimals; zero where it cannot be read. */
export function typedQuantity(typed: string): Quantity {
  const read = typedNumber(typed, 4);
  return quantity(read.kind === 'number' ? read.scaled : 0);
}
