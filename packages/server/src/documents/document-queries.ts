import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { settledKinds, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import type { DocumentOrder, DocumentRow } from '@lowtide/core/wire/documents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { z } from 'zod';
import type { Db } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { bounds, EVERYTHING, type AsOf, type Bounds } from '../ledger/as-of-queries.ts';
import { openAmount } from '../ledger/settlement-queries.ts';

export type DocumentAnswer = z.input<typeof DocumentRow>;

interface Row {
  id: number;
  kind: DocumentKind;
  number: string;
  party: string | null;
  party_id: number | null;
  project: string | null;
  project_id: number | null;
  dated_on: number;
  posted_on: number;
  due_on: number | null;
  gross_cents: number;
  open_cents: number;
  recorded_at: number;
  recorded_by: string;
  reversed_by: string | null;
  reversed_by_id: number | null;
  reverses: string | null;
  reverses_id: number | null;
  memo: string;
}

/** How many documents a page has. */
const PAGE = 300;

/** Documents as of a day and known at a moment: a reversal or settlement that came later is not there yet. */
function documentRows(at: Pick<Bounds, 'day' | 'recordedAt'>): RawBuilder<unknown> {
  return sql`
  SELECT d.id, d.kind, d.number, y.name AS party, d.party_id, p.code AS project, d.project_id, d.dated_on, d.posted_on,
    d.due_on, d.gross_cents, d.recorded_at, d.recorded_by, r.number AS reversed_by, r.id AS reversed_by_id,
    o.number AS reverses, d.reverses_id, d.memo, ${openAmount('d', at)} AS open_cents
  FROM document d
  LEFT JOIN party y ON y.id = d.party_id
  LEFT JOIN project p ON p.id = d.project_id
  LEFT JOIN document r ON r.reverses_id = d.id AND r.posted_on <= ${at.day} AND r.recorded_at <= ${at.recordedAt}
  LEFT JOIN document o ON o.id = d.reverses_id`;
}

export interface DocumentFilter {
  readonly kind?: DocumentKind | undefined;
  /** Kinds that are open on the account until they are settled. */
  readonly openOn?: Parameters<typeof settledKinds>[0] | undefined;
  readonly text?: string | undefined;
  readonly open?: 'yes' | undefined;
  readonly order: DocumentOrder;
  /** How many to pass over: the pages before. */
  readonly offset: number;
}

/** What rows are put in order by; ties go by number of recording, newest first. */
const ORDERS: Readonly<Record<string, RawBuilder<unknown>>> = {
  number: sql`d.number`,
  kind: sql`d.kind`,
  party: sql`ifnull(party, project)`,
  dated: sql`d.dated_on`,
  due: sql`d.due_on`,
  gross: sql`d.gross_cents`,
  open: sql`open_cents`,
};

export interface DocumentPage {
  readonly rows: DocumentAnswer[];
  readonly more: boolean;
  readonly count: number;
}

/** Documents that post through the month, in the order asked for, a page at a time; `count` is of all of them. */
export async function documents(db: Db, asOf: AsOf, filter: DocumentFilter): Promise<DocumentPage> {
  const at = await bounds(db, asOf);
  const where = conditions(at, filter);
  const onlyOpen = filter.open === undefined ? sql`` : sql`WHERE open_cents <> 0`;
  const column = ORDERS[filter.order.replace(/^-/, '')] ?? sql`d.dated_on`;
  const direction = filter.order.startsWith('-') ? sql`DESC` : sql`ASC`;
  const matching = sql`SELECT * FROM (${documentRows(at)} WHERE ${where}) d ${onlyOpen}`;
  const part = sql`LIMIT ${PAGE + 1} OFFSET ${filter.offset}`;
  const { rows } = await (
    isOfDocumentAlone(filter)
      ? sql<Row>`${documentRows(at)} WHERE d.id IN (
          SELECT id FROM document d WHERE ${where} ORDER BY ${column} ${direction}, id DESC ${part})
        ORDER BY ${column} ${direction}, d.id DESC`
      : sql<Row>`${matching} ORDER BY ${column} ${direction}, id DESC ${part}`
  ).execute(db);
  return {
    rows: rows.slice(0, PAGE).map(documentAnswer),
    more: rows.length > PAGE,
    count: await countOf(db, at, filter, matching),
  };
}

/** Orders by what a document says itself. */
const OF_DOCUMENT = ['number', 'kind', 'dated', 'due', 'gross'];

function isOfText({ text = '' }: DocumentFilter): boolean {
  return text !== '';
}

/** Whether the page can be picked from the documents alone, and only its own rows be joined and settled. */
function isOfDocumentAlone(filter: DocumentFilter): boolean {
  const isOrdered = OF_DOCUMENT.includes(filter.order.replace(/^-/, ''));
  return isOrdered && filter.open === undefined && !isOfText(filter);
}

/** How many match; what is only filtered by kind and day needs no joins. */
async function countOf(db: Db, at: Bounds, filter: DocumentFilter, matching: RawBuilder<unknown>): Promise<number> {
  const from =
    isOfText(filter) || filter.open !== undefined
      ? sql`(${matching})`
      : sql`document d WHERE ${conditions(at, filter)}`;
  const { rows } = await sql<{ count: number }>`SELECT COUNT(*) AS count FROM ${from}`.execute(db);
  return rows[0]?.count ?? 0;
}

function conditions(at: Bounds, { kind, openOn, text }: DocumentFilter): RawBuilder<unknown> {
  const like = `%${(text ?? '').replace(/[%_\\]/g, '\\$&')}%`;
  const all: RawBuilder<unknown>[] = [
    sql`d.posted_on <= ${at.day}`,
    // Left out where it says nothing: then an index alone says how many there are.
    ...(at.recordedAt === Number.MAX_SAFE_INTEGER ? [] : [sql`d.recorded_at <= ${at.recordedAt}`]),
    ...(kind === undefined ? [] : [sql`d.kind = ${kind}`]),
    ...(openOn === undefined ? [] : [sql`d.kind IN (${sql.join([...settledKinds(openOn)])})`]),
    ...(text === undefined || text === ''
      ? []
      : [
          sql`(d.number LIKE ${like} ESCAPE '\\' OR y.name LIKE ${like} ESCAPE '\\' OR p.code LIKE ${like} ESCAPE '\\')`,
        ]),
  ];
  return sql.join(all, sql` AND `);
}

export interface StoredDocument {
  readonly answer: DocumentAnswer;
  readonly partyId: number | null;
  readonly projectId: number | null;
  readonly reversedById: number | null;
  readonly reversesId: number | null;
}

/** A document as it is now. */
export async function document(db: Db, id: number): Promise<StoredDocument> {
  const { rows } = await sql<Row>`${documentRows(EVERYTHING)} WHERE d.id = ${id}`.execute(db);
  const row = rows[0];
  if (!row) throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
  return {
    answer: documentAnswer(row),
    partyId: row.party_id,
    projectId: row.project_id,
    reversedById: row.reversed_by_id,
    reversesId: row.reverses_id,
  };
}

function documentAnswer(row: Row): DocumentAnswer {
  return {
    id: row.id,
    kind: row.kind,
    number: row.number,
    party: row.party,
    project: row.project,
    datedOn: dayOf(row.dated_on),
    postedOn: dayOf(row.posted_on),
    dueOn: row.due_on === null ? null : dayOf(row.due_on),
    grossCents: row.gross_cents,
    openCents: cents(row.open_cents),
    recordedAt: new Date(row.recorded_at).toISOString(),
    recordedBy: row.recorded_by,
    reversedBy: row.reversed_by,
    reverses: row.reverses,
    memo: row.memo,
  };
}
