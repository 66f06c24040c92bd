import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { BillFigures } from '@lowtide/core/documents/supplier-bill/read.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import type { Order } from '@lowtide/core/orders/order.ts';
import type { WrittenDocument, WrittenLine } from '@lowtide/core/ubl/written-ubl.ts';
import type { Db } from '../database/schema.ts';
import { taxCodes } from '../company/list-queries.ts';
import { Refusal } from '../http/refusal.ts';
import { orderOfDocument } from '../orders/order-detail-queries.ts';
import { orderById } from '../orders/order-queries.ts';
import { writtenToClient } from './written-invoice-queries.ts';
import { companyOf } from '../company/company-queries.ts';

/** An order as it is, or a bill or credit as it was posted, to be written as UBL. */
export async function writtenDocument(db: Db, id: number): Promise<WrittenDocument> {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .select(['d.number', 'd.kind', 'd.dated_on', 'd.due_on', 'd.gross_cents', 'd.body', 'y.name as supplier'])
    .where('d.id', '=', id)
    .executeTakeFirst();
  const { name: customer, currency } = await companyOf(db);
  const order = await orderOfDocument(db, id);
  const placed = order === undefined ? undefined : await orderById(db, order);
  if (!row) throw notThere();
  const head = {
    ...{ number: row.number, issuedOn: dayOf(row.dated_on), currency, supplier: row.supplier, customer },
    dueOn: row.due_on === null ? null : dayOf(row.due_on),
  };
  if (placed !== undefined) {
    const lines = await orderLines(db, placed);
    return { ...head, kind: 'order', number: placed.number, order: '', project: '', lines };
  }
  if (row.kind === 'invoice' || row.kind === 'credit-note') return writtenToClient(db, id);
  const { figures } = JSON.parse(row.body) as { figures?: BillFigures };
  if (row.kind !== 'bill' || figures === undefined) throw notThere();
  const sign = row.gross_cents < 0 ? -1 : 1;
  // What only some lines are of is named with them.
  const common = (name: 'order' | 'project'): string => {
    const named = new Set(figures.lines.map((line) => line[name]));
    return named.size === 1 ? ([...named][0] ?? '') : '';
  };
  return {
    ...{
      ...head,
      kind: sign < 0 ? 'credit note' : 'invoice',
      order: common('order'),
      project: common('project'),
    },
    lines: figures.lines.map((line, place) => ({
      ...{ id: String(place + 1), text: line.text, quantity: quantity(sign * line.quantity), unit: '' },
      ...{ net: cents(sign * line.net), taxMillionths: line.taxMillionths, accountingCost: line.code ?? '' },
      ...{ project: line.project, costType: line.costType ?? '' },
      orderLine: line.order === '' ? null : { order: line.order, line: line.orderLine ?? '' },
    })),
  };
}

function notThere(): Refusal {
  return new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
}

async function orderLines(db: Db, { lines }: Order): Promise<readonly WrittenLine[]> {
  const rates = new Map((await taxCodes(db)).map(({ id, rateMillionths }) => [id, rateMillionths]));
  return lines
    .filter(({ ordered }) => ordered.net !== 0)
    .map(({ place, text, unit, taxCode, ordered }) => ({
      ...{ id: String(place), text, unit, quantity: ordered.quantity, net: ordered.net, accountingCost: '' },
      ...{ orderLine: null, project: '', costType: '' },
      taxMillionths: taxCode === null ? 0 : (rates.get(taxCode) ?? 0),
    }));
}
