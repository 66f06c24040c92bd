import { costWithoutProject } from '../without-project.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Warning } from '../../problems/problem.ts';
import type { Catalog } from '../catalog.ts';
import { openToBill } from '../../orders/order-line.ts';
import { billDayKey } from './bill-keys.ts';
import type { ReadBill } from './read-bill.ts';
import type { BillRow } from './form.ts';

/** From so many bills on, what a supplier's bills came to says what is usual. */
export const USUAL_AFTER_BILLS = 3;
const UNUSUAL_FACTOR = 3;

/** What of a bill deserves a second look. */
export function billWarnings({ bill, gross, places }: ReadBill, catalog: Catalog): readonly Warning[] {
  const at = (column: keyof BillRow): string => `rows/${places[0] ?? 0}/${column}`;
  const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier);
  const isUnusual =
    supplier !== undefined && supplier.bills >= USUAL_AFTER_BILLS && gross > UNUSUAL_FACTOR * supplier.largestBill;
  return [
    ...(isUnusual
      ? [
          {
            ...{ at: at('net'), kind: 'unusual-amount' as const },
            ...{ supplier: supplier.name, largest: supplier.largestBill, amount: gross },
          },
        ]
      : []),
    ...withoutOrder({ bill, gross, places }, catalog),
    ...bill.lines.flatMap(({ target, place }) =>
      target.kind === 'account' ? costWithoutProject(target.account, `rows/${place}/code`, catalog) : [],
    ),
    ...dayWarnings(bill.datedOn, at('datedOn'), catalog),
  ];
}

/** Bills that look like one before them: the same supplier, day and amount. */
export function sameAmounts(bills: readonly ReadBill[], { knownBills, suppliers }: Catalog): readonly Warning[] {
  const seen = new Set(knownBills);
  return bills.flatMap(({ bill, gross, places }): readonly Warning[] => {
    if (bill.supplier === null || bill.paid !== null || gross <= 0) return [];
    const key = billDayKey({ supplier: bill.supplier, datedOn: bill.datedOn, gross });
    const isThere = seen.has(key);
    seen.add(key);
    const supplier = suppliers.find(({ id }) => id === bill.supplier)?.name ?? '';
    const at = `rows/${places[0] ?? 0}/net`;
    return isThere ? [{ at, kind: 'same-amount', supplier, amount: gross, day: bill.datedOn }] : [];
  });
}

/** Lines of a supplier with open orders for the same project that name none of them, once a bill. */
function withoutOrder({ bill }: ReadBill, { orders, suppliers }: Catalog): readonly Warning[] {
  const open = orders.filter(
    ({ supplier, lines }) => supplier === bill.supplier && lines.some((line) => openToBill(line).net > 0),
  );
  const found = bill.lines.flatMap(({ order, target, net, place }) => {
    if (order !== null || net <= 0 || target.kind !== 'project') return [];
    const same = open.filter(({ lines }) =>
      lines.some((line) => line.target.kind === 'project' && line.target.coding.project === target.project.id),
    );
    return same.length === 0 ? [] : [{ place, orders: same.slice(0, 4).map(({ number }) => number) }];
  });
  const [first] = found;
  const supplier = suppliers.find(({ id }) => id === bill.supplier)?.name ?? '';
  return first === undefined
    ? []
    : [{ at: `rows/${first.place}/net`, kind: 'has-open-orders', supplier, orders: first.orders }];
}
