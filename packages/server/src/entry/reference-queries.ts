import type { z } from 'zod';
import { BillRow } from '@lowtide/core/wire/entry.ts';
import type { Db } from '../database/schema.ts';

export async function clients(db: Db): Promise<{ id: number; code: string; name: string }[]> {
  return db.selectFrom('party').select(['id', 'code', 'name']).where('kind', '=', 'client').orderBy('code').execute();
}

/** The rows of a supplier's last bill, as they were typed. Empty where there is none. */
export async function lastBillRows(db: Db, supplier: number): Promise<z.input<typeof BillRow>[]> {
  const last = await db
    .selectFrom('document')
    .select('body')
    .where('kind', '=', 'bill')
    .where('party_id', '=', supplier)
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!last) return [];
  const body = JSON.parse(last.body) as { rows?: unknown };
  return BillRow.array().catch([]).parse(body.rows);
}
