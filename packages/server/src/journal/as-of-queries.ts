import { lastDay, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import type { Db } from '../database/schema.ts';
import { LINES_PER_ENTRY } from './post-document-queries.ts';

/** Which books are read: through a month, and as known at a moment; null for now. */
export interface AsOf {
  readonly through: Month;
  readonly known: number | null;
}

/** A query's as-of in the server's terms. */
export function asOf(query: { readonly through: Month; readonly known?: number | undefined }): AsOf {
  return { through: query.through, known: query.known ?? null };
}

/** The same in the database's terms. */
export interface Bounds {
  readonly month: number;
  readonly day: number;
  /** Latest moment of recording that counts. */
  readonly recordedAt: number;
  /** Lines from this id on were recorded later and do not count; null when none was. */
  readonly firstLaterLine: number | null;
}

/** Entries are numbered in order of recording, so what was recorded after a moment is one range of line ids. */
export async function bounds(db: Db, { through, known }: AsOf): Promise<Bounds> {
  const month = monthNumber(through);
  const day = dayNumber(lastDay(through));
  if (known === null) return { month, day, recordedAt: Number.MAX_SAFE_INTEGER, firstLaterLine: null };
  const later = await db
    .selectFrom('journal_entry')
    .select(({ fn }) => fn.min<number | null>('id').as('id'))
    .where('recorded_at', '>', known)
    .executeTakeFirstOrThrow();
  return { month, day, recordedAt: known, firstLaterLine: later.id === null ? null : later.id * LINES_PER_ENTRY };
}
