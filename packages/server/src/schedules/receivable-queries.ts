import type { OpenReceivable } from '@lowtide/core/billing/open-receivable.ts';
import { usualDelay } from '@lowtide/core/billing/project-money.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import { settledKinds } from '@lowtide/core/documents/kinds.ts';
import { documentId, partyId } from '@lowtide/core/ledger/ids.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed, openAmount, openParts } from '../ledger/settlement-queries.ts';

/** What some clients have not paid yet, as the books are now. */
export async function openReceivables(db: Db, clients: readonly number[]): Promise<readonly OpenReceivable[]> {
  if (clients.length === 0) return [];
  const { rows } = await sql<{
    id: number;
    number: string;
    client: number;
    dated: number;
    due: number;
    open: number;
    gross: number;
    tax: number | null;
  }>`
    SELECT * FROM (SELECT d.id, d.number, d.party_id AS client, d.dated_on AS dated, ifnull(d.due_on, d.dated_on) AS due,
      ${openAmount('d', EVERYTHING)} AS open, d.gross_cents AS gross, json_extract(d.body, '$.figures.tax') AS tax
      FROM document d
      WHERE d.party_id IN (${sql.join([...clients])}) AND d.kind IN (${sql.join([...settledKinds('receivable')])}))
    WHERE open > 0 ORDER BY id`.execute(db);
  const found: OpenReceivable[] = [];
  for (const { id, number, client, dated, due, open, gross, tax } of rows) {
    const parts = await openParts(db, id, 'receivable');
    found.push({
      ...{ id: documentId(id), number, client: partyId(client), datedOn: dayOf(dated), dueOn: dayOf(due) },
      ...{ open: cents(open), gross: cents(gross), tax: cents(tax ?? 0), parts },
    });
  }
  return found;
}

/** Days from due day to receipt of a client's last twelve paid invoices, by amount; null before they paid any. */
export async function clientDelay(db: Db, client: number): Promise<number | null> {
  const { rows } = await sql<{ due: number; paid: number; amount: number }>`
    SELECT d.due_on AS due, r.dated_on AS paid, SUM(s.amount_cents) AS amount FROM (
      SELECT d.id, d.due_on FROM document d
      WHERE d.party_id = ${client} AND d.kind = 'invoice'
        AND d.due_on IS NOT NULL AND ${openAmount('d', EVERYTHING)} = 0 AND ${notReversed('d', EVERYTHING)}
      ORDER BY d.id DESC LIMIT 12) d
    JOIN settlement s ON s.document_id = d.id JOIN document r ON r.id = s.by_document_id AND r.kind = 'receipt'
    WHERE ${notReversed('r', EVERYTHING)} GROUP BY d.id, r.id`.execute(db);
  return rows.length === 0
    ? null
    : usualDelay(rows.map(({ due, paid, amount }) => ({ days: paid - due, amount: cents(amount) })));
}
