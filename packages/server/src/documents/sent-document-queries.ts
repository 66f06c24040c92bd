import { dayOf, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { Cents } from '@lowtide/core/money/cents.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Stamp } from '../audit/stamp.ts';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { counts, openAmount } from '../ledger/settlement-queries.ts';

export async function insertSent(trx: Trx, document: number, { at, by }: Stamp): Promise<void> {
  await trx.insertInto('sent_document').values({ document_id: document, recorded_at: at, recorded_by: by }).execute();
}

/** When a document was last sent to its client; null where it never was. */
export async function sentAt(db: Db, document: number): Promise<number | null> {
  const { at } = await db
    .selectFrom('sent_document')
    .select(({ fn }) => fn.max<number | null>('recorded_at').as('at'))
    .where('document_id', '=', document)
    .executeTakeFirstOrThrow();
  return at;
}

/** A document that was sent and is not settled: an application that waits, or an invoice that is open. */
export interface SentDocument {
  readonly id: number;
  readonly kind: 'application' | 'invoice';
  readonly number: string;
  readonly client: string;
  readonly datedOn: IsoDate;
  readonly open: Cents;
  /** Of an application: what it asks for, line by line of its schedule. */
  readonly asked: readonly { readonly line: string; readonly amount: Cents }[];
}

/** What was sent to clients and waits for them, in the order it was first sent. */
export async function sentAndOpen(db: Db): Promise<readonly SentDocument[]> {
  const { rows } = await sql<{
    id: number;
    kind: SentDocument['kind'];
    number: string;
    client: string;
    dated: number;
    open: number;
    body: string;
  }>`SELECT d.id, d.kind, d.number, y.name AS client, d.dated_on AS dated, ${openAmount('d', EVERYTHING)} AS open, d.body
    FROM document d JOIN party y ON y.id = d.party_id
    WHERE d.id IN (SELECT document_id FROM sent_document) AND d.kind IN ('application', 'invoice')
      AND ${counts('d', EVERYTHING)}
      AND NOT EXISTS (SELECT 1 FROM certificate c JOIN document i ON i.id = c.document_id
        WHERE c.application_id = d.id AND ${counts('i', EVERYTHING)})
      AND NOT EXISTS (SELECT 1 FROM application n JOIN document v ON v.id = n.document_id
        WHERE n.replaces_id = d.id AND ${counts('v', EVERYTHING)})
    ORDER BY (SELECT MIN(id) FROM sent_document s WHERE s.document_id = d.id)`.execute(db);
  return rows
    .filter(({ kind, open }) => kind === 'application' || open > 0)
    .map(({ dated, open, body, ...row }) => ({
      ...row,
      datedOn: dayOf(dated),
      open: cents(open),
      asked: askedIn(body),
    }));
}

function askedIn(body: string): SentDocument['asked'] {
  const { lines = [] } = JSON.parse(body) as { readonly lines?: readonly { number: number; work: number }[] };
  return lines
    .filter(({ work }) => work > 0)
    .map(({ number, work }) => ({ line: String(number), amount: cents(work) }));
}
