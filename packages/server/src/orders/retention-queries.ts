import { cents, type Cents } from '@lowtide/core/money/cents.ts';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** What is withheld of the bills of an order and not released. */
export async function retainedOf(db: Db, order: number): Promise<Cents> {
  const { rows } = await sql<{ amount: number | null }>`SELECT SUM(m.amount_cents) AS amount
    FROM retained m JOIN document d ON d.id = m.document_id
    WHERE m.order_id = ${order} AND ${notReversed('d', EVERYTHING)}`.execute(db);
  return cents(rows[0]?.amount ?? 0);
}

interface RetainedRow {
  readonly document: number;
  readonly party: number;
  readonly order: number | null;
  /** Withheld; what is released is negative. */
  readonly amount: Cents;
}

export async function insertRetained(trx: Trx, { document, party, order, amount }: RetainedRow): Promise<void> {
  await trx
    .insertInto('retained')
    .values({ document_id: document, party_id: party, order_id: order, amount_cents: amount })
    .execute();
}
