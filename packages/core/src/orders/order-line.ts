import type { IsoDate } from '../calendar/iso-date.ts';
import type { AccountId, DocumentId, OrderLineId, PartyId, TaxCodeId } from '../ledger/ids.ts';
import type { Coding } from '../ledger/dimensions.ts';
import { dollars, tenThousandths } from '../money/dollars.ts';
import { cents, sum, ZERO, type Cents } from '../money/cents.ts';
import { quantity, type Quantity, type Rate } from '../money/quantity.ts';
import { roundedQuotient } from '../money/ratio.ts';

/** Where the cost of a line belongs. */
export type OrderTarget =
  { readonly kind: 'project'; readonly coding: Coding } | { readonly kind: 'account'; readonly account: AccountId };

/** A part of a line: so much of it, worth so much before tax at the order's price, or as billed. */
export interface Part {
  readonly quantity: Quantity;
  readonly net: Cents;
}

export const NO_PART: Part = { quantity: quantity(0), net: ZERO };

/** What a line came to from a day on. */
export interface Agreed {
  readonly from: IsoDate;
  readonly ordered: Part & { readonly cost: Cents };
}

/** What is left of a receipt that was accrued: so much of the line, and the cost it brought. */
export interface Accrual {
  /** The receipt's line. */
  readonly receipt: number;
  /** The day its cost is posted on. */
  readonly postedOn: IsoDate;
  readonly measure: number;
  readonly cost: Cents;
}

/** A line of an order or a subcontract as its latest version has it, with what was received and billed of it. */
export interface OrderLine {
  readonly id: OrderLineId;
  readonly orderId: DocumentId;
  /** Number of the order, and the place of the line in it. */
  readonly order: string;
  readonly place: number;
  readonly supplier: PartyId;
  readonly target: OrderTarget;
  readonly text: string;
  readonly unit: string;
  /** Per unit, before tax; nothing where the line has an amount alone. */
  readonly price: Rate;
  readonly taxCode: TaxCodeId | null;
  readonly wantedOn: IsoDate | null;
  /** `cost`: net, and the tax on it that does not come back. */
  readonly ordered: Part & { readonly cost: Cents };
  readonly received: Part;
  readonly billed: Part & { readonly cost: Cents };
  /** What it came to by each version, the first one first; the price of a day is that of the last one by then. */
  readonly agreed: readonly Agreed[];
  /** Receipts whose cost is on the project and which no bill has taken over wholly, in the order of their days. */
  readonly accruals: readonly Accrual[];
  /** Nothing more is expected: the order was closed. */
  readonly isClosed: boolean;
  /** What is withheld of each bill, in millionths. */
  readonly retentionMillionths: number;
}

/** `PO-0012/3`: how a line is named on other sheets. */
export function lineName({ order, place }: Pick<OrderLine, 'order' | 'place'>): string {
  return `${order}/${place}`;
}

/** Whether the line is measured in units; else its amount is what is received and billed of it. */
export function isCounted({ ordered }: Pick<OrderLine, 'ordered'>): boolean {
  return ordered.quantity !== 0;
}

/** How much of the line a part is, in units or in minor units of its amount. */
export function measureOf(line: Pick<OrderLine, 'ordered'>, part: Part): number {
  return isCounted(line) ? part.quantity : part.net;
}

/** So many units of a line, or so much of its amount, for people. */
export function measureWords(line: Pick<OrderLine, 'ordered' | 'unit'>, measure: number): string {
  return isCounted(line) ? `${tenThousandths(measure)} ${line.unit}`.trim() : dollars(cents(measure));
}

type Ordered = Pick<OrderLine, 'ordered'>;

/** What so much of the line costs at the order's price, tax that does not come back included; rounded once. */
export function costAtOrder(line: Ordered, measure: number): Cents {
  const whole = measureOf(line, line.ordered);
  return whole === 0 ? ZERO : cents(roundedQuotient(line.ordered.cost, measure, whole));
}

/** The same at the price the line had on a day; before its first version, at that of the first. */
export function costOn(line: Pick<OrderLine, 'agreed' | 'ordered'>, day: IsoDate, measure: number): Cents {
  const counted = line.agreed.filter(({ ordered }) => measureOf(line, ordered) !== 0);
  const agreed = counted.findLast(({ from }) => from <= day) ?? counted[0] ?? line;
  const whole = measureOf(line, agreed.ordered);
  return whole === 0 ? ZERO : cents(roundedQuotient(agreed.ordered.cost, measure, whole));
}

/** What receipts put on the project and no bill has taken over: how much of the line, and its cost. */
export function accrued({ accruals }: Pick<OrderLine, 'accruals'>): { readonly measure: number; readonly cost: Cents } {
  return {
    measure: accruals.reduce((all, { measure }) => all + measure, 0),
    cost: sum([ZERO, ...accruals.map(({ cost }) => cost)]),
  };
}

/** The part of so many units, or of such an amount, at the order's price. */
export function partOf(line: Ordered, measure: number): Part {
  if (!isCounted(line)) return { quantity: quantity(0), net: cents(measure) };
  return {
    quantity: quantity(measure),
    net: cents(roundedQuotient(line.ordered.net, measure, line.ordered.quantity)),
  };
}

/** What is still to be received: ordered = received + open, nothing where more came than was ordered. */
export function openToReceive(line: Pick<OrderLine, 'ordered' | 'received'>): Part {
  return partOf(line, Math.max(0, measureOf(line, line.ordered) - measureOf(line, line.received)));
}

/** What the next bill is expected to be of: what was received and not billed; where nothing was received, what is not billed. */
export function openToBill(line: Pick<OrderLine, 'ordered' | 'received' | 'billed'>): Part {
  const received = measureOf(line, line.received);
  const due = received === 0 ? measureOf(line, line.ordered) : received;
  return partOf(line, Math.max(0, due - measureOf(line, line.billed)));
}

/** Whether all that was ordered is billed. */
export function isBilled(line: Pick<OrderLine, 'ordered' | 'billed'>): boolean {
  return measureOf(line, line.billed) >= measureOf(line, line.ordered);
}

/** What a commitment follows from. */
export interface Standing extends Pick<OrderLine, 'ordered' | 'billed' | 'isClosed'> {
  readonly accrued: ReturnType<typeof accrued>;
}

/**
 * Ordered and not yet cost of the project, never below zero, tax that does not come back included: of a counted line the units neither
 * billed nor accrued at the order's price, of an amount ordered − billed − accrued; nothing once all is billed, dearer or cheaper, or the
 * order is closed.
 */
export function committedOf(line: Standing): Cents {
  if (line.isClosed || isBilled(line)) return ZERO;
  if (!isCounted(line)) return cents(Math.max(0, line.ordered.cost - line.billed.cost - line.accrued.cost));
  return costAtOrder(line, Math.max(0, line.ordered.quantity - line.billed.quantity - line.accrued.measure));
}

export function commitment(line: Pick<OrderLine, 'ordered' | 'billed' | 'accruals' | 'isClosed'>): Cents {
  return committedOf({ ...line, accrued: accrued(line) });
}
