import { codingKey } from '../../ledger/dimensions.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import type { TaxCode } from '../../ledger/tax-code.ts';
import { cents, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import type { Order } from '../../orders/order.ts';
import { measureOf, type OrderLine, type OrderTarget } from '../../orders/order-line.ts';
import type { OrderedLine } from '../../orders/order-effects.ts';
import type { CostTarget } from '../cost-target.ts';
import type { OrderAmounts } from './order-amounts.ts';

/** A line of an order as typed, read. */
export interface ReadOrderLine extends OrderAmounts {
  /** The line of the order it goes on with; null for a new one. */
  readonly known: OrderLine | null;
  readonly target: CostTarget;
  readonly text: string;
  readonly unit: string;
  readonly taxCode: TaxCode | null;
  readonly wantedOn: IsoDate | null;
  /** Where it stands in the sheet. */
  readonly place: number;
}

export function targetOf(target: CostTarget): OrderTarget {
  return target.kind === 'project'
    ? { kind: 'project', coding: target.coding }
    : { kind: 'account', account: target.account };
}

export function targetKey(target: OrderTarget): string {
  return target.kind === 'project' ? codingKey(target.coding) : `account ${target.account}`;
}

/** Whether nothing came of a line yet: then it may still go to another project, or be counted otherwise. */
export function isUntouched({ received, billed }: OrderLine): boolean {
  return [received.quantity, received.net, billed.quantity, billed.net].every((each) => each === 0);
}

/** The least a line may come to: what was received or billed of it. */
export function leastOf(line: OrderLine): number {
  return Math.max(measureOf(line, line.received), measureOf(line, line.billed));
}

/** What a version makes of the lines: those typed, and those of the order that were left out, which come to nothing. */
export function orderedLines(
  order: Order | null,
  lines: readonly ReadOrderLine[],
  costs: readonly Cents[],
): readonly OrderedLine[] {
  const kept = new Set(lines.flatMap(({ known }) => (known === null ? [] : [known.id])));
  const last = Math.max(0, ...(order?.lines ?? []).map(({ place }) => place));
  const added = lines.filter(({ known }) => known === null);
  const typed = lines.map((line, index) =>
    orderedLine(line, costs[index] ?? cents(0), line.known?.place ?? last + 1 + added.indexOf(line)),
  );
  const gone = (order?.lines ?? []).filter(({ id, ordered }) => !kept.has(id) && ordered.net !== 0);
  return [...typed.filter((line) => line.line === null || isOther(line, order)), ...gone.map(takenOut)];
}

function orderedLine(line: ReadOrderLine, cost: Cents, place: number): OrderedLine {
  const before = line.known?.ordered;
  return {
    line: line.known?.id ?? null,
    place,
    target: targetOf(line.target),
    change: {
      quantity: quantity(line.quantity - (before?.quantity ?? 0)),
      net: cents(line.net - (before?.net ?? 0)),
      cost: cents(cost - (before?.cost ?? 0)),
    },
    price: line.price,
    unit: line.unit,
    text: line.text,
    taxCode: line.taxCode?.id ?? null,
    wantedOn: line.wantedOn,
  };
}

/** Whether a version says anything new of a line. */
function isOther({ line, change, ...says }: OrderedLine, order: Order | null): boolean {
  const known = order?.lines.find(({ id }) => id === line);
  if (known === undefined) return true;
  const isSame = (['text', 'unit', 'price', 'taxCode', 'wantedOn'] as const).every(
    (name) => says[name] === known[name],
  );
  return !isSame || change.quantity !== 0 || change.net !== 0 || change.cost !== 0;
}

/** The line with nothing ordered any more. */
export function takenOut(line: OrderLine): OrderedLine {
  return reduced(line, { quantity: quantity(0), net: cents(0), cost: cents(0) });
}

/** The line as it is, with so much ordered. */
export function reduced(line: OrderLine, ordered: OrderLine['ordered']): OrderedLine {
  const { id, place, target, price, unit, text, taxCode, wantedOn } = line;
  return {
    ...{ line: id, place, target, price, unit, text, taxCode, wantedOn },
    change: {
      quantity: quantity(ordered.quantity - line.ordered.quantity),
      net: cents(ordered.net - line.ordered.net),
      cost: cents(ordered.cost - line.ordered.cost),
    },
  };
}
