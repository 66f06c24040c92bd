import type { Db, Trx } from '../database/schema.ts';

export interface KeptView {
  readonly page: string;
  readonly name: string;
  /** The address's query that shows it. */
  readonly state: string;
}

/** Views somebody keeps of a page, by name. */
export async function views(db: Db, page: string, by: string): Promise<{ id: number; name: string; state: string }[]> {
  return db
    .selectFrom('saved_view')
    .select(['id', 'name', 'state'])
    .where('page', '=', page)
    .where('kept_by', '=', by)
    .orderBy('name')
    .execute();
}

/** Keeps a view; one of the same name is replaced. */
export async function keepView(trx: Trx, { page, name, state }: KeptView, by: string): Promise<void> {
  await trx
    .insertInto('saved_view')
    .values({ page, name, state, kept_by: by })
    .onConflict((conflict) => conflict.columns(['page', 'kept_by', 'name']).doUpdateSet({ state }))
    .execute();
}

export async function deleteView(trx: Trx, id: number, by: string): Promise<void> {
  await trx.deleteFrom('saved_view').where('id', '=', id).where('kept_by', '=', by).execute();
}
