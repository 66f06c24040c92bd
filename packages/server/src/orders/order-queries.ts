import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { accountId, documentId, orderLineId, partyId, taxCodeId } from '@lowtide/core/ledger/ids.ts';
import { codingOf } from '@lowtide/core/ledger/dimensions.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import type { Order, OrderKind } from '@lowtide/core/orders/order.ts';
import {
  openToBill,
  type Accrual,
  type Agreed,
  type OrderLine,
  type OrderTarget,
} from '@lowtide/core/orders/order-line.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING, type Bounds } from '../ledger/as-of-queries.ts';
import { counts } from '../ledger/settlement-queries.ts';
import { retainedOfBills } from './retention-queries.ts';
import { keptList } from '../keeping/kept-by-project-queries.ts';
import { codingOfTable } from '../database/coding-columns.ts';

type At = Pick<Bounds, 'day' | 'recordedAt'>;

interface HeadRow {
  id: number;
  number: string;
  kind: OrderKind;
  party_id: number;
  version: number;
  retention_millionths: number;
  deliver_to: string;
  closes: number;
  retained: number;
}

interface LineRow extends Readonly<Record<string, unknown>> {
  id: number;
  order_id: number;
  place: number;
  account_id: number | null;
  text: string;
  unit: string;
  price_e4: number;
  tax_code_id: number | null;
  wanted_on: number | null;
  ordered_e4: number;
  ordered_net: number;
  ordered_cost: number;
  received_e4: number;
  received_net: number;
  billed_e4: number;
  billed_net: number;
  billed_cost: number;
}

/** Orders of some suppliers that have anything open, and those whose numbers are given, as they are now. */
export async function ordersThere(
  db: Db,
  { suppliers, numbers }: { readonly suppliers: readonly number[]; readonly numbers: readonly string[] },
): Promise<readonly Order[]> {
  const named = numbers.map((number) => number.trim()).filter((number) => number !== '');
  const names = new Set(named.map((number) => number.toLowerCase()));
  const theirs = suppliers.length === 0 ? [] : await ordersOf(db, suppliers);
  const isNamed = ({ number }: Order): boolean => names.has(number.toLowerCase());
  const others = named.filter((number) => !theirs.some((order) => order.number.toLowerCase() === number.toLowerCase()));
  const further = others.length === 0 ? [] : await orders(db, EVERYTHING, sql<boolean>`o.number IN (${list(others)})`);
  return [...theirs, ...further]
    .filter((order) => isNamed(order) || order.lines.some((line) => openToBill(line).net > 0))
    .toSorted((one, other) => one.id - other.id);
}

/** Every order of some suppliers, as they are now: asked for each of their bills that waits. */
async function ordersOf(db: Db, suppliers: readonly number[]): Promise<readonly Order[]> {
  const wanted = sql<boolean>`o.party_id IN (${list(suppliers)})`;
  return keptList(db, `orders of ${suppliers.join(' ')}`, ['document', 'record_version'], () =>
    orders(db, EVERYTHING, wanted),
  );
}

/** A list for IN; nothing matches an empty one. */
function list(values: readonly (string | number)[]): RawBuilder<unknown> {
  return values.length === 0 ? sql`NULL` : sql.join([...values]);
}

