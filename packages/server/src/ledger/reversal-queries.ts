import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { DIMENSION_NAMES, DIMENSIONS, dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { accountId, documentId, partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import { reversal, type JournalEntry, type Line } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { refuseOrderInUse } from '../orders/order-reversal-queries.ts';
import { recodingOf } from '../strays/stray-queries.ts';
import { LINES_PER_ENTRY } from './line-number-queries.ts';
import { postDocument, type Posted } from './post-document-queries.ts';
import { settledWith, undoSettlements } from './settlement-queries.ts';

export interface ReversalOrder {
  readonly document: number;
  readonly postedOn: IsoDate;
  readonly reason: string;
}

/**
 * Posts the same lines with every sign turned, linked to the document. Refused when it is reversed already, when something is
 * settled against it, or when the day lies before the last one it posted or was worked on.
 */
export async function reverseDocument(trx: Trx, order: ReversalOrder, acting: Acting): Promise<Posted> {
  for (const document of await takenOverWith(trx, order.document)) {
    await reverseDocument(trx, { ...order, document }, acting);
  }
  const original = await reversible(trx, order);
  const entries = await entriesOf(trx, order.document);
  const posted = await postDocument(
    trx,
    {
      kind: 'reversal',
      number: `Reversal of ${original.number}`,
      party: original.party_id === null ? null : partyId(original.party_id),
      project: original.project_id === null ? null : projectId(original.project_id),
      datedOn: order.postedOn,
      dueOn: null,
      gross: cents(-original.gross_cents),
      memo: order.reason,
      body: { reason: order.reason },
      reverses: documentId(order.document),
      beforeBooks: kindOf(original.kind as DocumentKind).beforeBooks ?? false,
      entries: entries.map((entry) => reversal(entry, order.postedOn)),
    },
    acting,
  );
  await undoSettlements(trx, order.document, posted.id);
  await audit(trx, acting, {
    ...{ action: 'reverse', subject: original.number, about: `document ${order.document}` },
    detail: { reason: order.reason, reversal: posted.id },
  });
  return posted;
}

/** The open items that opening balances came with, and which are not taken back yet: they go with them. */
async function takenOverWith(db: Db, document: number): Promise<readonly number[]> {
  const rows = await db
    .selectFrom('document as o')
    .innerJoin('document as d', 'd.recorded_at', 'o.recorded_at')
    .select('d.id')
    .where('o.id', '=', document)
    .where('o.kind', '=', 'opening')
    .whereRef('d.id', '>', 'o.id')
    .where('d.kind', 'in', OPEN_ITEMS)
    .where(sql<boolean>`NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)`)
    .orderBy('d.id')
    .execute();
  return rows.map(({ id }) => id);
}

const OPEN_ITEMS: readonly DocumentKind[] = ['opening-bill', 'opening-invoice', 'opening-deposit', 'opening-retention'];

async function reversible(trx: Trx, { document, postedOn }: ReversalOrder) {
  const original = await trx
    .selectFrom('document as d')
    .leftJoin('document as r', 'r.reverses_id', 'd.id')
    .select(['d.number', 'd.kind', 'd.party_id', 'd.project_id', 'd.gross_cents', 'r.id as reversed_by'])
    .where('d.id', '=', document)
    .executeTakeFirst();
  if (!original) throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
  const { number } = original;
  if (original.reversed_by !== null || kindOf(original.kind as DocumentKind).undoing.how === 'never') {
    throw new Refusal([{ at: '', kind: 'already-reversed', number }], 409);
  }
  await refuseTruedUp(trx, document);
  await refuseCorrected(trx, document);
  await refuseOrderInUse(trx, document);
  const recoding = await recodingOf(trx, document);
  if (recoding !== undefined) throw new Refusal([{ at: '', kind: 'recode-first', number: recoding }]);
  const settled = await settledWith(trx, document);
  if (settled !== 0) throw new Refusal([{ at: '', kind: 'settled', number, settled }]);
  const last = await lastDayOf(trx, document);
  if (dayNumber(postedOn) < last) {
    const earlier = `the last day of ${number}, ${dayOf(last)}`;
    throw new Refusal([{ at: 'postedOn', kind: 'days-out-of-order', earlier, later: 'the day of the reversal' }]);
  }
  return original;
}

/** A payroll is not taken back before its supplements are, nor either before the true-up that spread its difference. */
async function refuseTruedUp(trx: Trx, document: number): Promise<void> {
  const supplements = await sql<{
    number: string;
  }>`SELECT d.number FROM payroll p JOIN document d ON d.id = p.document_id
    WHERE p.supplement_to = ${document} AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)
    LIMIT 1`.execute(trx);
  const [supplement] = supplements.rows;
  if (supplement) throw new Refusal([{ at: '', kind: 'supplement-first', number: supplement.number }]);
  const { rows } = await sql<{
    number: string;
  }>`SELECT d.number FROM true_up_line t JOIN document d ON d.id = t.document_id
    WHERE t.payroll_id = ifnull((SELECT supplement_to FROM payroll WHERE document_id = ${document}), ${document})
      AND t.document_id > ${document} AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = d.id)
    LIMIT 1`.execute(trx);
  const [first] = rows;
  if (first) throw new Refusal([{ at: '', kind: 'true-up-first', number: first.number }]);
}

/** Hours of which some were taken back since are not taken back as well: there would be less than none. */
async function refuseCorrected(trx: Trx, document: number): Promise<void> {
  const { rows } = await sql<{ hours: number }>`SELECT SUM(w.hours_e4) AS hours
    FROM (SELECT DISTINCT employee_id, worked_on FROM worked_hours WHERE document_id = ${document}) m
      JOIN worked_hours w ON w.employee_id = m.employee_id AND w.worked_on = m.worked_on
    WHERE w.document_id <> ${document}
      AND NOT EXISTS (SELECT 1 FROM document r WHERE r.reverses_id = w.document_id)
    GROUP BY w.employee_id, w.worked_on, w.project_id, w.phase_id, w.cost_code_id, w.cost_type, w.pay
    HAVING SUM(w.hours_e4) < 0 LIMIT 1`.execute(trx);
  if (rows.length > 0) throw new Refusal([{ at: '', kind: 'corrected-since' }]);
}

/** The last day a document posts or was worked on; the day it is dated where it posts nothing. */
async function lastDayOf(db: Db, document: number): Promise<number> {
  const { rows } = await sql<{ last: number }>`SELECT max(
    ifnull((SELECT MAX(posted_on) FROM journal_entry WHERE document_id = ${document}),
      (SELECT max(dated_on, posted_on) FROM document WHERE id = ${document})),
    ifnull((SELECT MAX(worked_on) FROM worked_hours WHERE document_id = ${document}), 0)) AS last`.execute(db);
  return rows[0]?.last ?? 0;
}

/** What a document posted, entry by entry. All reversed ones fall on one day, so they may be posted as they were grouped. */
async function entriesOf(trx: Trx, document: number): Promise<readonly Pick<JournalEntry, 'lines' | 'isClosing'>[]> {
  const entries = await trx
    .selectFrom('journal_entry')
    .select(['id', 'closing'])
    .where('document_id', '=', document)
    .orderBy('id')
    .execute();
  const read: Pick<JournalEntry, 'lines' | 'isClosing'>[] = [];
  for (const { id, closing } of entries) read.push({ lines: await linesOfEntry(trx, id), isClosing: closing === 1 });
  return read;
}

const COPIED = ['account_id', 'amount_cents', 'quantity_e4', 'text'] as const;

async function linesOfEntry(trx: Trx, entry: number): Promise<readonly Line[]> {
  const columns = [...COPIED, ...DIMENSION_NAMES.map((name) => DIMENSIONS[name].column)];
  const { rows } = await sql<Readonly<Record<(typeof COPIED)[number], number>> & { readonly text: string }>`
    SELECT ${sql.join(columns.map((column) => sql.ref(column)))} FROM journal_line
    WHERE id >= ${entry * LINES_PER_ENTRY} AND id < ${(entry + 1) * LINES_PER_ENTRY} ORDER BY id`.execute(trx);
  return rows.map((row) => ({
    ...dimensionsOf(row),
    account: accountId(row.account_id),
    amount: cents(row.amount_cents),
    quantity: quantity(row.quantity_e4),
    text: row.text,
  }));
}
