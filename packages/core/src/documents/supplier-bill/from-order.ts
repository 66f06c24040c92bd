import { isEmpty, quantityIn } from '../../cells/cell.ts';
import { dollars, tenThousandths } from '../../money/dollars.ts';
import { cents } from '../../money/cents.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import { roundedQuotient } from '../../money/ratio.ts';
import { orderLineIn } from '../../orders/line-in.ts';
import { isCounted, openToBill, partOf, type OrderLine } from '../../orders/order-line.ts';
import type { Catalog } from '../catalog.ts';
import { orderedTarget } from '../cost-target.ts';
import { codedAs } from '../order/next-version.ts';
import { billMoneyIn, cellOf, type RowPlace } from './bill-rows.ts';
import type { BillRow } from './form.ts';

const FILLED = ['project', 'code', 'costType', 'tax', 'text', 'quantity', 'net'] as const;

/** The row of a bill with what the line of its order says of the cells that nobody typed in. */
export function withOrder(each: RowPlace, catalog: Catalog): RowPlace {
  const cell = cellOf(each, 'order');
  const found = isEmpty(cell) ? null : orderLineIn(cell, catalog.orders);
  if (!found?.ok) return each;
  const said = saidByOrder(each, found.value, catalog);
  const filled = FILLED.filter((column) => each.row[column].trim() === '' && said[column] !== undefined);
  const row = { ...each.row, ...Object.fromEntries(filled.map((column) => [column, said[column]])) };
  return { ...each, row, fromOrder: filled };
}

function saidByOrder(each: RowPlace, line: OrderLine, catalog: Catalog): Partial<BillRow> {
  const target = orderedTarget(line.target, catalog.projects);
  const tax = catalog.taxCodes.find(({ id }) => id === line.taxCode);
  const isCoded = !isEmpty(cellOf(each, 'project')) || !isEmpty(cellOf(each, 'code'));
  return {
    ...(target === null || isCoded ? {} : codedAs(target, catalog)),
    ...(tax === undefined ? {} : { tax: tax.code }),
    text: line.text,
    ...amounts(each, line, catalog),
  };
}

/**
 * All that is open, at the order's price. Of a typed quantity, its price; of a typed net, the units it pays for at the order's price
 * to four decimals, or all that is open where it pays for no such number: then the price differs.
 */
function amounts(each: RowPlace, line: OrderLine, catalog: Catalog): Partial<BillRow> {
  const open = openToBill(line);
  if (!isCounted(line)) return { net: dollars(open.net) };
  const typed = { quantity: cellOf(each, 'quantity'), net: cellOf(each, 'net') };
  if (!isEmpty(typed.quantity)) {
    const units = quantityIn(typed.quantity);
    return units.ok ? { net: dollars(partOf(line, units.value).net) } : {};
  }
  if (isEmpty(typed.net)) return { quantity: tenThousandths(open.quantity), net: dollars(open.net) };
  const net = billMoneyIn(typed.net, catalog);
  return net.ok ? { quantity: tenThousandths(unitsFor(line, net.value, open.quantity)) } : {};
}

function unitsFor(line: OrderLine, net: number, open: Quantity): Quantity {
  const units = quantity(roundedQuotient(net, line.ordered.quantity, line.ordered.net));
  const isExact = partOf(line, units).net === cents(net) && units % 100 === 0;
  return isExact || open === 0 || net < 0 ? units : open;
}
