import { ifFilled, numberIn, type Cell } from '../../cells/cell.ts';
import { groupedBy } from '../../collections/grouped-by.ts';
import type { DocumentId, PartyId } from '../../ledger/ids.ts';
import { allocation } from '../../money/allocation.ts';
import { cents, sum, ZERO, type Cents } from '../../money/cents.ts';
import { roundedQuotient, shareOf, millionthsOf, MILLIONTHS } from '../../money/ratio.ts';
import type { Order } from '../../orders/order.ts';
import type { Retained } from '../../orders/order-effects.ts';
import { accepted, following, refused, type Decision } from '../../problems/decision.ts';
import type { Catalog } from '../catalog.ts';
import type { Bill, BillLine } from './post.ts';

type RetainedLine = Pick<BillLine, 'net' | 'order'>;

interface OfBill {
  readonly lines: readonly RetainedLine[];
  readonly isPaid: boolean;
}

/**
 * What a bill withholds under each subcontract: of its lines before tax the percent of that subcontract, rounded once each; where a
 * percent is typed, that of all lines, rounded once and split over the subcontracts by their lines. Lines of purchase orders and of
 * none withhold under none.
 */
export function retainedIn(
  cell: Cell,
  { lines, isPaid }: OfBill,
  { orders }: Pick<Catalog, 'orders'>,
): Decision<readonly Retained[]> {
  const typed = ifFilled(cell, null, (each) =>
    following(numberIn(each, 4), (millionths) =>
      millionths >= 0 && millionths <= MILLIONTHS
        ? accepted(millionths)
        : refused({ at: each.at, kind: 'number-outside', field: 'the retention', least: '0', most: '100' }),
    ),
  );
  return following(typed, (millionths) => {
    const nets = netsBySubcontract(lines, orders);
    const all = (millionths === null ? asAgreed(nets, orders) : asTyped(nets, millionths)).filter(
      ({ amount }) => amount !== 0,
    );
    return isPaid && all.length > 0 ? refused({ at: cell.at, kind: 'paid-with-retention' }) : accepted(all);
  });
}

interface SubcontractNet {
  readonly order: DocumentId | null;
  readonly net: Cents;
}

function netsBySubcontract(lines: readonly RetainedLine[], orders: readonly Order[]): readonly SubcontractNet[] {
  const subcontracts = new Set(orders.flatMap(({ kind, id }) => (kind === 'subcontract' ? [id] : [])));
  const under = ({ order }: RetainedLine) => (order !== null && subcontracts.has(order.orderId) ? order.orderId : null);
  return [...groupedBy(lines, under)].map(([order, group]) => ({ order, net: sum(group.map(({ net }) => net)) }));
}

function asAgreed(nets: readonly SubcontractNet[], orders: readonly Order[]): readonly Retained[] {
  return nets.map(({ order, net }) => {
    const millionths = orders.find(({ id }) => id === order)?.retentionMillionths ?? 0;
    return { order, amount: shareOf(net, millionthsOf(millionths)) };
  });
}

function asTyped(nets: readonly SubcontractNet[], millionths: number): readonly Retained[] {
  const all = sum([ZERO, ...nets.map(({ net }) => net)]);
  if (all === 0) return nets.map(({ order, net }) => ({ order, amount: shareOf(net, millionthsOf(millionths)) }));
  const shares = allocation(
    shareOf(all, millionthsOf(millionths)),
    nets.map(({ net }) => net),
  );
  return nets.map(({ order }, index) => ({ order, amount: shares[index] ?? ZERO }));
}

/** What is withheld while a sheet is read: of a subcontract, or of a supplier under none, and what was billed of it before tax. */
type WithheldSoFar = Map<string, { readonly retained: number; readonly billed: number }>;

const keyOf = (order: DocumentId | null, supplier: PartyId | null): string =>
  order === null ? `supplier ${supplier ?? 0}` : `order ${order}`;

export function withheldNow({ orders, retainedApart }: Pick<Catalog, 'orders' | 'retainedApart'>): WithheldSoFar {
  return new Map([
    ...orders.map(({ id, retained, lines }): [string, { retained: number; billed: number }] => [
      keyOf(id, null),
      { retained, billed: sum([ZERO, ...lines.map(({ billed }) => billed.net)]) },
    ]),
    ...retainedApart.map(({ supplier, retained }): [string, { retained: number; billed: number }] => [
      keyOf(null, supplier),
      { retained, billed: 0 },
    ]),
  ]);
}

/**
 * The bill with what it withholds once what is withheld already is known; `sofar` is brought up to date. A credit takes back withheld ×
 * credit ÷ what is left of the bills, never more than is still withheld; the rest of it lowers what is owed.
 */
export function withheldOf(bill: Bill, sofar: WithheldSoFar): Bill {
  const nets = groupedBy(bill.lines, ({ order }) => order?.orderId ?? null);
  const retained = bill.retained.map(({ order, amount }) => {
    const key = keyOf(order, bill.supplier);
    const before = sofar.get(key) ?? { retained: 0, billed: 0 };
    const net = sum([ZERO, ...(nets.get(order) ?? []).map((line) => line.net)]);
    const taken = amount >= 0 ? amount : takenBack(before, { amount, net: order === null ? null : net });
    sofar.set(key, { retained: before.retained + taken, billed: before.billed + net });
    return { order, amount: taken };
  });
  return { ...bill, retained: retained.filter(({ amount }) => amount !== 0) };
}

/** Below zero. Of a supplier without a subcontract nobody knows what was billed: there the percent of the credit itself counts. */
function takenBack(
  { retained, billed }: { readonly retained: number; readonly billed: number },
  credit: { readonly amount: Cents; readonly net: Cents | null },
): Cents {
  const share =
    credit.net === null || billed <= 0 ? -credit.amount : roundedQuotient(Math.max(0, retained), -credit.net, billed);
  return cents(-Math.max(0, Math.min(retained, share)) || 0);
}
