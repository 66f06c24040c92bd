import { plusDays } from '../../calendar/iso-date.ts';
import { lastDay, monthOf } from '../../calendar/month.ts';
import {
  codeIn,
  dayIn,
  filled,
  ifFilled,
  isEmpty,
  moneyIn,
  required,
  textIn,
  type Cell,
  withinBooks,
} from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { difference, MOST_CENTS, MOST_SUM, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { laterPosting, openDayFrom } from '../../months/open-day.ts';
import { dayAhead } from '../../months/unusual-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import { budgetWarnings, type CodedCost } from '../budget-warnings.ts';
import type { Catalog, Supplier } from '../catalog.ts';
import { codingIn } from '../coding.ts';
import { accountIn } from '../journal/accounts.ts';
import type { SheetPosting, SheetReading } from '../sheet-reading.ts';
import { billGroups, cellOf, type RowPlace } from './bill-rows.ts';
import { followsIn, withRest } from './follows.ts';
import type { BillRow, BillSheet } from './form.ts';
import { billCosts, billGross, supplierBill, type Bill, type BillLine } from './post.ts';

interface ReadBill {
  readonly bill: Bill;
  readonly gross: Cents;
  /** Where its rows stand. */
  readonly places: readonly number[];
}

export function readBillSheet(sheet: BillSheet, catalog: Catalog): SheetReading {
  const groups = billGroups(sheet.rows).map((group) => withRest(group, catalog));
  const rows = new Map(groups.flat().map(({ row, place }) => [place, row]));
  const read = groups.map((group) => readBill(group, catalog));
  const bills = read.flatMap((each) => (each.ok ? [each.value] : []));
  const total = enteredTotal(bills);
  const entered = total.ok ? total.value : ZERO;
  const control = ifFilled({ typed: sheet.controlTotal, at: 'controlTotal' }, null, moneyIn);
  return {
    postings: bills.map((each) => billPosting(each, rows, catalog)),
    costs: bills.flatMap(costsOf).filter(({ month }) => month <= catalog.workingMonth),
    entered,
    missing: control.ok && control.value !== null ? difference(control.value, entered) : null,
    hours: quantity(0),
    follows: groups.flatMap((group) => followsIn(group, catalog)),
    problems: [
      ...(groups.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...read.flatMap(problemsOf),
      ...duplicates(bills, catalog),
      ...problemsOf(total),
      ...(control.ok ? controlProblems(control.value, entered) : control.problems),
    ],
    warnings: [
      ...bills.flatMap((each) => billWarnings(each, catalog)),
      ...(total.ok ? budgetWarnings(bills.flatMap(costsOf), catalog) : []),
    ],
  };
}

function readBill(group: readonly RowPlace[], catalog: Catalog): Decision<ReadBill> {
  const [head] = group;
  if (!head) return refused({ at: 'rows', kind: 'nothing-entered' });
  const supplier = required(cellOf(head, 'supplier'), 'the supplier', (cell) =>
    lookedUp(catalog.suppliers, cell, 'supplier'),
  );
  const parts = gathered({
    supplier,
    number: required(cellOf(head, 'number'), 'the bill number', (cell) => codeIn(cell, 'the bill number', 40)),
    days: daysIn(head, supplier.ok ? supplier.value : null, catalog),
    lines: listed(group.map((each) => lineIn(each, catalog))),
    control: ifFilled(cellOf(head, 'total'), null, moneyIn),
  });
  return following(parts, ({ control, ...read }) => {
    const bill: Bill = { ...read, ...read.days, supplier: read.supplier.id };
    return mapped(grossOf(bill, head, control), (gross) => ({ bill, gross, places: group.map(({ place }) => place) }));
  });
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

function lineIn(place: RowPlace, catalog: Catalog): Decision<BillLine> {
  const tax = cellOf(place, 'tax');
  return gathered({
    target: targetIn(place, catalog),
    net: required(cellOf(place, 'net'), 'the net amount', moneyIn),
    quantity: accepted(quantity(0)),
    taxCode: ifFilled(tax, null, (cell) => lookedUp(catalog.taxCodes, cell, 'tax code')),
    text: textIn(cellOf(place, 'text'), 'the text', 200),
  });
}

function targetIn(place: RowPlace, catalog: Catalog): Decision<BillLine['target']> {
  if (!isEmpty(cellOf(place, 'project'))) {
    return mapped(codingIn(place.row, `rows/${place.place}`, catalog), (read) => ({ kind: 'project', ...read }));
  }
  return following(filled(cellOf(place, 'code'), 'the project, or the account,'), (cell) =>
    mapped(accountIn(cell, catalog.accounts), ({ id }) => ({ kind: 'account', account: id })),
  );
}

function billPosting(
  { bill, gross, places }: ReadBill,
  rows: ReadonlyMap<number, BillRow>,
  { roles }: Catalog,
): SheetPosting {
  return {
    kind: 'bill',
    number: bill.number,
    party: bill.supplier,
    project: null,
    datedOn: bill.datedOn,
    dueOn: bill.dueOn,
    gross,
    memo: bill.lines[0]?.text ?? '',
    body: { rows: places.flatMap((place) => rows.get(place) ?? []) },
    entries: [supplierBill(roles, bill)],
    worked: [],
    used: [],
    paid: null,
  };
}

function duplicates(bills: readonly ReadBill[], catalog: Catalog): readonly Problem[] {
  const seen = new Set(catalog.billNumbers);
  return bills.flatMap(({ bill, places }) => {
    const key = billKey(bill);
    const known = seen.has(key);
    seen.add(key);
    const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier)?.name ?? '';
    return known
      ? [{ at: `rows/${places[0] ?? 0}/number`, kind: 'duplicate-bill' as const, supplier, number: bill.number }]
      : [];
  });
}

/** What makes a bill the same bill: its supplier and number. */
export function billKey({ supplier, number }: Pick<Bill, 'supplier' | 'number'>): string {
  return `${supplier}/${number.toLowerCase()}`;
}

/** From so many bills on, what a supplier's bills came to says what is usual. */
export const USUAL_AFTER_BILLS = 3;
const UNUSUAL_FACTOR = 3;

function billWarnings({ bill, gross, places }: ReadBill, catalog: Catalog): readonly Warning[] {
  const at = (column: keyof BillRow): string => `rows/${places[0] ?? 0}/${column}`;
  const found: Warning[] = [];
  const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier);
  if (supplier && supplier.bills >= USUAL_AFTER_BILLS && gross > UNUSUAL_FACTOR * supplier.largestBill) {
    const { name, largestBill: largest } = supplier;
    found.push({ at: at('net'), kind: 'unusual-amount', supplier: name, largest, amount: gross });
  }
  found.push(...laterPosting(bill.datedOn, catalog.lockedThrough, { at: at('datedOn') }));
  found.push(...dayAhead(bill.datedOn, catalog.span.today, at('datedOn')));
  const month = monthOf(bill.postedOn);
  if (month !== catalog.workingMonth) found.push({ at: at('datedOn'), kind: 'other-month', month });
  return found;
}

/** Each project line's cost, tax that does not come back included, with the month it falls into. */
function costsOf({ bill, places }: ReadBill): readonly (CodedCost & { readonly month: string })[] {
  const costs = billCosts(bill);
  return bill.lines.flatMap(({ target }, line) =>
    target.kind === 'project'
      ? [
          {
            project: target.project,
            coding: target.coding,
            cost: costs[line] ?? ZERO,
            at: `rows/${places[line] ?? 0}/code`,
            month: monthOf(bill.postedOn),
          },
        ]
      : [],
  );
}

function enteredTotal(bills: readonly ReadBill[]): Decision<Cents> {
  const most = bills.reduce((all, { gross }) => all + Math.abs(gross), 0);
  return most > MOST_SUM
    ? refused({ at: 'rows', kind: 'sum-too-large', of: 'the bills of the sheet' })
    : accepted(sum(bills.map(({ gross }) => gross)));
}

function controlProblems(control: Cents | null, entered: Cents): readonly Problem[] {
  if (control === null || control === entered) return [];
  return [{ at: 'controlTotal', kind: 'control-total-off', control, entered }];
}
