import { dayNumber, dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { DOCUMENT_KIND_NAMES, kindOf, type DocumentKind } from '@lowtide/core/documents/kinds.ts';
import { DIMENSION_NAMES, DIMENSIONS, dimensionsOf } from '@lowtide/core/ledger/dimensions.ts';
import { accountId, documentId, partyId, projectId } from '@lowtide/core/ledger/ids.ts';
import { reversal, type JournalEntry, type Line } from '@lowtide/core/ledger/journal-entry.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { having, type EffectStore, type EffectStores, type PostingStamp } from '../effects/effect-store.ts';
import { Refusal } from '../http/refusal.ts';
import { audit } from '../audit/audit-queries.ts';
import { LINES_PER_ENTRY } from '../database/line-number.ts';
import { postDocument, type Posted } from './post-document-queries.ts';
import { settledWith, isReversed } from './settlement-queries.ts';

export interface ReversalOrder {
  readonly document: number;
  readonly postedOn: IsoDate;
  readonly reason: string;
}

/**
 * Posts the same lines with every sign turned, linked to the document. Refused when it is reversed already, when something is
 * settled against it, or when the day lies before the last one it posted or was worked on.
 */
export async function reverseDocument(trx: Trx, order: ReversalOrder, acting: PostingStamp): Promise<Posted> {
  for (const document of await cameWith(trx, order.document)) {
    await reverseDocument(trx, { ...order, document }, acting);
  }
  const original = await reversible(trx, order, acting.effects);
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
      effects: [],
    },
    acting,
  );
  for (const undo of having(acting.effects, 'undo')) await undo(trx, order.document, posted.id);
  await audit(trx, acting, {
    ...{ action: 'reverse', subject: original.number, about: `document ${order.document}` },
    detail: { reason: order.reason, reversal: posted.id },
  });
  return posted;
}

/** The documents that came with one, such as open items with opening balances, and are not taken back yet: they go with it. */
async function cameWith(db: Db, document: number): Promise<readonly number[]> {
  const rows = await db
    .selectFrom('document as o')
    .innerJoin('document as d', 'd.recorded_at', 'o.recorded_at')
    .select('d.id')
    .where('o.id', '=', document)
    .whereRef('d.id', '>', 'o.id')
    .where(sql<boolean>`(d.kind, o.kind) IN (VALUES ${sql.join(CAME_WITH)})`)
    .where(sql<boolean>`NOT ${isReversed('d.id')}`)
    .orderBy('d.id')
    .execute();
  return rows.map(({ id }) => id);
}

/** Kinds of documents that come with another, and the kind of that one. */
const CAME_WITH = DOCUMENT_KIND_NAMES.flatMap((kind) => {
  const { cameWith: other } = kindOf(kind);
  return other === undefined ? [] : [sql`(${kind}, ${other})`];
});

async function reversible(trx: Trx, { document, postedOn }: ReversalOrder, effects: EffectStores) {
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
  for (const refuse of having(effects, 'refuseReversal')) await refuse(trx, document);
  const settled = await settledWith(trx, document);
  if (settled !== 0) throw new Refusal([{ at: '', kind: 'settled', number, settled }]);
  const last = await lastDayOf(trx, document, effects);
  if (dayNumber(postedOn) < last) {
    const earlier = `the last day of ${number}, ${dayOf(last)}`;
    throw new Refusal([{ at: 'postedOn', kind: 'days-out-of-order', earlier, later: 'the day of the reversal' }]);
  }
  return original;
}

/** The last day a document posts, or did something beside; the day it is dated where it posts nothing. */
async function lastDayOf(db: Db, document: number, effects: EffectStores): Promise<number> {
  const { rows } = await sql<{ last: number }>`SELECT
    ifnull((SELECT MAX(posted_on) FROM journal_entry WHERE document_id = ${document}),
      (SELECT max(dated_on, posted_on) FROM document WHERE id = ${document})) AS last`.execute(db);
  let last = rows[0]?.last ?? 0;
  for (const lastDay of having(effects, 'lastDay')) last = Math.max(last, (await lastDay(db, document)) ?? 0);
  return last;
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

/** Documents that are taken back by themselves on a later day. */
export const REVERSAL: EffectStore<'reversal'> = {
  write: async (trx, { id }, { on, reason }, stamp) => {
    await reverseDocument(trx, { document: id, postedOn: on, reason }, stamp);
  },
};
