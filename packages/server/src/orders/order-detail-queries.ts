import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import type { OrderedOf } from '@lowtide/core/orders/differences.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { isReversed } from '../ledger/settlement-queries.ts';

/** A version of an order with the document that made it, and what it made of lines; reversed ones too. */
export interface OrderVersionRow {
  readonly documentId: number;
  readonly number: string;
  readonly version: number;
  readonly datedOn: number;
  readonly recordedAt: number;
  readonly recordedBy: string;
  readonly memo: string;
  readonly isReversed: boolean;
  readonly ordered: readonly OrderedOf[];
}

export async function versionsOf(db: Db, order: number): Promise<readonly OrderVersionRow[]> {
  const heads = await sql<{
    id: number;
    number: string;
    version: number;
    dated_on: number;
    recorded_at: number;
    recorded_by: string;
    memo: string;
    reversed: number;
  }>`SELECT d.id, d.number, v.version, d.dated_on, d.recorded_at, d.recorded_by, d.memo,
      ${isReversed('d.id')} AS reversed
    FROM order_version v JOIN document d ON d.id = v.document_id WHERE v.order_id = ${order} ORDER BY d.id`.execute(db);
  const { rows } = await sql<{
    document_id: number;
    place: number;
    quantity_e4: number;
    net_cents: number;
    price_e4: number;
    unit: string;
    text: string;
    tax: string | null;
    wanted_on: number | null;
  }>`SELECT m.document_id, l.place, m.quantity_e4, m.net_cents, m.price_e4, m.unit, m.text, t.code AS tax, m.wanted_on
    FROM ordered m JOIN order_line l ON l.id = m.order_line_id LEFT JOIN tax_code t ON t.id = m.tax_code_id
    WHERE l.order_id = ${order} ORDER BY m.document_id, l.place`.execute(db);
  return heads.rows.map((head) => ({
    documentId: head.id,
    number: head.number,
    version: head.version,
    datedOn: head.dated_on,
    recordedAt: head.recorded_at,
    recordedBy: head.recorded_by,
    memo: head.memo,
    isReversed: head.reversed === 1,
    ordered: rows
      .filter((row) => row.document_id === head.id)
      .map((row) => ({
        place: row.place,
        change: { quantity: quantity(row.quantity_e4), net: cents(row.net_cents) },
        price: rate(row.price_e4),
        unit: row.unit,
        text: row.text,
        tax: row.tax ?? '',
        wantedOn: row.wanted_on === null ? null : dayOf(row.wanted_on),
      })),
  }));
}

/** What was received and billed of an order and released of its retention, document by document. */
export async function againstOrder(db: Db, order: number) {
  const { rows } = await sql<{
    id: number;
    kind: string;
    number: string;
    dated_on: number;
    net: number;
    reversed: number;
  }>`SELECT d.id, d.kind, d.number, d.dated_on, SUM(m.net_cents) AS net,
      ${isReversed('d.id')} AS reversed
    FROM (SELECT document_id, order_line_id, net_cents FROM received
      UNION ALL SELECT document_id, order_line_id, net_cents FROM billed) m
    JOIN order_line l ON l.id = m.order_line_id JOIN document d ON d.id = m.document_id
    WHERE l.order_id = ${order} GROUP BY d.id
    UNION ALL SELECT d.id, d.kind, d.number, d.dated_on, d.gross_cents,
      ${isReversed('d.id')}
    FROM retained m JOIN document d ON d.id = m.document_id
    WHERE m.order_id = ${order} AND d.kind = 'retention-release' ORDER BY 1`.execute(db);
  return rows.map((row) => ({
    documentId: row.id,
    kind: row.kind,
    number: row.number,
    datedOn: dayOf(row.dated_on),
    netCents: row.net,
    isReversed: row.reversed === 1,
  }));
}

interface OrderHead {
  readonly datedOn: number;
  readonly supplier: string;
  readonly supplierCode: string;
  readonly address: string;
  readonly memo: string;
}

/** When the documents of some orders are dated, and with whom they are. */
export async function orderHeads(db: Db, orders: readonly number[]): Promise<ReadonlyMap<number, OrderHead>> {
  if (orders.length === 0) return new Map();
  const rows = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .select(['d.id', 'd.dated_on', 'd.memo', 'y.name', 'y.code', 'y.address'])
    .where('d.id', 'in', [...orders])
    .execute();
  return new Map(
    rows.map((row) => [
      row.id,
      {
        datedOn: row.dated_on,
        supplier: row.name,
        supplierCode: row.code,
        address: row.address,
        memo: row.memo,
      },
    ]),
  );
}

/** The order that a document placed or changed; undefined where it is none. */
export async function orderOfDocument(db: Db, document: number): Promise<number | undefined> {
  const row = await db
    .selectFrom('order_version')
    .select('order_id')
    .where('document_id', '=', document)
    .executeTakeFirst();
  return row?.order_id;
}
