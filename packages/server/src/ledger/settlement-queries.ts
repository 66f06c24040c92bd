import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { DOCUMENT_KIND_NAMES, kindOf } from '@lowtide/core/documents/kinds.ts';
import type { Settled } from '@lowtide/core/documents/effect.ts';
import type { OpenRole } from '@lowtide/core/ledger/account.ts';
import { documentId, projectId } from '@lowtide/core/ledger/ids.ts';
import type { ProjectPart } from '@lowtide/core/ledger/project-parts.ts';
import { sideOf } from '@lowtide/core/ledger/tie-out.ts';
import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { isOfEntry } from '../database/line-number.ts';
import type { EffectStore } from '../effects/effect-store.ts';
import type { Bounds } from './as-of-queries.ts';

/** Kinds that stay open until they are settled. */
const SETTLED_KINDS = DOCUMENT_KIND_NAMES.filter((kind) => kindOf(kind).openOn !== null);

/** Whether a document, by the column of its number, is reversed as the books are now. */
export function isReversed(document: string): RawBuilder<boolean> {
  return sql`(EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = ${sql.ref(document)}))`;
}

/** Whether a document, by its alias, had not been reversed by the day, as known at the moment. */
export function notReversed(
  alias: string,
  { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>,
): RawBuilder<boolean> {
  return sql`(NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = ${sql.ref(`${alias}.id`)}
    AND r.posted_on <= ${day} AND r.recorded_at <= ${recordedAt}))`;
}

/** Whether a document, by its alias, counts at the day, as known at the moment: posted by then, and not reversed. */
export function counts(alias: string, at: Pick<Bounds, 'day' | 'recordedAt'>): RawBuilder<boolean> {
  return sql`(${sql.ref(`${alias}.posted_on`)} <= ${at.day} AND ${sql.ref(`${alias}.recorded_at`)} <= ${at.recordedAt}
    AND ${notReversed(alias, at)})`;
}

/** What a document, by its alias, has left to settle at the day, as known at the moment; zero for what needs no settling. */
export function openAmount(alias: string, at: Pick<Bounds, 'day' | 'recordedAt'>): RawBuilder<number> {
  const column = (name: string): RawBuilder<unknown> => sql.ref(`${alias}.${name}`);
  return sql`(CASE WHEN ${column('kind')} IN (${sql.join(SETTLED_KINDS)}) AND ${notReversed(alias, at)}
    THEN ${column('gross_cents')} - ifnull((SELECT SUM(s.amount_cents) FROM settlement s
      JOIN document b ON b.id = s.by_document_id
      WHERE s.document_id = ${column('id')} AND b.posted_on <= ${at.day} AND b.recorded_at <= ${at.recordedAt}), 0)
    ELSE 0 END)`;
}

/** What settles a document, oldest first; what was taken back again counts against it. */
export async function settlementsOf(db: Db, id: number) {
  const { rows } = await sql<{ id: number; number: string; dated_on: number; amount_cents: number; way: 'by' | 'of' }>`
    SELECT d.id, d.number, d.dated_on, s.amount_cents, s.way FROM (
      SELECT id, by_document_id AS other, amount_cents, 'by' AS way FROM settlement
        WHERE document_id = ${id} AND by_document_id <> ${id}
      UNION ALL SELECT id, document_id, amount_cents, 'of' FROM settlement
        WHERE by_document_id = ${id} AND document_id <> ${id}) s
    JOIN document d ON d.id = s.other ORDER BY s.id`.execute(db);
  return rows.map((row) => ({
    documentId: row.id,
    number: row.number,
    datedOn: dayOf(row.dated_on),
    amountCents: row.amount_cents,
    way: row.way,
  }));
}

/** What others settled of a document. */
export async function settledWith(db: Db, document: number): Promise<Cents> {
  const { settled } = await db
    .selectFrom('settlement')
    .select(({ fn }) => fn.sum<number | null>('amount_cents').as('settled'))
    .where('document_id', '=', document)
    .where('by_document_id', '<>', document)
    .executeTakeFirstOrThrow();
  return cents(settled ?? 0);
}

/**
 * What a document has open on its account, by the project it is of, as the books are now. What is withheld of it settles it itself,
 * names no project, and never stood on the account.
 */
export async function openParts(db: Db, document: number, on: OpenRole): Promise<readonly ProjectPart[]> {
  const { rows } = await sql<{ project: number | null; amount: number }>`
    SELECT project, SUM(amount) AS amount FROM (
      SELECT l.project_id AS project, ${sql.lit(sideOf(on))} * l.amount_cents AS amount FROM journal_entry e
      JOIN journal_line l ON ${isOfEntry('l.id')} JOIN account a ON a.id = l.account_id AND a.role = ${on}
      WHERE e.document_id = ${document}
      UNION ALL SELECT project_id, -amount_cents FROM settlement
      WHERE document_id = ${document} AND (by_document_id <> ${document} OR project_id IS NOT NULL))
    GROUP BY project HAVING SUM(amount) <> 0 ORDER BY project`.execute(db);
  return rows.map(({ project, amount }) => ({
    project: project === null ? null : projectId(project),
    amount: cents(amount),
  }));
}

async function insertSettlement(trx: Trx, by: number, { document, project, amount }: Settled): Promise<void> {
  const values = { document_id: document === 'itself' ? by : document, project_id: project, amount_cents: amount };
  await trx
    .insertInto('settlement')
    .values({ ...values, by_document_id: by })
    .execute();
}

/** A reversed receipt or payment no longer settles anything; the opposite amount says so. */
async function undoSettlements(trx: Trx, by: number, reversedBy: number): Promise<void> {
  const rows = await trx
    .selectFrom('settlement')
    .select(['document_id', 'project_id', 'amount_cents'])
    .where('by_document_id', '=', by)
    .execute();
  for (const { document_id, project_id, amount_cents } of rows) {
    const project = project_id === null ? null : projectId(project_id);
    await insertSettlement(trx, reversedBy, {
      ...{ document: documentId(document_id), project, amount: cents(-amount_cents) },
    });
  }
}

/** Amounts that settle documents open on an account. */
export const SETTLEMENTS: EffectStore<'settlements'> = {
  write: async (trx, { id }, { settled }) => {
    for (const each of settled) await insertSettlement(trx, id, each);
  },
  undo: undoSettlements,
  tables: ['settlement'],
};
