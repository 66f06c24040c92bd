import type { Router } from 'express';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { asOf, bounds } from './as-of-queries.ts';
import { ledgerPage } from './line-queries.ts';

export function ledgerRoutes(router: Router, context: Context): void {
  read(router, context, 'ledger', async (db, { query }) => ledgerPage(db, await bounds(db, asOf(query)), query));
}
