import type { z } from 'zod';
import { BillRow } from '@lowtide/core/documents/supplier-bill/form.ts';
import type { Db } from '../database/schema.ts';
import { EVERYTHING } from '../ledger/as-of-queries.ts';
import { notReversed } from '../ledger/settlement-queries.ts';

/** The rows of a supplier's last bill that was not reversed, as they were typed. Empty where there is none. */
export async function lastBillRows(db: Db, supplier: number): Promise<z.input<typeof BillRow>[]> {
  const last = await db
    .selectFrom('document as d')
    .select('d.body')
    .where('d.kind', '=', 'bill')
    .where('d.party_id', '=', supplier)
    .where(notReversed('d', EVERYTHING))
    .orderBy('d.id', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!last) return [];
  const body = JSON.parse(last.body) as { rows?: unknown };
  return BillRow.array().catch([]).parse(body.rows);
}
