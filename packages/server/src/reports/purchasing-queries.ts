import { dayNumber, dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { firstDay } from '@lowtide/core/calendar/month.ts';
import type { DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { COST_ROLES } from '@lowtide/core/ledger/account.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { quantity, rate } from '@lowtide/core/money/quantity.ts';
import { priceHistory } from '@lowtide/core/reports/price-history/figures.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import type { Answer, Asked } from '../http/api.ts';
import { asOf, bounds } from '../ledger/as-of-queries.ts';
import { counts, notReversed } from '../ledger/settlement-queries.ts';
import { entryOf } from '../database/line-number.ts';

/** Prices that suppliers billed by the unit against orders, in the order they were billed. */
export async function prices(db: Db, query: Asked<'price-history'>['query']): Promise<Answer<'price-history'>> {
  const at = await bounds(db, asOf(query));
  const { rows } = await sql<{
    supplier: string;
    text: string;
    unit: string;
    dated_on: number;
    id: number;
    number: string;
    quantity_e4: number;
    net_cents: number;
    price_e4: number;
  }>`SELECT y.name AS supplier, s.text, s.unit, d.dated_on, d.id, d.number, m.quantity_e4, m.net_cents, s.price_e4
    FROM billed m JOIN document d ON d.id = m.document_id JOIN party y ON y.id = d.party_id
    JOIN ordered s ON s.id = (SELECT MAX(x.id) FROM ordered x WHERE x.order_line_id = m.order_line_id AND x.document_id < d.id)
    WHERE ${counts('d', at)} AND m.quantity_e4 <> 0 ORDER BY y.name, d.dated_on, m.id`.execute(db);
  const billed = rows.map((row) => ({
    ...{ supplier: row.supplier, text: row.text, unit: row.unit, billedOn: dayOf(row.dated_on) },
    ...{ documentId: row.id, number: row.number, quantity: quantity(row.quantity_e4), net: cents(row.net_cents) },
    orderedAt: rate(row.price_e4),
  }));
  return { rows: [...priceHistory(billed)] };
}

/** What was bought of each supplier for each project between two months. */
export async function supplierSpend(
  db: Db,
  query: Asked<'supplier-spend'>['query'],
): Promise<Answer<'supplier-spend'>> {
  const at = await bounds(db, asOf(query));
  const known = at.firstLaterLine === null ? sql`` : sql`AND l.id < ${at.firstLaterLine}`;
  const { rows } = await sql<{
    supplier_id: number | null;
    supplier: string | null;
    project_id: number | null;
    project: string | null;
    project_name: string | null;
    cost: number;
    documents: number;
  }>`SELECT y.id AS supplier_id, y.name AS supplier, p.id AS project_id, p.code AS project, p.name AS project_name,
      SUM(l.amount_cents) AS cost, COUNT(DISTINCT d.id) AS documents
    FROM account a JOIN journal_line l ON l.account_id = a.id JOIN journal_entry e ON e.id = ${entryOf('l.id')}
    JOIN document d ON d.id = e.document_id LEFT JOIN document o ON o.id = d.reverses_id
    JOIN party y ON y.id = l.party_id AND y.kind = 'supplier' LEFT JOIN project p ON p.id = l.project_id
    WHERE (a.role IN (${sql.join([...COST_ROLES])}) OR (a.role IS NULL AND a.type <> 'liability'))
      AND l.posted_on BETWEEN ${dayNumber(firstDay(query.from))} AND ${at.day} ${known}
      AND ifnull(o.kind, d.kind) IN ('bill', 'spend', 'goods-receipt', 'recode')
    GROUP BY y.id, p.id HAVING SUM(l.amount_cents) <> 0 ORDER BY y.name, p.code`.execute(db);
  return {
    rows: rows.map((row) => ({
      ...{ supplierId: row.supplier_id, supplier: row.supplier ?? '', projectId: row.project_id },
      ...{ project: row.project ?? '', projectName: row.project_name ?? '', costCents: row.cost },
      documents: row.documents,
    })),
    totalCents: sum([ZERO, ...rows.map(({ cost }) => cents(cost))]),
  };
}

interface ActivityRow {
  readonly id: number;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly posted_on: number;
  readonly project: string;
  readonly party: string | null;
  readonly memo: string;
  readonly ordered: number;
  readonly cost: number;
  readonly earned: number;
  readonly billed: number;
  readonly reversed: number;
}

/** Every document that names a project, the latest first: all projects, or one. */
export async function projectActivity(
  db: Db,
  query: Asked<'project-activity'>['query'],
): Promise<Answer<'project-activity'>> {
  const at = await bounds(db, asOf(query));
  const of = query.project === undefined ? sql`project_id IS NOT NULL` : sql`project_id = ${query.project}`;
  const side = (roles: readonly string[], sign: 1 | -1) =>
    sql`SUM(CASE WHEN a.role IN (${sql.join([...roles])}) THEN ${sql.lit(sign)} * l.amount_cents ELSE 0 END)`;
  const { rows } = await sql<ActivityRow>`SELECT d.id, d.number, d.kind, d.posted_on, p.code AS project,
      (SELECT name FROM party WHERE id = d.party_id) AS party, d.memo,
      SUM(m.ordered) AS ordered, SUM(m.cost) AS cost, SUM(m.earned) AS earned, SUM(m.billed) AS billed,
      NOT ${notReversed('d', at)} AS reversed
    FROM (SELECT e.document_id, l.project_id, 0 AS ordered, ${side(COST_ROLES, 1)} AS cost,
        ${side(['revenue'], -1)} AS earned, ${side(['progress-billings'], -1)} AS billed
      FROM journal_line l JOIN account a ON a.id = l.account_id JOIN journal_entry e ON e.id = ${entryOf('l.id')}
      WHERE l.${of} AND l.posted_on <= ${at.day} GROUP BY e.document_id, l.project_id
      UNION ALL SELECT o.document_id, k.project_id, SUM(o.cost_cents), 0, 0, 0
      FROM order_line k JOIN ordered o ON o.order_line_id = k.id WHERE k.${of} GROUP BY o.document_id, k.project_id
      UNION ALL SELECT r.id, k.project_id, -SUM(o.cost_cents), 0, 0, 0
      FROM order_line k JOIN ordered o ON o.order_line_id = k.id JOIN document r ON r.reverses_id = o.document_id
      WHERE k.${of} GROUP BY r.id, k.project_id) m
    JOIN document d ON d.id = m.document_id JOIN project p ON p.id = m.project_id
    WHERE d.posted_on <= ${at.day} AND d.recorded_at <= ${at.recordedAt}
    GROUP BY d.id, p.id ORDER BY d.posted_on DESC, d.id DESC`.execute(db);
  const total = (of: (row: ActivityRow) => number): Cents => sum([ZERO, ...rows.map((row) => cents(of(row)))]);
  // In the order it is asked in here, a part of it is picked before it is made ready.
  const { order, offset, limit } = query;
  const shown = order === undefined && limit !== undefined ? rows.slice(offset, offset + limit) : rows;
  return {
    ...(shown === rows ? {} : { count: rows.length }),
    rows: shown.map((row) => ({
      ...{ id: row.id, number: row.number, kind: row.kind, postedOn: dayOf(row.posted_on), project: row.project },
      ...{ party: row.party ?? '', memo: row.memo, orderedCents: row.ordered, costCents: row.cost },
      ...{ earnedCents: row.earned, billedCents: row.billed, isReversed: row.reversed === 1 },
    })),
    totals: {
      orderedCents: total(({ ordered }) => ordered),
      costCents: total(({ cost }) => cost),
      earnedCents: total(({ earned }) => earned),
      billedCents: total(({ billed }) => billed),
    },
  };
}
