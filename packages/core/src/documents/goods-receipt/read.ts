import { groupedBy } from '../../collections/grouped-by.ts';
import type { IsoDate } from '../../calendar/iso-date.ts';
import { lastDay, monthOf } from '../../calendar/month.ts';
import { dayIn, ifFilled, isEmpty, moneyIn, quantityIn, required, textIn, type Cell } from '../../cells/cell.ts';
import { ZERO, sum, cents } from '../../money/cents.ts';
import { dollars, tenThousandths } from '../../money/dollars.ts';
import { quantity, type Quantity } from '../../money/quantity.ts';
import { ratio } from '../../money/ratio.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { openDayFrom } from '../../months/open-day.ts';
import { afterReceipt } from '../../orders/accrual.ts';
import { againstOrder } from '../../orders/against-order.ts';
import { orderLineIn } from '../../orders/line-in.ts';
import {
  isCounted,
  lineName,
  measureOf,
  measureWords,
  openToReceive,
  partOf,
  commitment,
  type Accrual,
  type OrderLine,
  type Part,
} from '../../orders/order-line.ts';
import { excess } from '../../orders/tolerance.ts';
import { accepted, following, gathered, listed, problemsOf, refused, type Decision } from '../../problems/decision.ts';
import type { Problem, Warning } from '../../problems/problem.ts';
import type { CodedCost } from '../budget-warnings.ts';
import type { Catalog } from '../catalog.ts';
import { orderedTarget, type CostTarget } from '../cost-target.ts';
import { dayWarnings } from '../day-warnings.ts';
import type { Posting } from '../posting.ts';
import type { Follow, SheetReading } from '../sheet-reading.ts';
import type { GoodsRow, GoodsSheet } from './form.ts';
import { goodsReceived } from './post.ts';

interface ReadGoods {
  /** The line before this row. */
  readonly line: OrderLine;
  readonly part: Part;
  readonly target: CostTarget;
  readonly text: string;
  readonly place: number;
}

interface Received extends ReadGoods {
  readonly after: OrderLine;
  readonly accrued: Accrual | null;
}

/** What came, line by line of orders: one receipt for each order. */
export function readGoodsSheet(sheet: GoodsSheet, catalog: Catalog): SheetReading {
  const filled = sheet.rows.flatMap((row, place) => (isBlank(row) ? [] : [{ row, place }]));
  const datedOn = following(
    required({ typed: sheet.datedOn, at: 'datedOn' }, 'the date', (cell) =>
      dayIn(cell, lastDay(catalog.workingMonth), catalog.dayOrder),
    ),
    (day) => dayInBooks(day, catalog.span, 'datedOn'),
  );
  const rows = listed(filled.map(({ row, place }) => goodsIn(row, place, catalog)));
  const read = gathered({ datedOn, rows, note: textIn({ typed: sheet.note, at: 'note' }, 'the delivery note', 100) });
  const goods = read.ok ? received(read.value, catalog) : [];
  const judged = goods.map((each) => tolerated(each, catalog));
  return {
    postings: read.ok ? goodsPostings(goods, { ...read.value, sheet }, catalog) : [],
    costs:
      read.ok && monthOf(openDayFrom(read.value.datedOn, catalog.lockedThrough)) <= catalog.workingMonth
        ? goods.flatMap(costOf)
        : [],
    entered: sum(goods.map(({ part }) => part.net)),
    missing: null,
    hours: quantity(0),
    follows: filled.flatMap(({ row, place }) => followsIn(row, place, catalog)),
    problems: [
      ...(filled.length === 0 ? [{ at: 'rows', kind: 'nothing-entered' } as const] : []),
      ...problemsOf(read),
      ...judged.flatMap(({ problems }) => problems),
    ],
    warnings: [
      ...(datedOn.ok ? dayWarnings(datedOn.value, 'datedOn', catalog) : []),
      ...judged.flatMap(({ warnings }) => warnings),
    ],
    against: goods.map(({ line, part }) => againstOrder(line, part)),
  };
}

function isBlank(row: GoodsRow): boolean {
  return Object.values(row).every((typed) => typed.trim() === '');
}

function goodsIn(row: GoodsRow, place: number, catalog: Catalog): Decision<ReadGoods> {
  const cell = (column: keyof GoodsRow): Cell => ({ typed: row[column], at: `rows/${place}/${column}` });
  const line = required(cell('line'), 'the line of an order', (typed) => orderLineIn(typed, catalog.orders));
  const parts = gathered({
    line,
    target: following(line, ({ target }) => {
      const found = orderedTarget(target, catalog.projects);
      return found === null ? refused({ at: cell('line').at, kind: 'not-there', subject: 'project' }) : accepted(found);
    }),
    part: following(line, (of) => partIn(of, cell)),
    text: textIn(cell('text'), 'the text', 200),
  });
  return following(parts, (read) => accepted({ ...read, place }));
}

