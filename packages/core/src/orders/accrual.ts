import { cents, difference, smaller, ZERO, type Cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { costAtOrder, measureOf, type OrderLine, type Part } from './order-line.ts';

type Moved = Pick<OrderLine, 'ordered' | 'received' | 'billed' | 'accrued'>;

function plus(one: Part, other: Part): Part {
  return { quantity: quantity(one.quantity + other.quantity), net: cents(one.net + other.net) };
}

/** What is received and not billed, at the order's price: what the account of that name should hold of the line. */
export function receivedNotBilled(line: Omit<Moved, 'accrued'>): Cents {
  const received = measureOf(line, line.received);
  const billed = measureOf(line, line.billed);
  return difference(costAtOrder(line, received), costAtOrder(line, Math.min(received, billed)));
}

/**
 * The line once a part was received. Where the company accrues on receipt, the account then holds what is received and not billed:
 * what came after its bill adds nothing. So any order of receipts and bills ends at the same cost.
 */
export function afterReceipt<L extends Moved>(
  line: L,
  part: Part,
  accrues: boolean,
): { readonly line: L; readonly accrued: Cents } {
  const received = plus(line.received, part);
  const held = receivedNotBilled({ ...line, received });
  const accrued = accrues && held > line.accrued ? difference(held, line.accrued) : ZERO;
  return { line: { ...line, received, accrued: cents(line.accrued + accrued) }, accrued };
}

/** The line once a part was billed at a cost, and how much of what was accrued the bill takes over. */
export function afterBill<L extends Moved>(
  line: L,
  part: Part,
  cost: Cents,
): { readonly line: L; readonly released: Cents } {
  const billed = { ...plus(line.billed, part), cost: cents(line.billed.cost + cost) };
  const held = smaller(line.accrued, receivedNotBilled({ ...line, billed }));
  return { line: { ...line, billed, accrued: held }, released: difference(line.accrued, held) };
}
