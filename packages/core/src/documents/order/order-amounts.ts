import { ifFilled, isEmpty, moneyIn, quantityIn, rateIn, type Cell, withinBooks } from '../../cells/cell.ts';
import type { Part } from '../../orders/order-line.ts';
import { quantity, rate, unboundedExtension, type Quantity, type Rate, perUnit } from '../../money/quantity.ts';
import { MOST_CENTS, type Cents } from '../../money/cents.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../../problems/decision.ts';

/** The cells that say how much a line is of. */
export interface AmountCells {
  readonly quantity: Cell;
  readonly price: Cell;
  readonly net: Cell;
}

export interface OrderAmounts extends Part {
  /** Per unit; nothing where the line has an amount alone. */
  readonly price: Rate;
}

/** Quantity × price, or an amount alone; where all three are typed they agree to the cent. An order is of more than nothing. */
export function orderAmountsIn(cells: AmountCells): Decision<OrderAmounts> {
  const typed = gathered({
    quantity: ifFilled(cells.quantity, null, positive('the quantity', quantityIn)),
    price: ifFilled(cells.price, null, positive('the price', rateIn)),
    net: ifFilled(cells.net, null, positive('the net amount', moneyIn)),
  });
  return following(typed, ({ quantity: units, price, net }) => {
    if (units === null) {
      if (price !== null) return refused({ at: cells.quantity.at, kind: 'missing', field: 'the quantity' });
      return net === null
        ? refused({ at: cells.net.at, kind: 'missing', field: 'the net amount, or quantity and price,' })
        : accepted({ quantity: quantity(0), net, price: rate(0) });
    }
    if (price === null) {
      return net === null
        ? refused({ at: cells.price.at, kind: 'missing', field: 'the price' })
        : accepted({ quantity: units, net, price: priceOf(net, units) });
    }
    return following(extended(units, price, cells.price), (worth) =>
      net === null || net === worth || priceOf(net, units) === price
        ? accepted({ quantity: units, net: net ?? worth, price })
        : refused({ at: cells.net.at, kind: 'amounts-apart', net, worth }),
    );
  });
}

/** Net per unit, to four decimals. */
export function priceOf(net: Cents, units: Quantity): Rate {
  return perUnit(net, units);
}

function extended(units: Quantity, price: Rate, at: Cell): Decision<Cents> {
  const worth = unboundedExtension(units, price);
  return mapped(withinBooks(at, Math.min(worth, MOST_CENTS + 1)), (amount) => amount);
}

function positive<T extends number>(field: string, read: (cell: Cell) => Decision<T>) {
  return (cell: Cell): Decision<T> =>
    following(read(cell), (value) =>
      value > 0 ? accepted(value) : refused({ at: cell.at, kind: 'number-not-positive', field }),
    );
}

/** Whether nothing of an amount is typed. */
export function hasNoAmount({ quantity: units, price, net }: AmountCells): boolean {
  return isEmpty(units) && isEmpty(price) && isEmpty(net);
}
