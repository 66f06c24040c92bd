import type { Cell } from '../cells/cell.ts';
import type { PartyId } from '../ledger/ids.ts';
import { found, type Named } from '../lookup/lookup.ts';
import { accepted, refused, type Decision } from '../problems/decision.ts';
import type { Order } from './order.ts';
import { lineName, type OrderLine } from './order-line.ts';

/** The line of an order that a cell names: `PO-0012/3`, or the order alone where it has one line. */
export function orderLineIn({ typed, at }: Cell, orders: readonly Order[]): Decision<OrderLine> {
  const name = typed.trim().toLowerCase();
  const line =
    orders.flatMap(({ lines }) => lines).find((each) => lineName(each).toLowerCase() === name) ??
    onlyLine(name, orders);
  if (line !== undefined) return accepted(line);
  const order = orders.find(({ number }) => number.toLowerCase() === name.split('/')[0]);
  return order === undefined
    ? refused({ at, kind: 'unknown-code', subject: 'line of an order', typed: typed.trim() })
    : refused({
        ...{ at, kind: 'ambiguous-code', subject: 'line of an order', typed: typed.trim() },
        among: order.lines.slice(0, 6).map(lineName),
      });
}

function onlyLine(name: string, orders: readonly Order[]): OrderLine | undefined {
  const order = orders.find(({ number }) => number.toLowerCase() === name);
  return order?.lines.length === 1 ? order.lines[0] : undefined;
}

/** The orders among some whose numbers are typed. */
export function ordersNamed(orders: readonly Order[], typed: readonly string[]): readonly Order[] {
  const numbers = new Set(typed.map((text) => text.trim().toLowerCase()));
  return orders.filter(({ number }) => numbers.has(number.toLowerCase()));
}

/** The suppliers that are typed, as far as they are found. */
export function suppliersNamed(
  typed: readonly string[],
  suppliers: readonly (Named & { readonly id: PartyId })[],
): readonly PartyId[] {
  const names = [...new Set(typed.map((text) => text.trim()).filter((text) => text !== ''))];
  return names.flatMap((name) => {
    const named = found(suppliers, name);
    return named.kind === 'found' ? [named.value.id] : [];
  });
}
