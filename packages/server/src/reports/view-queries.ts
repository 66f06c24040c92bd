import { TableLayout } from '@lowtide/core/wire/forecasts.ts';
import type { z } from 'zod';
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

/** Views somebody keeps, of whatever page. */
export async function allViews(db: Db, by: string): Promise<({ readonly id: number } & KeptView)[]> {
  return db
    .selectFrom('saved_view')
    .select(['id', 'page', 'name', 'state'])
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

type Layout = z.output<typeof TableLayout>;

/** How somebody arranged the columns of tables, by the tables' names. */
export async function tableLayouts(db: Db, by: string): Promise<Readonly<Record<string, Layout>>> {
  const rows = await db
    .selectFrom('table_layout')
    .select(['table_name', 'layout'])
    .where('kept_by', '=', by)
    .orderBy('table_name')
    .execute();
  return Object.fromEntries(rows.map(({ table_name, layout }) => [table_name, TableLayout.parse(JSON.parse(layout))]));
}

/** Keeps how a table's columns are arranged; one that says nothing is forgotten. */
export async function keepTableLayout(trx: Trx, table: string, layout: Layout, by: string): Promise<void> {
  const at = { table_name: table, kept_by: by };
  if (layout.shown === undefined && Object.keys(layout.widths ?? {}).length === 0) {
    await trx.deleteFrom('table_layout').where('table_name', '=', table).where('kept_by', '=', by).execute();
    return;
  }
  const text = JSON.stringify(layout);
  await trx
    .insertInto('table_layout')
    .values({ ...at, layout: text })
    .onConflict((conflict) => conflict.columns(['kept_by', 'table_name']).doUpdateSet({ layout: text }))
    .execute();
}
