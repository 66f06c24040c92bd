import { plusDays } from '../../calendar/iso-date.ts';
import { lastDay } from '../../calendar/month.ts';
import {
  codeIn,
  dayIn,
  ifFilled,
  isEmpty,
  quantityIn,
  required,
  textIn,
  withinBooks,
  type Cell,
} from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { MOST_CENTS, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { orderLineIn } from '../../orders/line-in.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Catalog, Supplier } from '../catalog.ts';
import { costTargetIn } from '../cost-target.ts';
import { billMoneyIn, cellOf, type RowPlace } from './bill-rows.ts';
import { spreadCharge, spreadIn, type Charge } from './charges.ts';
import { paidFromIn } from './paid-from.ts';
import { billGross, type Bill, type BillLine } from './post.ts';
import { retainedIn } from './retained.ts';

/** A bill of a sheet, with its rows. */
export interface ReadBill {
  readonly bill: Bill;
  readonly gross: Cents;
  /** Where its rows stand. */
  readonly places: readonly number[];
}

export function readBill(group: readonly RowPlace[], catalog: Catalog): Decision<ReadBill> {
  const [head] = group;
  if (!head) return refused({ at: 'rows', kind: 'nothing-entered' });
  const paid = paidFromIn(cellOf(head, 'paid'), catalog);
  const isPaid = paid.ok && paid.value !== null;
  const supplier = supplierIn(cellOf(head, 'supplier'), isPaid, catalog);
  const of = supplier.ok ? supplier.value : null;
  const lines = linesIn(group, of, catalog);
  const parts = gathered({
    supplier,
    paid,
    number: isPaid
      ? codeIn(cellOf(head, 'number'), 'the bill number', 40)
      : required(cellOf(head, 'number'), 'the bill number', (cell) => codeIn(cell, 'the bill number', 40)),
    days: daysIn(head, of, catalog),
    lines,
    // What is wrong with the lines is told with them.
    retained: retainedIn(cellOf(head, 'retention'), { lines: lines.ok ? lines.value : [], isPaid }, catalog),
    control: ifFilled(cellOf(head, 'total'), null, (cell) => billMoneyIn(cell, catalog)),
  });
  return following(parts, ({ control, days, ...read }) => {
    const bill: Bill = { ...read, ...days, supplier: read.supplier?.id ?? null };
    return mapped(grossOf(bill, head, control), (gross) => ({ bill, gross, places: group.map(({ place }) => place) }));
  });
}

/** Whoever is paid at once need not be anybody in particular. */
function supplierIn(cell: Cell, isPaid: boolean, { suppliers }: Catalog): Decision<Supplier | null> {
  const named = (each: Cell) => lookedUp(suppliers, each, 'supplier');
  return isPaid ? ifFilled(cell, null, named) : required(cell, 'the supplier', named);
}

/** What the bill comes to: as its control total says, more than nothing on any line, and no more than the books hold. */
function grossOf(bill: Bill, head: RowPlace, control: Cents | null): Decision<Cents> {
  const net = cellOf(head, 'net');
  if (bill.lines.reduce((all, line) => all + Math.abs(line.net), 0) > MOST_CENTS)
    return withinBooks(net, MOST_CENTS + 1);
  if (bill.lines.every((line) => line.net === 0)) return refused({ at: net.at, kind: 'nothing-to-post' });
  return following(withinBooks(net, billGross(bill)), (gross) =>
    control === null || control === gross
      ? accepted(gross)
      : refused({ at: cellOf(head, 'total').at, kind: 'control-total-off', control, entered: gross }),
  );
}

/** The bill's date, the day it posts, the day it is due: by the supplier's terms where none is typed. */
function daysIn(
  head: RowPlace,
  supplier: Supplier | null,
  catalog: Catalog,
): Decision<Pick<Bill, 'datedOn' | 'postedOn' | 'dueOn'>> {
  const dated = required(cellOf(head, 'datedOn'), 'the date', (cell) =>
    following(dayIn(cell, lastDay(catalog.workingMonth), catalog.dayOrder), (day) =>
      dayInBooks(day, catalog.span, cell.at),
    ),
  );
  return following(dated, (datedOn) => {
    const dueCell = cellOf(head, 'dueOn');
    const due = ifFilled(dueCell, plusDays(datedOn, supplier?.termsDays ?? 0), (cell) =>
      dayIn(cell, datedOn, catalog.dayOrder),
    );
    return following(due, (dueOn) =>
      unless(
        dueOn < datedOn
          ? [{ at: dueCell.at, kind: 'days-out-of-order', earlier: 'the bill date', later: 'the due date' }]
          : [],
        { datedOn, postedOn: openDayFrom(datedOn, catalog.lockedThrough), dueOn },
      ),
    );
  });
}

/** The lines that are coded, and each charge on all of them. */
function linesIn(
  group: readonly RowPlace[],
  supplier: Supplier | null,
  catalog: Catalog,
): Decision<readonly BillLine[]> {
  const isCharge = (each: RowPlace): boolean => !isEmpty(cellOf(each, 'spread'));
  const parts = gathered({
    lines: listed(group.filter((each) => !isCharge(each)).map((each) => lineIn(each, supplier, catalog))),
    charges: listed(group.filter(isCharge).map((each) => chargeIn(each, catalog))),
  });
  return following(parts, ({ lines, charges }) =>
    mapped(listed(charges.map((charge) => spreadCharge(charge, lines))), (spread) => [...lines, ...spread.flat()]),
  );
}

function lineIn(place: RowPlace, supplier: Supplier | null, catalog: Catalog): Decision<BillLine> {
  const parts = gathered({
    target: costTargetIn(place.row, `rows/${place.place}`, catalog),
    net: required(cellOf(place, 'net'), 'the net amount', (cell) => billMoneyIn(cell, catalog)),
    quantity: ifFilled(cellOf(place, 'quantity'), quantity(0), quantityIn),
    taxCode: ifFilled(cellOf(place, 'tax'), null, (cell) => lookedUp(catalog.taxCodes, cell, 'tax code')),
    text: textIn(cellOf(place, 'text'), 'the text', 200),
    order: ifFilled(cellOf(place, 'order'), null, (cell) =>
      following(orderLineIn(cell, catalog.orders), (line) =>
        line.supplier === supplier?.id
          ? accepted(line)
          : refused({ at: cell.at, kind: 'order-of-another', order: line.order }),
      ),
    ),
  });
  return mapped(parts, (line) => ({ ...line, place: place.place }));
}

function chargeIn(place: RowPlace, catalog: Catalog): Decision<Charge> {
  const parts = gathered({
    by: spreadIn(cellOf(place, 'spread')),
    net: required(cellOf(place, 'net'), 'the net amount', (cell) => billMoneyIn(cell, catalog)),
    taxCode: ifFilled(cellOf(place, 'tax'), null, (cell) => lookedUp(catalog.taxCodes, cell, 'tax code')),
    text: textIn(cellOf(place, 'text'), 'the text', 200),
  });
  return mapped(parts, (charge) => ({ ...charge, place: place.place }));
}
