import { isCounted, lineName, type OrderLine, type Part } from './order-line.ts';

/** A line of an order beside what a sheet says of it: in units where it is counted, else in minor units of its amount. */
export interface AgainstOrder {
  readonly line: string;
  readonly text: string;
  /** Empty where the line is an amount. */
  readonly unit: string;
  readonly isCounted: boolean;
  readonly ordered: number;
  readonly received: number;
  readonly billed: number;
  readonly now: number;
}

export function againstOrder(line: OrderLine, now: Part): AgainstOrder {
  const measure = (part: Part) => (isCounted(line) ? part.quantity : part.net);
  return {
    line: lineName(line),
    text: line.text,
    unit: line.unit,
    isCounted: isCounted(line),
    ordered: measure(line.ordered),
    received: measure(line.received),
    billed: measure(line.billed),
    now: measure(now),
  };
}
