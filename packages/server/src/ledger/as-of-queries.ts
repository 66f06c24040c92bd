import { lastDay, monthNumber, type Month } from '@lowtide/core/calendar/month.ts';
import type { AccountType, Role } from '@lowtide/core/ledger/account.ts';
import type { Line } from '@lowtide/core/ledger/journal-entry.ts';
import { dayNumber } from '@lowtide/core/calendar/iso-date.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db } from '../database/schema.ts';
import { LINES_PER_ENTRY } from '../database/line-number.ts';

/** A line that is not posted, with what balances need to know of its account. */
export interface AsIfLine extends Line {
  readonly role: Role | null;
  readonly type: AccountType;
}

/** Which books are read: through a month, and as known at a moment; null for now. */
export interface AsOf {
  readonly through: Month;
  readonly known: number | null;
  /** Lines that are read as if they were posted in the month: what a recognition would post now. */
  readonly asIf?: readonly AsIfLine[];
}

/** The same books by one word. */
export function nameOf({ through, known }: AsOf): string {
  return `${through} ${known ?? 'now'}`;
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
  /** Lines read as if they were posted, and the month they would be posted in. */
  readonly asIf: { readonly month: number; readonly lines: readonly AsIfLine[] };
}

/** The books as they are now, through whatever day. */
export const EVERYTHING = { day: Number.MAX_SAFE_INTEGER, recordedAt: Number.MAX_SAFE_INTEGER } as const;

/** Entries are numbered in order of recording, so what was recorded after a moment is one range of line ids. */
export async function bounds(db: Db, { through, known, asIf: lines = [] }: AsOf): Promise<Bounds> {
  const end = monthEnd(through);
  const asIf = { month: end.month, lines };
  if (known === null) return { ...end, recordedAt: Number.MAX_SAFE_INTEGER, firstLaterLine: null, asIf };
  const later = await db
    .selectFrom('journal_entry')
    .select(({ fn }) => fn.min<number | null>('id').as('id'))
    .where('recorded_at', '>', known)
    .executeTakeFirstOrThrow();
  const firstLaterLine = later.id === null ? null : later.id * LINES_PER_ENTRY;
  return { ...end, recordedAt: known, firstLaterLine, asIf };
}

/** A month and its last day. */
export function monthEnd(through: Month): Pick<Bounds, 'month' | 'day'> {
  return { month: monthNumber(through), day: dayNumber(lastDay(through)) };
}

/**
 * Whether a change of contract or budget counts: effective by the day, recorded by the moment, and, where an approval made it, not
 * withdrawn by then. `alias` is the name its table goes by.
 */
export function changeCounts(
  alias: string,
  { day, recordedAt }: Pick<Bounds, 'day' | 'recordedAt'>,
): RawBuilder<boolean> {
  const column = (name: string): RawBuilder<unknown> => sql.ref(`${alias}.${name}`);
  return sql`(${column('effective_on')} <= ${day} AND ${column('recorded_at')} <= ${recordedAt}
    AND ${notWithdrawn(alias, recordedAt)})`;
}

/** Whether what an approval made still counts at a moment. */
export function notWithdrawn(alias: string, recordedAt = Number.MAX_SAFE_INTEGER): RawBuilder<boolean> {
  const approval = sql.ref(`${alias}.approval_id`);
  return sql`(${approval} IS NULL
    OR ${approval} NOT IN (SELECT approval_id FROM withdrawal WHERE recorded_at <= ${recordedAt}))`;
}
