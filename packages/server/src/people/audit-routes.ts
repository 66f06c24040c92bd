import type { Router } from 'express';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { auditEntries } from '../audit/audit-queries.ts';

/** What was done to the books, by whom, when and from where. */
export function auditRoutes(router: Router, context: Context): void {
  read(router, context, 'auditLog', async (db, { query }) => {
    const { entries, more } = await auditEntries(db, query);
    return {
      more,
      entries: entries.map(({ at, detail, ...entry }) => ({
        ...entry,
        at: new Date(at).toISOString(),
        detail: JSON.parse(detail) as unknown,
      })),
    };
  });
}
