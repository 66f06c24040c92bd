import { monthOf } from '../../calendar/month.ts';
import { ifFilled, moneyIn } from '../../cells/cell.ts';
import { difference, MOST_SUM, opposite, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { costTaken } from '../../orders/accrual.ts';
import { accepted, problemsOf, refused, type Decision } from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { budgetWarnings, type CodedCost } from '../budget-warnings.ts';
import type { Catalog } from '../catalog.ts';
import type { Effect } from '../effect.ts';
import type { Posting } from '../posting.ts';
import type { SheetReading } from '../sheet-reading.ts';
import { billedOrderLine, judged, type BilledOrderLine, type OrdersSoFar } from './against-orders.ts';
import { billKey } from './bill-keys.ts';
import { billGroups } from './bill-rows.ts';
import { billWarnings, sameAmounts } from './bill-warnings.ts';
import { followsIn, withRest } from './follows.ts';
import type { BillRow, BillSheet } from './form.ts';
import { withOrder } from './from-order.ts';
import { codedAs } from '../order/next-version.ts';
import { billCosts, retainedParts, supplierBill, type Bill } from './post.ts';
import { readBill, type ReadBill } from './read-bill.ts';
import { withheldNow, withheldOf } from './retained.ts';

/** A bill with what each of its lines makes of the order it is of; null for lines without one. */
interface OrderedBill extends ReadBill {
  readonly costs: readonly Cents[];
  readonly against: readonly (BilledOrderLine | null)[];
}

export function readBillSheet(sheet: BillSheet, catalog: Catalog): SheetReading {
  const groups = billGroups(sheet.rows).map((group) =>
    withRest(
      group.map((each) => withOrder(each, catalog)),
      catalog,
    ),
  );
  const rows = new Map(groups.flat().map(({ row, place }) => [place, row]));
  const read = groups.map((group) => readBill(group, catalog));
  const bills = againstOrders(
    read.flatMap((each) => (each.ok ? [each.value] : [])),
    catalog,
  );
  const total = enteredTotal(bills);
  const entered = total.ok ? total.value : ZERO;
  const control = ifFilled({ typed: sheet.controlTotal, at: 'controlTotal' }, null, moneyIn);
  const against = bills.flatMap((bill) => bill.against.filter((each) => each !== null));
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
      ...against.flatMap(({ problems }) => problems),
      ...problemsOf(total),
      ...(control.ok ? controlProblems(control.value, entered) : control.problems),
    ],
    warnings: [
      ...bills.flatMap((each) => billWarnings(each, catalog)),
      ...sameAmounts(bills, catalog),
      ...against.flatMap(({ warnings }) => warnings),
      ...(total.ok ? budgetWarnings(bills.flatMap(costsOf), catalog) : []),
    ],
    against: against.map((each) => each.against),
  };
}

/** Each bill upon those above it: the second bill of a line of an order finds the first one billed. */
function againstOrders(bills: readonly ReadBill[], catalog: Catalog): readonly OrderedBill[] {
  const sofar: OrdersSoFar = new Map();
  const withheld = withheldNow(catalog);
  return bills.map((each) => {
    const costs = billCosts(each.bill);
    const { postedOn } = each.bill;
    const against = each.bill.lines.map((line, index) => {
      if (line.order === null) return null;
      const days = { cost: costs[index] ?? ZERO, postedOn };
      const billed = billedOrderLine({ ...line, order: line.order }, days, sofar);
      return { ...billed, ...judged(billed, `rows/${line.place}`, catalog.orderPolicy) };
    });
    return { ...each, bill: withheldOf(each.bill, withheld), costs, against };
  });
}

