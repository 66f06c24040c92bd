import type { Month } from '@lowtide/core/calendar/month.ts';
import type { TieOut } from '@lowtide/core/ledger/tie-out.ts';
import type { Db } from '../database/schema.ts';
import { postingMark, tieOuts } from '../ledger/tie-out-queries.ts';

/** Months whose tie-outs are kept at once. */
const MOST_MONTHS = 24;

/**
 * The tie-outs of a month, worked out again only after something was posted: every page shows them, and they add up the whole
 * books. `npm run verify` never asks here.
 */
export function tieOutCache(): (db: Db, month: Month) => Promise<readonly TieOut[]> {
  let mark = '';
  const kept = new Map<Month, readonly TieOut[]>();
  return async (db, month) => {
    const now = await postingMark(db);
    if (now !== mark || kept.size > MOST_MONTHS) kept.clear();
    mark = now;
    const known = kept.get(month);
    if (known) return known;
    const made = await tieOuts(db, month);
    kept.set(month, made);
    return made;
  };
}
