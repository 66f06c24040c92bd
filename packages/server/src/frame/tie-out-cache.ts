import type { Month } from '@lowtide/core/calendar/month.ts';
import type { TieOut } from '@lowtide/core/ledger/tie-out.ts';
import type { Db } from '../database/schema.ts';
import type { EffectStores } from '../effects/effect-store.ts';
import { postingMark, tieOuts, type PostingMark, type TiesSoFar } from '../ledger/tie-out-queries.ts';

/** Months whose tie-outs are kept at once. */
const MOST_MONTHS = 24;

/**
 * The tie-outs of a month: added up over all the books once, then only what was posted since, for every page shows them. `npm run
 * verify` never asks here.
 */
export function tieOutCache(effects: EffectStores): (db: Db, month: Month) => Promise<readonly TieOut[]> {
  const kept = new Map<Month, TiesSoFar>();
  return async (db, month) => {
    const mark = await postingMark(db, effects);
    const known = kept.get(month);
    if (known && sameMark(known.mark, mark)) return known.ties;
    const ties = await tieOuts(db, { month, effects }, known);
    if (kept.size >= MOST_MONTHS) kept.clear();
    kept.set(month, { mark, ties });
    return ties;
  };
}

function sameMark(one: PostingMark, other: PostingMark): boolean {
  return [...other].every(([table, last]) => one.get(table) === last);
}
