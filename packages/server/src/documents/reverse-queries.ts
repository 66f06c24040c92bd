import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { CostType } from '@lowtide/core/ledger/cost-type.ts';
import {
  accountId,
  costCodeId,
  documentId,
  employeeId,
  partyId,
  phaseId,
  projectId,
} from '@lowtide/core/ledger/ids.ts';
import { reversal, type JournalEntry, type Line } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import type { Trx } from '../database/schema.ts';
import type { Acting } from '../http/api.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../http/stamp-queries.ts';
import { LINES_PER_ENTRY, postDocument } from '../journal/post-document-queries.ts';

export interface ReversalOrder {
  readonly document: number;
  readonly postedOn: IsoDate;
  readonly reason: string;
}

/**
 * Posts the same lines with every sign turned, linked to the document. Refused when it is reversed already, when money is settled
 * against it, or when the day lies before its own.
 */
export async function reverseDocument(trx: Trx, order: ReversalOrder, acting: Acting) {
  const original = await reversible(trx, order);
  const entries = await entriesOf(trx, order.document);
  const number = `Reversal of ${original.number}`;
  const id = await postDocument(
    trx,
    {
      kind: 'reversal',
      number,
      party: original.party_id === null ? null : partyId(original.party_id),
      project: original.project_id === null ? null : projectId(original.project_id),
      datedOn: order.postedOn,
      dueOn: null,
      gross: cents(-original.gross_cents),
      memo: order.reason,
      body: { reason: order.reason },
      reverses: documentId(order.document),
      entries: entries.map((lines) => reversal(lines, order.postedOn)),
    },
    acting,
  );
  await undoSettlements(trx, order.document, id);
  await audit(trx, acting, { action: 'reverse', subject: String(order.document), detail: { reason: order.reason } });
  return { id: id as number, number };
}

async function reversible(trx: Trx, { document, postedOn }: ReversalOrder) {
  const original = await trx
    .selectFrom('document as d')
    .leftJoin('document as r', 'r.reverses_id', 'd.id')
    .select(['d.number', 'd.kind', 'd.party_id', 'd.project_id', 'd.gross_cents', 'd.dated_on', 'r.id as reversed_by'])
    .where('d.id', '=', document)
    .executeTakeFirst();
  if (!original) throw new Refusal([{ at: '', kind: 'not-there', subject: 'document' }], 404);
  const { number } = original;
  if (original.reversed_by !== null || original.kind === 'reversal') {
    throw new Refusal([{ at: '', kind: 'already-reversed', number }], 409);
  }
  const { settled } = await trx
    .selectFrom('settlement')
    .select(({ fn }) => fn.sum<number | null>('amount_cents').as('settled'))
    .where('document_id', '=', document)
    .executeTakeFirstOrThrow();
  if (settled !== null && settled !== 0)
    throw new Refusal([{ at: '', kind: 'settled', number, settled: cents(settled) }]);
  if (dayNumber(postedOn) < original.dated_on) {
    const earlier = `the day of ${number}, ${dayOf(original.dated_on)}`;
    throw new Refusal([{ at: 'postedOn', kind: 'days-out-of-order', earlier, later: 'the day of the reversal' }]);
  }
  return original;
}

/** A reversed receipt or payment no longer settles anything; the opposite amount says so. */
async function undoSettlements(trx: Trx, by: number, reversedBy: number): Promise<void> {
  const rows = await trx
    .selectFrom('settlement')
    .select(['document_id', 'amount_cents'])
    .where('by_document_id', '=', by)
    .execute();
  for (const { document_id, amount_cents } of rows) {
    await trx
      .insertInto('settlement')
      .values({ document_id, by_document_id: reversedBy, amount_cents: -amount_cents })
      .execute();
  }
}

/** The lines of a document, entry by entry. All reversed ones fall on one day, so they may be posted as they were grouped. */
async function entriesOf(trx: Trx, document: number): Promise<readonly (readonly Line[])[]> {
  const entries = await trx
    .selectFrom('journal_entry')
    .select('id')
    .where('document_id', '=', document)
    .orderBy('id')
    .execute();
  const grouped: JournalEntry['lines'][] = [];
  for (const { id } of entries) grouped.push(await linesOfEntry(trx, id));
  return grouped;
}

async function linesOfEntry(trx: Trx, entry: number): Promise<readonly Line[]> {
  const rows = await trx
    .selectFrom('journal_line')
    .select([
      'account_id',
      'amount_cents',
      'quantity_e4',
      'project_id',
      'phase_id',
      'cost_code_id',
      'cost_type',
      'party_id',
      'employee_id',
      'text',
    ])
    .where('id', '>=', entry * LINES_PER_ENTRY)
    .where('id', '<', (entry + 1) * LINES_PER_ENTRY)
    .orderBy('id')
    .execute();
  return rows.map((row) => ({
    account: accountId(row.account_id),
    amount: cents(row.amount_cents),
    quantity: quantity(row.quantity_e4),
    project: row.project_id === null ? null : projectId(row.project_id),
    phase: row.phase_id === null ? null : phaseId(row.phase_id),
    costCode: row.cost_code_id === null ? null : costCodeId(row.cost_code_id),
    costType: row.cost_type as CostType | null,
    party: row.party_id === null ? null : partyId(row.party_id),
    employee: row.employee_id === null ? null : employeeId(row.employee_id),
    text: row.text,
  }));
}
