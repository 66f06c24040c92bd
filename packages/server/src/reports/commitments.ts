import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import type { Order } from '@lowtide/core/orders/order.ts';
import { accrued, commitment, lineName, type OrderLine } from '@lowtide/core/orders/order-line.ts';
import { figureKey } from '@lowtide/core/trace/figure.ts';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { traced } from '../http/traced.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { isOpen, lineNames } from '../orders/order-names-queries.ts';
import { orderHeads } from '../orders/order-detail-queries.ts';
import { ordersAt } from '../orders/order-queries.ts';

type Query = Asked<'commitments'>['query'];
type Row = Answer<'commitments'>['rows'][number];

interface NamedLine {
  readonly order: Order;
  readonly line: OrderLine;
  readonly supplier: string;
  readonly project: string;
  readonly coding: string;
  readonly text: string;
}

/** Lines of orders as they stood at a month, with their names. */
async function namedLines(db: Db, query: Parameters<typeof asOf>[0]): Promise<readonly NamedLine[]> {
  const orders = await ordersAt(db, await bounds(db, asOf(query)));
  const heads = await orderHeads(
    db,
    orders.map(({ id }) => id),
  );
  const names = await lineNames(db);
  return orders.flatMap((order) =>
    order.lines.map((line) => ({
      ...{ order, line, ...names(line) },
      ...{ supplier: heads.get(order.id)?.supplier ?? '', text: heads.get(order.id)?.memo ?? '' },
    })),
  );
}

function amounts(lines: readonly NamedLine[]): Answer<'commitments'>['totals'] {
  const total = (of: (line: OrderLine) => Cents): Cents => sum([ZERO, ...lines.map(({ line }) => of(line))]);
  return {
    orderedCents: total(({ ordered }) => ordered.net),
    receivedCents: total(({ received }) => received.net),
    billedCents: total(({ billed }) => billed.net),
    accruedCents: total((line) => accrued(line).cost),
    committedCents: total(commitment),
  };
}

/** Open orders, added up by order, supplier, project or budget line. */
export async function commitmentsBy(db: Db, query: Query): Promise<Answer<'commitments'>> {
  const open = (await namedLines(db, query)).filter(({ order }) => isOpen(order));
  const groups = groupedBy(open, (each) => keyOf(each, query.by));
  const rows = [...groups.values()].map((group) => rowOf(group, query));
  return { rows, totals: amounts(open) };
}

function keyOf({ order, supplier, project, coding }: NamedLine, by: Query['by']): string {
  switch (by) {
    case 'order':
      return order.number;
    case 'supplier':
      return supplier;
    case 'project':
      return project;
    case 'line':
      return `${project} ${coding}`;
  }
}

function rowOf(group: readonly NamedLine[], { by, through }: Query): Row {
  const [first] = group;
  const coding = first?.line.target.kind === 'project' ? first.line.target.coding : undefined;
  const about = coding === undefined ? undefined : { name: 'committed' as const, project: coding.project, through };
  const figure =
    about === undefined || (by !== 'project' && by !== 'line')
      ? {}
      : {
          committedFigure: figureKey(
            by === 'project' ? about : { ...coding, ...about, phase: coding?.phase ?? 'none' },
          ),
        };
  const says = (name: 'order' | 'supplier' | 'project' | 'line'): boolean => name === by;
  return {
    orderId: says('order') ? (first?.order.id ?? null) : null,
    order: says('order') ? (first?.order.number ?? '') : '',
    supplier: says('order') || says('supplier') ? (first?.supplier ?? '') : '',
    project: says('project') || says('line') ? first?.project || 'No project' : '',
    coding: says('line') ? (first?.coding ?? '') : '',
    text: says('order') ? (first?.text ?? '') : '',
    ...amounts(group),
    ...figure,
  };
}

/** What was received and not billed, line by line, and the account it ties to. */
export async function receivedNotBilled(
  db: Db,
  query: Asked<'received-not-billed'>['query'],
): Promise<Answer<'received-not-billed'>> {
  const lines = (await namedLines(db, query)).filter(({ line }) => accrued(line).cost !== 0);
  return {
    rows: lines.map(({ order, line, supplier, project, coding }) => ({
      ...{ orderId: order.id, line: lineName(line), supplier, project, coding, text: line.text },
      ...{ receivedCents: line.received.net, billedCents: line.billed.net, accruedCents: accrued(line).cost },
    })),
    total: traced(sum([ZERO, ...lines.map(({ line }) => accrued(line).cost)]), {
      ...{ name: 'received-not-billed', through: query.through },
    }),
  };
}
