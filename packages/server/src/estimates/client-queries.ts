import type { Db } from '../database/schema.ts';

/** Name and address of a client; empty for none. */
export async function billingAddress(
  db: Db,
  client: number | null,
): Promise<{ readonly name: string; readonly address: string }> {
  const row = await db
    .selectFrom('party')
    .select(['name', 'address'])
    .where('id', '=', client ?? 0)
    .executeTakeFirst();
  return row ?? { name: '', address: '' };
}