/** Orders that count at a day, as known at a moment; \`wanted\` is a condition on the document \`o\` that placed them. */
async function orders(db: Db, at: At, wanted: RawBuilder<boolean>): Promise<readonly Order[]> {
  const heads = await sql<HeadRow>`
    SELECT o.id, o.number, o.kind, o.party_id, v.version, v.retention_millionths, v.deliver_to, v.closes,
      ${retainedOfBills(sql`o.id`, at)} AS retained
    FROM document o JOIN order_version v ON v.document_id = (
      SELECT w.document_id FROM order_version w JOIN document d ON d.id = w.document_id
      WHERE w.order_id = o.id AND ${counts('d', at)} ORDER BY w.version DESC LIMIT 1)
    WHERE o.kind IN ('order', 'subcontract') AND ${counts('o', at)} AND ${wanted} ORDER BY o.id`.execute(db);
  if (heads.rows.length === 0) return [];
  const those = sql`(SELECT id FROM order_line WHERE order_id IN (${sql.join(heads.rows.map(({ id }) => id))}))`;
  const lines = groupedBy(await linesOf(db, at, those), (row) => row.order_id);
  const agreed = await agreedOf(db, at, those);
  const accruals = await accrualsOf(db, at, those);
  return heads.rows.map((head) => {
    const order = {
      id: documentId(head.id),
      number: head.number,
      kind: head.kind,
      supplier: partyId(head.party_id),
      version: head.version,
      retentionMillionths: head.retention_millionths,
      deliverTo: head.deliver_to,
      isClosed: head.closes === 1,
      retained: cents(head.retained),
    };
    const line = (row: LineRow): OrderLine => ({
      ...lineOf(row, order),
      agreed: agreed.get(row.id) ?? [],
      accruals: accruals.get(row.id) ?? [],
    });
    return { ...order, lines: (lines.get(head.id) ?? []).map(line) };
  });
}

/** What documents that count did to the lines of the orders; what bills took over of receipts comes off on the day it is taken back. */
export function movesOf(at: At, lines: RawBuilder<unknown>): RawBuilder<unknown> {
  const from = (table: string, columns: RawBuilder<unknown>, by = sql``) =>
    sql`SELECT m.order_line_id, ${columns} FROM ${sql.table(table)} m JOIN document d ON d.id = m.document_id
      WHERE m.order_line_id IN ${lines} AND ${counts('d', at)} ${by}`;
  return sql`
    ${from('ordered', sql`m.quantity_e4 AS oq, m.net_cents AS onet, m.cost_cents AS oc, 0 AS rq, 0 AS rn, 0 AS bq, 0 AS bn, 0 AS bc, 0 AS am, 0 AS acc`)}
    UNION ALL ${from('received', sql`0, 0, 0, m.quantity_e4, m.net_cents, 0, 0, 0, m.accrued_measure, m.accrued_cents`)}
    UNION ALL ${from('billed', sql`0, 0, 0, 0, 0, m.quantity_e4, m.net_cents, m.cost_cents, 0, 0`)}
    UNION ALL ${from('taken_over', sql`0, 0, 0, 0, 0, 0, 0, 0, -m.measure, -m.cost_cents`, sql`AND m.taken_on <= ${at.day}`)}`;
}

/** What each line came to by each of its versions that count, by the day of the version. */
async function agreedOf(db: Db, at: At, lines: RawBuilder<unknown>): Promise<ReadonlyMap<number, readonly Agreed[]>> {
  const { rows } = await sql<{ line: number; dated_on: number; quantity: number; net: number; cost: number }>`
    SELECT m.order_line_id AS line, d.dated_on,
      SUM(m.quantity_e4) OVER so_far AS quantity, SUM(m.net_cents) OVER so_far AS net, SUM(m.cost_cents) OVER so_far AS cost
    FROM ordered m JOIN document d ON d.id = m.document_id
    WHERE m.order_line_id IN ${lines} AND ${counts('d', at)}
    WINDOW so_far AS (PARTITION BY m.order_line_id ORDER BY m.id) ORDER BY m.order_line_id, m.id`.execute(db);
  return new Map(
    [...groupedBy(rows, ({ line }) => line)].map(([line, versions]) => [
      line,
      versions.map((row) => ({
        from: dayOf(row.dated_on),
        ordered: { quantity: quantity(row.quantity), net: cents(row.net), cost: cents(row.cost) },
      })),
    ]),
  );
}

