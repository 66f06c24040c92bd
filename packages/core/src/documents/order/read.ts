import type { IsoDate } from '../../calendar/iso-date.ts';
import { lastDay, monthOf } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty, numberIn, required, textIn } from '../../cells/cell.ts';
import { lookedUp } from '../../lookup/lookup.ts';
import { cents, difference, MOST_SUM, sum, ZERO, type Cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { openDayFrom } from '../../months/open-day.ts';
import type { Order, OrderKind } from '../../orders/order.ts';
import { commitment, measureOf, type OrderLine } from '../../orders/order-line.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  problemsOf,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { budgetWarnings } from '../budget-warnings.ts';
import type { Catalog, Supplier } from '../catalog.ts';
import { costTargetIn } from '../cost-target.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Posting } from '../posting.ts';
import type { SheetReading } from '../sheet-reading.ts';
import { billCosts, billGross } from '../supplier-bill/post.ts';
import type { OrderSheet, SubcontractSheet } from './form.ts';
import { followsInOrder } from './follows.ts';
import { orderAmountsIn } from './order-amounts.ts';
import { orderCell, orderGroups, type OrderPlace } from './order-rows.ts';
import { isUntouched, leastOf, orderedLines, targetKey, targetOf, type ReadOrderLine } from './version.ts';
import { MILLIONTHS } from '../../money/ratio.ts';

interface ReadOrder {
  /** The order it changes. */
  readonly changes: Order | null;
  readonly supplier: Supplier;
  readonly datedOn: IsoDate;
  readonly deliverTo: string;
  readonly retentionMillionths: number;
  readonly lines: readonly ReadOrderLine[];
  readonly rows: readonly OrderPlace[];
}

/** Orders or subcontracts of a sheet: new ones, and next versions of those whose number is typed. */
export function readOrders(sheet: OrderSheet | SubcontractSheet, catalog: Catalog): SheetReading {
  const kind: OrderKind = sheet.kind === 'orders' ? 'order' : 'subcontract';
  const groups = orderGroups(sheet.rows);
  const read = groups.map((group) => readOrder(group, kind, catalog));
  const orders = read.flatMap((each) => (each.ok ? [each.value] : []));
  const gross = orders.reduce((all, order) => all + billGross(order), 0);
  const tooLarge = gross > MOST_SUM;
  const costs = orders.flatMap((order) => commitments(order));
  return {
    postings: orders.map((order) => orderPosting(order, kind, catalog)),
    costs: costs.filter(({ month }) => month <= catalog.workingMonth),
    entered: tooLarge ? ZERO : cents(gross),
    missing: null,
    hours: quantity(0),
    follows: groups.flatMap((group) => followsInOrder(group, catalog)),
    problems: [
      ...(groups.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...read.flatMap(problemsOf),
      ...changedTwice(orders),
      ...(tooLarge ? [{ at: 'rows', kind: 'sum-too-large', of: 'the orders of the sheet' } as const] : []),
    ],
    warnings: [
      ...orders.flatMap(({ datedOn, rows }) => dayWarnings(datedOn, `rows/${rows[0]?.place ?? 0}/datedOn`, catalog)),
      ...budgetWarnings(costs, catalog),
    ],
  };
}

function readOrder(group: readonly OrderPlace[], kind: OrderKind, catalog: Catalog): Decision<ReadOrder> {
  const [head] = group;
  if (!head) return refused({ at: 'rows', kind: 'nothing-entered' });
  const supplier = required(orderCell(head, 'supplier'), 'the supplier', (cell) =>
    lookedUp(catalog.suppliers, cell, 'supplier'),
  );
  const changes = changedOrder(head, kind, catalog);
  const datedOn = following(
    ifFilled(orderCell(head, 'datedOn'), catalog.span.today, (cell) =>
      dayIn(cell, lastDay(catalog.workingMonth), catalog.dayOrder),
    ),
    (day) => dayInBooks(day, catalog.span, orderCell(head, 'datedOn').at),
  );
  const order = changes.ok ? changes.value : null;
  const parts = gathered({
    supplier: following(supplier, (found) =>
      order !== null && order.supplier !== found.id
        ? refused({ at: orderCell(head, 'number').at, kind: 'order-of-another', order: order.number })
        : accepted(found),
    ),
    changes,
    datedOn,
    deliverTo: textIn(orderCell(head, 'deliverTo'), 'the address', 300),
    retentionMillionths: ifFilled(orderCell(head, 'retention'), order?.retentionMillionths ?? 0, retentionIn),
    lines: listed(group.map((each) => lineIn(each, order, { kind, catalog, datedOn }))),
  });
  return following(parts, (read) => unless(versionProblems(read, group), { ...read, rows: group }));
}

function retentionIn(cell: { readonly typed: string; readonly at: string }): Decision<number> {
  return following(numberIn(cell, 4), (percent) =>
    percent >= 0 && percent <= MILLIONTHS
      ? accepted(percent)
      : refused({ at: cell.at, kind: 'number-outside', field: 'the retention', least: '0', most: '100' }),
  );
}

/** The order whose number is typed; null for a new one. */
function changedOrder(head: OrderPlace, kind: OrderKind, { orders }: Catalog): Decision<Order | null> {
  const cell = orderCell(head, 'number');
  if (isEmpty(cell)) return accepted(null);
  const typed = cell.typed.trim().toLowerCase();
  const order = orders.find((each) => each.kind === kind && each.number.toLowerCase() === typed);
  return order === undefined
    ? refused({
        at: cell.at,
        kind: 'unknown-code',
        subject: kind === 'order' ? 'order' : 'subcontract',
        typed: cell.typed.trim(),
      })
    : accepted(order);
}

interface LineParts {
  readonly kind: OrderKind;
  readonly catalog: Catalog;
  readonly datedOn: Decision<IsoDate>;
}

function lineIn(each: OrderPlace, order: Order | null, { catalog, datedOn }: LineParts): Decision<ReadOrderLine> {
  const cell = (column: Parameters<typeof orderCell>[1]) => orderCell(each, column);
  const parts = gathered({
    known: knownLine(each, order),
    target: costTargetIn(each.row, `rows/${each.place}`, catalog),
    amounts: orderAmountsIn({ quantity: cell('quantity'), price: cell('price'), net: cell('net') }),
    text: textIn(cell('text'), 'the text', 200),
    unit: textIn(cell('unit'), 'the unit', 20),
    taxCode: ifFilled(cell('tax'), null, (tax) => lookedUp(catalog.taxCodes, tax, 'tax code')),
    wantedOn: ifFilled(cell('wantedOn'), null, (wanted) =>
      dayIn(wanted, datedOn.ok ? datedOn.value : lastDay(catalog.workingMonth), catalog.dayOrder),
    ),
  });
  return following(parts, ({ amounts, ...read }) => {
    const line: ReadOrderLine = { ...read, ...amounts, place: each.place };
    return unless(lineProblems(line), line);
  });
}

function knownLine(each: OrderPlace, order: Order | null): Decision<OrderLine | null> {
  const cell = orderCell(each, 'line');
  if (isEmpty(cell)) return accepted(null);
  const line = order?.lines.find(({ place }) => String(place) === cell.typed.trim());
  return line === undefined
    ? refused({ at: cell.at, kind: 'unknown-code', subject: 'line of the order', typed: cell.typed.trim() })
    : accepted(line);
}

/** A line of which something was received or billed stays where it is, and comes to no less. */
function lineProblems({ known, place, ...line }: ReadOrderLine): readonly Problem[] {
  if (known === null || isUntouched(known)) return [];
  const at = `rows/${place}`;
  const counts = (line.quantity !== 0) === (known.ordered.quantity !== 0);
  if (targetKey(targetOf(line.target)) !== targetKey(known.target) || !counts) {
    return [{ at: `${at}/code`, kind: 'line-in-use', place: known.place }];
  }
  return measureOf({ ordered: { ...line, cost: ZERO } }, line) < leastOf(known)
    ? [{ at: `${at}/${line.quantity === 0 ? 'net' : 'quantity'}`, kind: 'below-received', place: known.place }]
    : [];
}

/** What of an order in use is left out of its version, and lines typed twice. */
function versionProblems(
  { changes, lines }: Pick<ReadOrder, 'changes' | 'lines'>,
  [head]: readonly OrderPlace[],
): readonly Problem[] {
  const kept = lines.flatMap(({ known, place }) => (known === null ? [] : [{ id: known.id, place }]));
  const twice = kept.filter(({ id }, index) => kept.findIndex((each) => each.id === id) !== index);
  const gone = (changes?.lines ?? []).filter((line) => !isUntouched(line) && !kept.some(({ id }) => id === line.id));
  return [
    ...twice.map(({ place }) => ({ at: `rows/${place}/line`, kind: 'line-twice' as const })),
    ...gone.map(({ place }) => ({ at: `rows/${head?.place ?? 0}/number`, kind: 'line-in-use' as const, place })),
  ];
}

/** One order is changed once on a sheet. */
function changedTwice(orders: readonly ReadOrder[]): readonly Problem[] {
  const changed = orders.flatMap(({ changes, rows }) => (changes === null ? [] : [{ id: changes.id, rows }]));
  return changed
    .filter(({ id }, index) => changed.findIndex((each) => each.id === id) !== index)
    .map(({ rows }) => ({ at: `rows/${rows[0]?.place ?? 0}/number`, kind: 'line-twice' }));
}

/** What each project line commits more than before, tax that does not come back included. */
function commitments(order: ReadOrder) {
  const costs = billCosts(order);
  const month = monthOf(order.datedOn);
  return order.lines.flatMap(({ target, known, place, ...line }, index) => {
    if (target.kind !== 'project') return [];
    const { project, coding } = target;
    const ordered = { quantity: line.quantity, net: line.net, cost: costs[index] ?? ZERO };
    const before = known === null ? ZERO : commitment(known);
    const after = known === null ? ordered.cost : commitment({ ...known, ordered, isClosed: false });
    return [{ project, coding, cost: ZERO, committed: difference(after, before), at: `rows/${place}/code`, month }];
  });
}

function orderPosting(order: ReadOrder, kind: OrderKind, catalog: Catalog): Posting {
  const { changes, supplier, datedOn, lines, rows } = order;
  const projects = new Set(lines.map(({ target }) => (target.kind === 'project' ? target.project.id : null)));
  const [only] = projects;
  const version = (changes?.version ?? 0) + 1;
  return {
    kind: changes === null ? kind : 'order-change',
    number: changes === null ? null : `${changes.number} v${version}`,
    party: supplier.id,
    project: projects.size === 1 ? (only ?? null) : null,
    datedOn,
    dueOn: null,
    countsOn: openDayFrom(datedOn, catalog.lockedThrough),
    gross: changedGross(order),
    memo: lines[0]?.text ?? '',
    body: { rows: rows.map(({ row }) => row) },
    entries: [],
    effects: [
      {
        kind: 'order-version',
        version: {
          order: changes?.id ?? null,
          version,
          retentionMillionths: order.retentionMillionths,
          closes: false,
          deliverTo: order.deliverTo,
        },
        ordered: orderedLines(changes, lines, billCosts(order)),
      },
    ],
  };
}

/** What the document comes to: the whole order, or what a version adds to it before tax. */
function changedGross(order: ReadOrder): Cents {
  const net = sum(order.lines.map((line) => line.net));
  return order.changes === null
    ? billGross(order)
    : difference(net, sum(order.changes.lines.map(({ ordered }) => ordered.net)));
}
