import { lastDay, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { lockedAt } from '../company/company-write-queries.ts';
import type { Db } from '../database/schema.ts';
import type { Clock } from '../http/context.ts';
import { runOf } from '../projects/latest-run-queries.ts';

/** The moment a month was done with: when its run was posted, without a run when it was locked, else its end. */
export async function knownThen(db: Db, month: Month, known: number | null, clock: Clock): Promise<number> {
  const now = known ?? Number.MAX_SAFE_INTEGER;
  const run = await runOf(db, month, now);
  const moment = run ?? (await lockedAt(db, monthNumber(month), now)) ?? clock.endOf(lastDay(month));
  return Math.min(moment, now);
}
