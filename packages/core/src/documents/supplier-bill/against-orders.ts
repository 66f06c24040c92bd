import { difference, type Cents } from '../../money/cents.ts';
import { tenThousandths } from '../../money/dollars.ts';
import { quantity, perUnit } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { afterBill } from '../../orders/accrual.ts';
import { againstOrder, type AgainstOrder } from '../../orders/against-order.ts';
import {
  commitment,
  isCounted,
  lineName,
  measureOf,
  measureWords,
  openToBill,
  partOf,
  type OrderLine,
  type Part,
} from '../../orders/order-line.ts';
import type { BilledLine } from '../../orders/order-effects.ts';
import { excess, type Excess, type OrderPolicy } from '../../orders/tolerance.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import type { BillLine } from './post.ts';

/** A line of a bill that is of an order, and what it makes of the order's line. */
export interface BilledOrderLine extends BilledLine {
  /** What the project has committed less than before; more is positive. */
  readonly committed: Cents;
  readonly against: AgainstOrder;
  readonly problems: readonly Problem[];
  readonly warnings: readonly Warning[];
}

/** How far along each line of an order is while a sheet is read: the next bill of it comes upon those above. */
export type OrdersSoFar = Map<number, OrderLine>;

/** What a line with such a cost makes of its order's line; `sofar` is brought up to date. */
export function billedOrderLine(
  line: BillLine & { readonly order: OrderLine },
  { cost, postedOn }: { readonly cost: Cents; readonly postedOn: IsoDate },
  sofar: OrdersSoFar,
): Omit<BilledOrderLine, 'problems' | 'warnings'> & { readonly before: OrderLine; readonly after: OrderLine } {
  const before = sofar.get(line.order.id) ?? line.order;
  const part: Part = { quantity: isCounted(before) ? line.quantity : quantity(0), net: line.net };
  const { line: after, taken } = afterBill(before, { part, cost, postedOn });
  sofar.set(line.order.id, after);
  return {
    ...{ line: line.order.id, part, cost, taken, before, after },
    committed: difference(commitment(after), commitment(before)),
    against: againstOrder(before, part),
  };
}

/** What is said of a bill against an order: more than was ordered, dearer than agreed, not received yet; each with its figures. */
export function judged(
  { before, after, part }: Pick<ReturnType<typeof billedOrderLine>, 'before' | 'after' | 'part'>,
  row: string,
  policy: OrderPolicy,
): Pick<BilledOrderLine, 'problems' | 'warnings'> {
  const said = [...quantityOver(after, part, { row, policy }), ...priceOver(before, part, { row, policy })];
  // Work by amount is billed as it goes on: nothing has to be received first.
  const isAhead =
    part.net > 0 &&
    measureOf(after, after.received) < measureOf(after, after.billed) &&
    ((policy.accruesOnReceipt && isCounted(after)) || measureOf(after, after.received) > 0);
  return {
    problems: said.flatMap(({ fact, verdict }) => (verdict === 'refuse' ? [fact] : [])),
    warnings: [
      ...said.flatMap(({ fact, verdict }) => (verdict === 'warn' ? [fact] : [])),
      ...(isAhead ? [notReceived(after, row)] : []),
      ...digitOff(before, part, row),
    ],
  };
}

function notReceived(after: OrderLine, row: string): Warning {
  const words = (part: Part): string => measureWords(after, measureOf(after, part));
  return {
    ...{ at: `${row}/order`, kind: 'not-received', line: lineName(after) },
    ...{ received: words(after.received), billed: words(after.billed) },
  };
}

/**
 * About ten times what the order makes of it, or a tenth: a digit more or less than was meant. Of an amount only ten times what is
 * open: a tenth is a first part.
 */
function digitOff(before: OrderLine, part: Part, row: string): readonly Warning[] {
  const expected = (isCounted(before) ? partOf(before, part.quantity) : openToBill(before)).net;
  if (part.net <= 0 || expected <= 0) return [];
  const isMore = part.net >= 9 * expected && part.net <= 11 * expected;
  const isLess = isCounted(before) && expected >= 9 * part.net && expected <= 11 * part.net;
  return isMore || isLess
    ? [{ at: `${row}/net`, kind: 'digit-off', line: lineName(before), amount: part.net, expected }]
    : [];
}

interface Judging {
  readonly row: string;
  readonly policy: OrderPolicy;
}

interface Said extends Pick<Excess, 'verdict'> {
  readonly fact: (Problem & Warning) & { readonly kind: 'over-ordered' | 'over-price' };
}

function quantityOver(after: OrderLine, part: Part, { row, policy }: Judging): readonly Said[] {
  const ordered = measureOf(after, after.ordered);
  const billed = measureOf(after, after.billed);
  if (measureOf(after, part) <= 0 || billed <= ordered) return [];
  const over = ordered === 0 ? NOTHING_ORDERED : excess(ratio(billed, 1), ratio(ordered, 1), policy.quantity);
  if (over === null) return [];
  const fact = {
    ...{ at: `${row}/${isCounted(after) ? 'quantity' : 'net'}`, kind: 'over-ordered' as const, line: lineName(after) },
    ...{
      ordered: measureWords(after, ordered),
      asked: measureWords(after, billed),
      over: over.over,
      limit: over.limit,
      done: 'billed' as const,
    },
  };
  return [{ fact, verdict: over.verdict }];
}

/** Of a line that was taken out of its order, or closed at nothing. */
const NOTHING_ORDERED: Excess = { verdict: 'warn', over: '100.00', limit: '0.00' };

function priceOver(before: OrderLine, part: Part, { row, policy }: Judging): readonly Said[] {
  const { ordered } = before;
  if (!isCounted(before) || part.quantity <= 0 || part.net <= 0 || ordered.net <= 0) return [];
  const asked = ratio(part.net, part.quantity);
  const over = excess(asked, ratio(ordered.net, ordered.quantity), policy.price);
  if (over === null) return [];
  const price = (net: number, units: number): string => tenThousandths(perUnit(net, units), 2);
  const fact = {
    ...{ at: `${row}/net`, kind: 'over-price' as const, line: lineName(before) },
    ...{ agreed: price(ordered.net, ordered.quantity), asked: price(part.net, part.quantity) },
    ...{ over: over.over, limit: over.limit },
  };
  return [{ fact, verdict: over.verdict }];
}
