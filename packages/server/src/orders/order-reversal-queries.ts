import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { receivedNotBilled } from '@lowtide/core/orders/accrual.ts';
import { accrued, measureOf, type OrderLine, type Part } from '@lowtide/core/orders/order-line.ts';
import { sql } from 'kysely';
import type { Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';
import { againstOrder, orderOfDocument, versionsOf } from './order-detail-queries.ts';
import { orderById } from './order-queries.ts';

/** An order of which something was received or billed is not taken back, nor a version before the one after it. */
export async function refuseVersionInUse(trx: Trx, document: number): Promise<void> {
  const order = await orderOfDocument(trx, document);
  if (order === undefined) return;
  const counting = (await versionsOf(trx, order)).filter(({ isReversed }) => !isReversed);
  const place = counting.findIndex(({ documentId }) => documentId === document);
  const next = counting[place + 1];
  if (document !== order && next !== undefined) {
    throw new Refusal([{ at: '', kind: 'billed-first', number: next.number }]);
  }
  const now = await orderById(trx, order);
  if (now === undefined) return;
  const [first] = (await againstOrder(trx, order)).filter(({ isReversed }) => !isReversed);
  if (document === order) {
    if (first !== undefined) throw new Refusal([{ at: '', kind: 'received-first', number: now.number }]);
    return;
  }
  const undone = new Map(counting[place]?.ordered.map((each) => [each.place, each.change]));
  const below = now.lines.some((line) => {
    const change = undone.get(line.place);
    if (change === undefined) return false;
    const left = measureOf(line, line.ordered) - measureOf(line, change);
    return left < Math.max(measureOf(line, line.received), measureOf(line, line.billed));
  });
  if (below) throw new Refusal([{ at: '', kind: 'received-first', number: now.number }]);
}

interface Moved {
  readonly order_id: number;
  readonly line: number;
  readonly quantity_e4: number;
  readonly net_cents: number;
  /** Of a receipt what it accrued; of a bill what it took over of receipts. */
  readonly measure: number;
  readonly is_receipt: number;
}

/** Nor a receipt or a bill on which a later document counts: its accrual would be taken over twice, or never. */
export async function refuseAccrualInUse(trx: Trx, document: number): Promise<void> {
  const { rows } = await sql<Moved>`
    SELECT l.order_id, l.id AS line, m.quantity_e4, m.net_cents, m.accrued_measure AS measure, 1 AS is_receipt
    FROM received m JOIN order_line l ON l.id = m.order_line_id WHERE m.document_id = ${document}
    UNION ALL
    SELECT l.order_id, l.id, SUM(m.quantity_e4), SUM(m.net_cents), ifnull((SELECT SUM(t.measure) FROM taken_over t
      WHERE t.document_id = ${document} AND t.order_line_id = l.id), 0), 0
    FROM billed m JOIN order_line l ON l.id = m.order_line_id WHERE m.document_id = ${document} GROUP BY l.id`.execute(
    trx,
  );
  const isTaken = await takenOverOf(trx, document);
  for (const moved of rows) {
    const order = await orderById(trx, moved.order_id);
    const line = order?.lines.find(({ id }) => id === moved.line);
    if (order === undefined || line === undefined || (!isTaken && holdsWithout(line, moved))) continue;
    const others = (await againstOrder(trx, order.id)).filter(
      (each) => !each.isReversed && each.documentId !== document,
    );
    throw new Refusal([{ at: '', kind: 'billed-first', number: others.at(-1)?.number ?? order.number }]);
  }
}

/** Whether a bill that counts took over some of a receipt. */
async function takenOverOf(trx: Trx, receipt: number): Promise<boolean> {
  const { rows } = await sql`SELECT 1 FROM received m JOIN taken_over t ON t.received_id = m.id
    JOIN document d ON d.id = t.document_id
    WHERE m.document_id = ${receipt} AND ${notReversed('d', EVERYTHING)} LIMIT 1`.execute(trx);
  return rows.length > 0;
}

/** Whether nothing is accrued but what is received and not billed, once a receipt or a bill is taken back. */
function holdsWithout(line: OrderLine, moved: Moved): boolean {
  const less = (part: Part): Part => ({
    quantity: quantity(part.quantity - moved.quantity_e4),
    net: cents(part.net - moved.net_cents),
  });
  const isReceipt = moved.is_receipt === 1;
  const left = isReceipt
    ? { ...line, received: less(line.received) }
    : { ...line, billed: { ...line.billed, ...less(line.billed) } };
  const measure = accrued(line).measure + (isReceipt ? -moved.measure : moved.measure);
  return measure === 0 || measure <= receivedNotBilled(left);
}