/** So many units, or such an amount; what is open where neither is typed. */
function partIn(line: OrderLine, cell: (column: keyof GoodsRow) => Cell): Decision<Part> {
  const [mine, others] = isCounted(line) ? (['quantity', 'net'] as const) : (['net', 'quantity'] as const);
  if (!isEmpty(cell(others)))
    return refused({ at: cell(others).at, kind: 'measured-otherwise', isCounted: isCounted(line) });
  const open = openToReceive(line);
  const read: (each: Cell) => Decision<number> = mine === 'quantity' ? quantityIn : moneyIn;
  const typed = ifFilled(cell(mine), measureOf(line, open), read);
  return following(typed, (measure) =>
    measure > 0
      ? accepted(partOf(line, measure))
      : refused({
          at: cell(mine).at,
          kind: 'number-not-positive',
          field: mine === 'quantity' ? 'the quantity' : 'the amount',
        }),
  );
}

/** Each row upon those above it: two of one line are received one after the other. */
function received(
  { rows, datedOn }: { readonly rows: readonly ReadGoods[]; readonly datedOn: IsoDate },
  { orderPolicy, lockedThrough }: Catalog,
): readonly Received[] {
  const lines = new Map<number, OrderLine>();
  const days = { datedOn, postedOn: openDayFrom(datedOn, lockedThrough) };
  return rows.map((row) => {
    const before = lines.get(row.line.id) ?? row.line;
    const { line: after, accrued } = afterReceipt(before, { part: row.part, ...days }, orderPolicy.accruesOnReceipt);
    lines.set(row.line.id, after);
    return { ...row, line: before, after, accrued };
  });
}

/** More than was ordered is told, and refused above what is tolerated. */
function tolerated({ after, place }: Received, { orderPolicy }: Catalog) {
  const at = `rows/${place}/${isCounted(after) ? 'quantity' : 'net'}`;
  const ordered = measureOf(after, after.ordered);
  const asked = measureOf(after, after.received);
  const over = ordered === 0 ? null : excess(ratio(asked, 1), ratio(ordered, 1), orderPolicy.quantity);
  if (over === null) return { problems: [] as Problem[], warnings: [] as Warning[] };
  const fact = {
    at,
    kind: 'over-ordered' as const,
    line: lineName(after),
    ordered: measureWords(after, ordered),
    asked: measureWords(after, asked),
    over: over.over,
    limit: over.limit,
    done: 'received' as const,
  };
  return over.verdict === 'refuse' ? { problems: [fact], warnings: [] } : { problems: [], warnings: [fact] };
}

function costOf({ target, line, after, accrued: came, place }: Received): readonly CodedCost[] {
  if (target.kind !== 'project') return [];
  const committed = cents(commitment(after) - commitment(line));
  return [
    { project: target.project, coding: target.coding, cost: came?.cost ?? ZERO, committed, at: `rows/${place}/line` },
  ];
}

interface GoodsHead {
  readonly datedOn: Posting['datedOn'];
  readonly note: string;
  readonly sheet: GoodsSheet;
}

function goodsPostings(goods: readonly Received[], head: GoodsHead, catalog: Catalog): readonly Posting[] {
  const postedOn = openDayFrom(head.datedOn, catalog.lockedThrough);
  return [...groupedBy(goods, ({ line }) => line.orderId).values()].flatMap((group): readonly Posting[] => {
    const [first] = group;
    if (first === undefined) return [];
    const { supplier: party, order } = first.line;
    const projects = new Set(group.map(({ target }) => (target.kind === 'project' ? target.project.id : null)));
    const [only] = projects;
    const text = head.note === '' ? order : `${order}, ${head.note}`;
    return [
      {
        kind: 'goods-receipt',
        number: null,
        party,
        project: projects.size === 1 ? (only ?? null) : null,
        datedOn: head.datedOn,
        dueOn: null,
        countsOn: postedOn,
        gross: sum([ZERO, ...group.map(({ part }) => part.net)]),
        memo: text,
        body: { ...head.sheet, rows: group.flatMap(({ place }) => head.sheet.rows[place] ?? []) },
        entries: goodsReceived(
          catalog.roles,
          group.map((each) => ({
            ...{ target: each.target, quantity: unitsOf(each), text: each.text || each.line.text },
            accrued: each.accrued?.cost ?? ZERO,
          })),
          { party, postedOn, text },
        ),
        effects: [
          {
            kind: 'received',
            lines: group.map(({ line, part, accrued: came }) => ({ line: line.id, part, accrued: came })),
          },
        ],
      },
    ];
  });
}

/** The units that go with what a receipt accrues; those billed before are posted with their bill. */
function unitsOf({ line, accrued: came }: Received): Quantity {
  return quantity(isCounted(line) ? (came?.measure ?? 0) : 0);
}

/** What a row holds that nobody typed in: how much is open of its line, and what it is. */
function followsIn(row: GoodsRow, place: number, { orders }: Catalog): readonly Follow[] {
  const line = orderLineIn({ typed: row.line, at: '' }, orders);
  if (row.line.trim() === '' || !line.ok) return [];
  const open = openToReceive(line.value);
  const said = {
    quantity: isCounted(line.value) ? tenThousandths(open.quantity) : '',
    net: isCounted(line.value) ? '' : dollars(open.net),
    text: line.value.text,
  };
  return Object.entries(said)
    .filter(([column, text]) => text !== '' && row[column as keyof GoodsRow].trim() === '')
    .map(([column, text]) => ({ at: `rows/${place}/${column}`, text }));
}
