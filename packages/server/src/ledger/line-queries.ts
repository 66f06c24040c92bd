import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { COST_TYPE_MARKS, type CostType } from '@lowtide/core/ledger/cost-type.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { z } from 'zod';
import type { LedgerLine } from '@lowtide/core/wire/reading.ts';
import type { Db } from '../database/schema.ts';
import type { Bounds } from './as-of-queries.ts';

export type LineAnswer = z.input<typeof LedgerLine>;

interface LineRow {
  id: number;
  document_id: number;
  document_kind: string;
  document_number: string;
  posted_on: number;
  recorded_at: number;
  account: string;
  project_code: string | null;
  phase_code: string | null;
  cost_code: string | null;
  cost_type: string | null;
  party: string | null;
  text: string;
  quantity_e4: number;
  amount_cents: number;
}

const PAGE = 200;

export interface LinePage {
  readonly lines: LineAnswer[];
  readonly more: boolean;
}

/** Lines that meet `where` (over `l` and its account `a`), newest day first, a page at a time, after a line. */
export async function linePage(db: Db, where: RawBuilder<unknown>, after?: number): Promise<LinePage> {
  const past =
    after === undefined
      ? sql``
      : sql`AND (l.posted_on, l.id) < ((SELECT posted_on FROM journal_line WHERE id = ${after}), ${after})`;
  const { rows } = await sql<LineRow>`${LINE_COLUMNS} WHERE ${where} ${past}
    ORDER BY l.posted_on DESC, l.id DESC LIMIT ${PAGE + 1}`.execute(db);
  return { lines: rows.slice(0, PAGE).map(lineAnswer), more: rows.length > PAGE };
}

/** The ledger of one project, through a month as known at a moment. */
export async function ledgerPage(
  db: Db,
  at: Bounds,
  { project, after }: { readonly project: number; readonly after?: number | undefined },
): Promise<LinePage> {
  const known = at.firstLaterLine === null ? sql`` : sql`AND l.id < ${at.firstLaterLine}`;
  return linePage(db, sql`l.project_id = ${project} AND l.posted_on <= ${at.day} ${known}`, after);
}

/** All lines of a document, in the order posted. */
export async function documentLines(db: Db, document: number): Promise<LineAnswer[]> {
  const { rows } = await sql<LineRow>`${LINE_COLUMNS} WHERE e.document_id = ${document} ORDER BY l.id`.execute(db);
  return rows.map(lineAnswer);
}

/** How many lines meet `where`, and what they add up to. */
export async function lineSum(
  db: Db,
  where: RawBuilder<unknown>,
): Promise<{ readonly count: number; readonly amount: Cents }> {
  const { rows } = await sql<{ count: number; amount: number | null }>`
    SELECT COUNT(*) AS count, SUM(l.amount_cents) AS amount
    FROM journal_line l JOIN account a ON a.id = l.account_id WHERE ${where}`.execute(db);
  return { count: rows[0]?.count ?? 0, amount: cents(rows[0]?.amount ?? 0) };
}

const LINE_COLUMNS = sql`
  SELECT l.id, d.id AS document_id, d.kind AS document_kind, d.number AS document_number, l.posted_on, e.recorded_at,
    a.code || ' ' || a.name AS account, p.code AS project_code, h.code AS phase_code, k.code AS cost_code, l.cost_type,
    coalesce(y.name, w.name) AS party, l.text, l.quantity_e4, l.amount_cents
  FROM journal_line l
  JOIN journal_entry e ON e.id = l.id >> 20
  JOIN document d ON d.id = e.document_id
  JOIN account a ON a.id = l.account_id
  LEFT JOIN project p ON p.id = l.project_id
  LEFT JOIN phase h ON h.id = l.phase_id
  LEFT JOIN cost_code k ON k.id = l.cost_code_id
  LEFT JOIN party y ON y.id = l.party_id
  LEFT JOIN employee w ON w.id = l.employee_id`;

function lineAnswer(row: LineRow): LineAnswer {
  const mark = row.cost_type === null ? '' : COST_TYPE_MARKS[row.cost_type as CostType];
  const code = row.cost_code === null ? '' : `${row.phase_code === null ? '' : `${row.phase_code}/`}${row.cost_code}`;
  return {
    id: row.id,
    documentId: row.document_id,
    documentKind: row.document_kind,
    documentNumber: row.document_number,
    postedOn: dayOf(row.posted_on),
    recordedAt: new Date(row.recorded_at).toISOString(),
    account: row.account,
    projectCode: row.project_code,
    coding: `${code} ${mark}`.trim(),
    party: row.party,
    text: row.text,
    quantity: row.quantity_e4,
    amountCents: row.amount_cents,
  };
}