function billPosting(
  { bill, gross, places, against }: OrderedBill,
  rows: ReadonlyMap<number, BillRow>,
  catalog: Catalog,
): Posting {
  return {
    kind: bill.paid === null ? 'bill' : 'spend',
    number: bill.paid === null ? bill.number : null,
    party: bill.supplier,
    project: null,
    datedOn: bill.datedOn,
    dueOn: bill.paid === null ? bill.dueOn : null,
    gross,
    memo: [bill.paid === null ? '' : bill.number, bill.lines[0]?.text ?? ''].filter((text) => text !== '').join(' '),
    body: { rows: places.flatMap((place) => rows.get(place) ?? []), figures: billFigures(bill, catalog) },
    entries: supplierBill(
      catalog.roles,
      bill,
      against.map((each) => each?.taken ?? []),
    ),
    effects: billEffects(bill, against),
  };
}

/** What a bill comes to line by line, as it was posted: what is written of it later is taken from here. */
export interface BillFigures {
  readonly lines: readonly {
    readonly text: string;
    readonly quantity: number;
    readonly net: number;
    readonly taxMillionths: number;
    readonly project: string;
    readonly order: string;
    /** Place of its line in the order, and its code and cost type as they are typed; missing in bills of older versions. */
    readonly orderLine?: string;
    readonly code?: string;
    readonly costType?: string;
  }[];
}

function billFigures({ lines }: Bill, catalog: Catalog): BillFigures {
  return {
    lines: lines.map(({ text, quantity: units, net, taxCode, target, order }) => ({
      ...{ text, quantity: units, net, taxMillionths: taxCode?.rateMillionths ?? 0, order: order?.order ?? '' },
      project: target.kind === 'project' ? target.project.code : '',
      orderLine: order === null ? '' : String(order.place),
      ...{ ...codedAs(target, catalog), costType: target.kind === 'project' ? target.coding.costType : '' },
    })),
  };
}

/** What was billed of lines of orders, and what is withheld: that is owed on another account, so of the bill itself it is settled. */
function billEffects(bill: Bill, against: OrderedBill['against']): readonly Effect[] {
  const lines = against.flatMap((each) => {
    if (each === null) return [];
    const { line, part, cost, taken } = each;
    return [{ line, part, cost, taken }];
  });
  const withheld = bill.supplier === null ? [] : retainedParts(bill);
  const amount = sum([ZERO, ...withheld.map((each) => each.amount)]);
  return [
    ...(lines.length === 0 ? [] : [{ kind: 'billed', lines } as const]),
    ...(withheld.length === 0 ? [] : [{ kind: 'retained', amounts: withheld } as const]),
    ...(amount === 0
      ? []
      : [{ kind: 'settlements', settled: [{ document: 'itself', project: null, amount }] } as const]),
  ];
}

function duplicates(bills: readonly ReadBill[], catalog: Catalog): readonly Problem[] {
  const seen = new Set(catalog.knownBills);
  return bills.flatMap(({ bill, places }) => {
    if (bill.paid !== null || bill.supplier === null) return [];
    const key = billKey({ supplier: bill.supplier, number: bill.number });
    const known = seen.has(key);
    seen.add(key);
    const supplier = catalog.suppliers.find(({ id }) => id === bill.supplier)?.name ?? '';
    return known
      ? [{ at: `rows/${places[0] ?? 0}/number`, kind: 'duplicate-bill' as const, supplier, number: bill.number }]
      : [];
  });
}

/**
 * Each project line's cost, tax that does not come back included, with the month it falls into; what receipts accrued of it comes off in
 * the month it is taken back in.
 */
function costsOf({ bill, costs, against }: OrderedBill): readonly (CodedCost & { readonly month: string })[] {
  return bill.lines.flatMap(({ target, place }, line) => {
    if (target.kind !== 'project') return [];
    const { taken = [], committed = ZERO } = against[line] ?? {};
    const of = { project: target.project, coding: target.coding, at: `rows/${place}/code` };
    const month = monthOf(bill.postedOn);
    const byThen = taken.filter(({ takenOn }) => monthOf(takenOn) === month);
    const later = taken.filter(({ takenOn }) => monthOf(takenOn) !== month);
    return [
      { ...of, cost: difference(costs[line] ?? ZERO, costTaken(byThen)), committed, month },
      ...later.map(({ cost, takenOn }) => ({ ...of, cost: opposite(cost), month: monthOf(takenOn) })),
    ];
  });
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
