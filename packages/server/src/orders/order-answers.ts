import { partsTotal } from '@lowtide/core/ledger/project-parts.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { versionDifferences } from '@lowtide/core/orders/differences.ts';
import type { Order } from '@lowtide/core/orders/order.ts';
import {
  accrued,
  commitment,
  openToBill,
  openToReceive,
  type OrderLine,
  type Part,
} from '@lowtide/core/orders/order-line.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { againstOrder, orderHeads, orderOfDocument, versionsOf } from './order-detail-queries.ts';
import { retainedOf } from './retention-queries.ts';
import { isOpen, lineNames } from './order-names-queries.ts';
import { orderById, ordersAt } from './order-queries.ts';

function totalOf(lines: readonly OrderLine[], of: (line: OrderLine) => Cents): Cents {
  return sum([ZERO, ...lines.map(of)]);
}

function sums(lines: readonly OrderLine[]) {
  return {
    netCents: totalOf(lines, ({ ordered }) => ordered.net),
    receivedCents: totalOf(lines, ({ received }) => received.net),
    billedCents: totalOf(lines, ({ billed }) => billed.net),
    accruedCents: totalOf(lines, (line) => accrued(line).cost),
    committedCents: totalOf(lines, commitment),
  };
}

/** Orders as lists show them. */
export async function orderList(
  db: Db,
  asOf: AsOf,
  { show, project }: { readonly show: 'open' | 'all'; readonly project?: number | undefined },
): Promise<Answer<'orders'>> {
  const all = await ordersAt(db, await bounds(db, asOf), project);
  const shown = all.filter((order) => show === 'all' || isOpen(order));
  const heads = await orderHeads(
    db,
    shown.map(({ id }) => id),
  );
  const names = await lineNames(db);
  const rows = shown.map((order) => {
    const head = heads.get(order.id);
    const lines = order.lines.filter(({ ordered }) => ordered.net !== 0);
    return {
      ...{ id: order.id, number: order.number, kind: order.kind, supplier: head?.supplier ?? '' },
      projects: [...new Set(lines.map((line) => names(line).project).filter((code) => code !== ''))],
      datedOn: dayOf(head?.datedOn ?? 0),
      wantedOn: lines.flatMap(({ wantedOn }) => (wantedOn === null ? [] : [wantedOn])).toSorted()[0] ?? null,
      ...{ version: order.version, memo: head?.memo ?? '' },
      ...sums(order.lines),
    };
  });
  const total = (of: (row: (typeof rows)[number]) => Cents) => sum([ZERO, ...rows.map(of)]);
  return {
    rows: rows.toReversed(),
    totals: {
      netCents: total(({ netCents }) => netCents),
      receivedCents: total(({ receivedCents }) => receivedCents),
      billedCents: total(({ billedCents }) => billedCents),
      committedCents: total(({ committedCents }) => committedCents),
    },
  };
}

/** The order that a document placed or changed, as it is now. */
export async function orderOf(db: Db, document: number): Promise<Order> {
  const id = await orderOfDocument(db, document);
  const order = id === undefined ? undefined : await orderById(db, id);
  if (order === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'order' }], 404);
  return order;
}

/** One order: its lines, its versions, what was received and billed of it. */
export async function orderDetail(db: Db, document: number): Promise<Answer<'order'>> {
  const order = await orderOf(db, document);
  const head = (await orderHeads(db, [order.id])).get(order.id);
  const names = await lineNames(db);
  const versions = await versionsOf(db, order.id);
  const changed = versionDifferences(versions);
  return {
    ...{ id: order.id, number: order.number, kind: order.kind, supplier: head?.supplier ?? '' },
    ...{ datedOn: dayOf(head?.datedOn ?? 0), version: order.version, deliverTo: order.deliverTo },
    ...{ retentionMillionths: order.retentionMillionths, isOpen: isOpen(order) },
    retainedCents: partsTotal(await retainedOf(db, order.id)),
    lines: order.lines.map((line) =>
      lineRow(line, order.kind === 'order' ? openToReceive(line) : openToBill(line), names(line)),
    ),
    ...sums(order.lines),
    versions: versions.map(({ ordered, datedOn, recordedAt, ...version }, index) => ({
      ...version,
      datedOn: dayOf(datedOn),
      recordedAt: new Date(recordedAt).toISOString(),
      netCents: sum([ZERO, ...ordered.map(({ change }) => change.net)]),
      differences: [...(changed[index] ?? [])],
    })),
    against: await againstOrder(db, order.id),
  };
}

function lineRow(
  line: OrderLine,
  open: Part,
  named: { readonly project: string; readonly coding: string },
): Answer<'order'>['lines'][number] {
  return {
    ...{ id: line.id, place: line.place, ...named, text: line.text, unit: line.unit, wantedOn: line.wantedOn },
    ...{
      quantity: line.ordered.quantity,
      priceE4: line.price,
      netCents: line.ordered.net,
      costCents: line.ordered.cost,
    },
    ...{ receivedQuantity: line.received.quantity, receivedCents: line.received.net },
    ...{ billedQuantity: line.billed.quantity, billedCents: line.billed.net },
    ...{ openQuantity: open.quantity, openCents: open.net },
    ...{ accruedCents: accrued(line).cost, committedCents: commitment(line) },
  };
}
