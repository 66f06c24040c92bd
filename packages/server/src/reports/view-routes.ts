import type { Router } from 'express';
import { read, write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { allViews, deleteView, keepTableLayout, keepView, tableLayouts, views } from './view-queries.ts';

/** Views that people keep of a page under a name. */
export function viewRoutes(router: Router, context: Context): void {
  read(router, context, 'views', async (db, { params }, { actor }) => ({
    rows: await views(db, params.page, actor?.name ?? ''),
  }));
  read(router, context, 'allViews', async (db, _asked, { actor }) => ({ rows: await allViews(db, actor?.name ?? '') }));
  write(router, context, 'keepView', async (trx, { params, body }, { by }) => {
    await keepView(trx, { page: params.page, ...body }, by);
    return { done: true };
  });
  read(router, context, 'tableLayouts', async (db, _asked, { actor }) => ({
    layouts: await tableLayouts(db, actor?.name ?? ''),
  }));
  write(router, context, 'keepTableLayout', async (trx, { params, body }, { by }) => {
    await keepTableLayout(trx, params.page, body, by);
    return { done: true };
  });
  write(router, context, 'dropView', async (trx, { params }, { by }) => {
    await deleteView(trx, params.id, by);
    return { done: true };
  });
}