/** What is left of receipts that were accrued, in the order of their days. */
async function accrualsOf(
  db: Db,
  at: At,
  lines: RawBuilder<unknown>,
): Promise<ReadonlyMap<number, readonly Accrual[]>> {
  const taken = (column: string) => sql`ifnull((SELECT SUM(${sql.ref(`t.${column}`)}) FROM taken_over t
    JOIN document b ON b.id = t.document_id WHERE t.received_id = m.id AND t.taken_on <= ${at.day} AND ${counts('b', at)}), 0)`;
  const { rows } = await sql<{ line: number; receipt: number; posted_on: number; measure: number; cost: number }>`
    SELECT m.order_line_id AS line, m.id AS receipt, d.posted_on,
      m.accrued_measure - ${taken('measure')} AS measure, m.accrued_cents - ${taken('cost_cents')} AS cost
    FROM received m JOIN document d ON d.id = m.document_id
    WHERE m.order_line_id IN ${lines} AND m.accrued_cents <> 0 AND ${counts('d', at)}
    ORDER BY m.order_line_id, d.posted_on, m.id`.execute(db);
  const left = rows.filter(({ measure, cost }) => measure !== 0 || cost !== 0);
  return new Map(
    [...groupedBy(left, ({ line }) => line)].map(([line, receipts]) => [
      line,
      receipts.map((row) => ({
        ...{ receipt: row.receipt, postedOn: dayOf(row.posted_on), measure: row.measure },
        cost: cents(row.cost),
      })),
    ]),
  );
}

async function linesOf(db: Db, at: At, those: RawBuilder<unknown>): Promise<readonly LineRow[]> {
  const { rows } = await sql<LineRow>`
    SELECT l.id, l.order_id, l.place, ${codingOfTable('l')}, l.account_id,
      s.text, s.unit, s.price_e4, s.tax_code_id, s.wanted_on,
      SUM(m.oq) AS ordered_e4, SUM(m.onet) AS ordered_net, SUM(m.oc) AS ordered_cost,
      SUM(m.rq) AS received_e4, SUM(m.rn) AS received_net,
      SUM(m.bq) AS billed_e4, SUM(m.bn) AS billed_net, SUM(m.bc) AS billed_cost
    FROM order_line l JOIN (${movesOf(at, those)}) m ON m.order_line_id = l.id
    JOIN ordered s ON s.id = (SELECT MAX(x.id) FROM ordered x JOIN document d ON d.id = x.document_id
      WHERE x.order_line_id = l.id AND ${counts('d', at)})
    GROUP BY l.id ORDER BY l.order_id, l.place`.execute(db);
  return rows;
}

function targetOf(row: LineRow): OrderTarget {
  const coding = codingOf(row);
  return coding === null ? { kind: 'account', account: accountId(row.account_id ?? 0) } : { kind: 'project', coding };
}

function lineOf(row: LineRow, order: Omit<Order, 'lines'>): Omit<OrderLine, 'agreed' | 'accruals'> {
  return {
    id: orderLineId(row.id),
    orderId: order.id,
    order: order.number,
    place: row.place,
    supplier: order.supplier,
    target: targetOf(row),
    text: row.text,
    unit: row.unit,
    price: rate(row.price_e4),
    taxCode: row.tax_code_id === null ? null : taxCodeId(row.tax_code_id),
    wantedOn: row.wanted_on === null ? null : dayOf(row.wanted_on),
    ordered: {
      quantity: quantity(row.ordered_e4),
      net: cents(row.ordered_net),
      cost: cents(row.ordered_cost),
    },
    received: { quantity: quantity(row.received_e4), net: cents(row.received_net) },
    billed: { quantity: quantity(row.billed_e4), net: cents(row.billed_net), cost: cents(row.billed_cost) },
    isClosed: order.isClosed,
    retentionMillionths: order.retentionMillionths,
  };
}

/** Every order that counts, or those with lines of a project. */
export async function ordersAt(db: Db, at: At, project?: number): Promise<readonly Order[]> {
  const ofProject = sql<boolean>`EXISTS (SELECT 1 FROM order_line l WHERE l.order_id = o.id AND l.project_id = ${project ?? 0})`;
  return orders(db, at, project === undefined ? sql<boolean>`1` : ofProject);
}

/** An order as it is now; undefined where it is reversed. */
export async function orderById(db: Db, id: number): Promise<Order | undefined> {
  const [order] = await orders(db, EVERYTHING, sql<boolean>`o.id = ${id}`);
  return order;
}
