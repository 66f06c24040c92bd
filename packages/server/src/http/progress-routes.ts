import type { Router } from 'express';
import { act, read } from './api.ts';
import type { Context } from './context.ts';
import { orderName } from './long-orders.ts';

/** Asks how far one's own order is, and stops it. */
export function progressRoutes(router: Router, context: Context): void {
  read(router, context, 'progress', (_db, { params }, { actor }) =>
    Promise.resolve({ underWay: context.longOrders.at(orderName(actor ?? { id: null }, params.key)) }),
  );
  act(router, context, 'stopOrder', ({ params }, { actor }) => {
    context.longOrders.stop(orderName(actor ?? { id: null }, params.key));
    return Promise.resolve({ done: true as const });
  });
}
