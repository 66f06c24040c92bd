import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { sql, type RawBuilder } from 'kysely';
import type { z } from 'zod';
import type { DocumentRow } from '@lowtide/core/wire/documents.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';
import { bounds, type AsOf } from '../journal/as-of-queries.ts';
import type { DocumentKind } from '../journal/post-document-queries.ts';

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

const PAGE = 300;

/** Open: what bills and invoices that are not reversed have left to settle. */
const DOCUMENTS = sql`
  SELECT d.id, d.kind, d.number, y.name AS party, d.party_id, p.code AS project, d.project_id, d.dated_on, d.due_on,
    d.gross_cents, d.recorded_at, d.recorded_by, r.number AS reversed_by, r.id AS reversed_by_id,
    o.number AS reverses, d.reverses_id, d.memo,
    CASE WHEN d.kind IN ('bill', 'invoice') AND r.id IS NULL
      THEN d.gross_cents - ifnull((SELECT SUM(amount_cents) FROM settlement s WHERE s.document_id = d.id), 0)
      ELSE 0 END AS open_cents
  FROM document d
  LEFT JOIN party y ON y.id = d.party_id
  LEFT JOIN project p ON p.id = d.project_id
  LEFT JOIN document r ON r.reverses_id = d.id
  LEFT JOIN document o ON o.id = d.reverses_id`;

export interface DocumentFilter {
  readonly kind?: DocumentKind | undefined;
  readonly text?: string | undefined;
  readonly open?: 'yes' | undefined;
}

/** Documents dated through the month, newest first. */
export async function documents(
  db: Db,
  asOf: AsOf,
  { kind, text, open }: DocumentFilter,
): Promise<{ readonly rows: DocumentAnswer[]; readonly more: boolean }> {
  const at = await bounds(db, asOf);
  const like = `%${(text ?? '').replace(/[%_\\]/g, '\\$&')}%`;
  const conditions: RawBuilder<unknown>[] = [
    sql`d.dated_on <= ${at.day}`,
    sql`d.recorded_at <= ${at.recordedAt}`,
    ...(kind === undefined ? [] : [sql`d.kind = ${kind}`]),
    ...(text === undefined || text === ''
      ? []
      : [
          sql`(d.number LIKE ${like} ESCAPE '\\' OR y.name LIKE ${like} ESCAPE '\\' OR p.code LIKE ${like} ESCAPE '\\')`,
        ]),
  ];
  const onlyOpen = open === undefined ? sql`` : sql`WHERE open_cents <> 0`;
  const { rows } = await sql<Row>`
    SELECT * FROM (${DOCUMENTS} WHERE ${sql.join(conditions, sql` AND `)}) ${onlyOpen}
    ORDER BY dated_on DESC, id DESC LIMIT ${PAGE + 1}`.execute(db);
  return { rows: rows.slice(0, PAGE).map(documentAnswer), more: rows.length > PAGE };
}

export interface StoredDocument {
  readonly answer: DocumentAnswer;
  readonly partyId: number | null;
  readonly projectId: number | null;
  readonly reversedById: number | null;
  readonly reversesId: number | null;
}

export async function document(db: Db, id: number): Promise<StoredDocument> {
  const { rows } = await sql<Row>`${DOCUMENTS} WHERE d.id = ${id}`.execute(db);
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

export async function settlementsOf(db: Db, id: number) {
  const rows = await db
    .selectFrom('settlement as s')
    .innerJoin('document as d', (join) => join.onRef('d.id', '=', 's.by_document_id').on('s.document_id', '=', id))
    .select(['d.id', 'd.number', 'd.dated_on', 's.amount_cents'])
    .orderBy('s.id')
    .execute();
  return rows.map((row) => ({
    documentId: row.id,
    number: row.number,
    datedOn: dayOf(row.dated_on),
    amountCents: row.amount_cents,
  }));
}

export async function insertSettlement(trx: Trx, document: number, by: number, amount: Cents): Promise<void> {
  await trx
    .insertInto('settlement')
    .values({ document_id: document, by_document_id: by, amount_cents: amount })
    .execute();
}

/** The next number of a series, without gaps: documents are never deleted. */
export async function nextNumber(trx: Trx, kind: DocumentKind, prefix: string): Promise<string> {
  const { count } = await trx
    .selectFrom('document')
    .select(({ fn }) => fn.countAll<number>().as('count'))
    .where('kind', '=', kind)
    .executeTakeFirstOrThrow();
  return `${prefix}-${String(count + 1).padStart(4, '0')}`;
}

function documentAnswer(row: Row): DocumentAnswer {
  return {
    id: row.id,
    kind: row.kind,
    number: row.number,
    party: row.party,
    project: row.project,
    datedOn: dayOf(row.dated_on),
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
