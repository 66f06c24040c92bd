import type { IsoDate } from '../calendar/iso-date.ts';
import { cents, difference, sum, ZERO, type Cents } from '../money/cents.ts';
import { quantity } from '../money/quantity.ts';
import { roundedQuotient } from '../money/ratio.ts';
import { accrued, costOn, measureOf, type Accrual, type OrderLine, type Part } from './order-line.ts';

type Moved = Pick<OrderLine, 'ordered' | 'agreed' | 'received' | 'billed' | 'accruals'>;

function plus(one: Part, other: Part): Part {
  return { quantity: quantity(one.quantity + other.quantity), net: cents(one.net + other.net) };
}

/** How much of the line came and is not billed. */
export function receivedNotBilled(line: Pick<OrderLine, 'ordered' | 'received' | 'billed'>): number {
  return Math.max(0, measureOf(line, line.received) - measureOf(line, line.billed));
}

/** A receipt of a line: its own day says the price, and it is posted on the first open day. */
export interface Receipt {
  readonly part: Part;
  readonly datedOn: IsoDate;
  readonly postedOn: IsoDate;
}

/**
 * The line once a part was received, and what that accrues: at the price of the receipt's own day, which no later price changes. What
 * was billed before it came adds nothing, so receipts and bills in any order end at the same cost.
 */
export function afterReceipt<L extends Moved>(
  line: L,
  { part, datedOn, postedOn }: Receipt,
  accrues: boolean,
): { readonly line: L; readonly accrued: Accrual | null } {
  const received = plus(line.received, part);
  const waiting = receivedNotBilled({ ...line, received }) - accrued(line).measure;
  const measure = accrues ? Math.min(measureOf(line, part), Math.max(0, waiting)) : 0;
  const cost = costOn(line, datedOn, measure);
  const came = cost === 0 ? null : { receipt: 0, postedOn, measure, cost };
  return { line: { ...line, received, accruals: [...line.accruals, ...(came === null ? [] : [came])] }, accrued: came };
}

/** What a bill takes over of a receipt, and the day its accrual is taken back: the bill's, or the receipt's where that is later. */
export interface Taken extends Accrual {
  readonly takenOn: IsoDate;
}

/** The line once a part was billed at a cost, and what the bill takes over of what was accrued, in units first come. */
export function afterBill<L extends Moved>(
  line: L,
  { part, cost, postedOn }: { readonly part: Part; readonly cost: Cents; readonly postedOn: IsoDate },
): { readonly line: L; readonly taken: readonly Taken[] } {
  const billed = { ...plus(line.billed, part), cost: cents(line.billed.cost + cost) };
  let over = Math.max(0, accrued(line).measure - receivedNotBilled({ ...line, billed }));
  const taken = line.accruals.flatMap((each): readonly Taken[] => {
    const measure = Math.min(over, each.measure);
    over -= measure;
    if (measure === 0) return [];
    const part = measure === each.measure ? each.cost : cents(roundedQuotient(each.cost, measure, each.measure));
    return [{ ...each, measure, cost: part, takenOn: each.postedOn > postedOn ? each.postedOn : postedOn }];
  });
  return {
    line: { ...line, billed, accruals: line.accruals.flatMap((each, index) => left(each, index, taken)) },
    taken,
  };
}

/** What is left of a receipt; the first come are taken first. */
function left(each: Accrual, index: number, taken: readonly Taken[]): readonly Accrual[] {
  const of = taken[index];
  if (of === undefined) return [each];
  if (of.measure === each.measure) return [];
  return [{ ...each, measure: each.measure - of.measure, cost: difference(each.cost, of.cost) }];
}

/** What a bill takes over in all. */
export function costTaken(taken: readonly Taken[]): Cents {
  return sum([ZERO, ...taken.map(({ cost }) => cost)]);
}
