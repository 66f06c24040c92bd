import { sql } from 'kysely';
import type { Db } from '../schema.ts';
import { END_OF_LOG, NOTHING_WRITTEN, type EndOfLog } from './digest-chain.ts';

/** Where the audit log and the digests end. */
export async function endOfLog(db: Db): Promise<EndOfLog> {
  const { rows } = await sql<EndOfLog>`${sql.raw(END_OF_LOG)}`.execute(db);
  return rows[0] ?? NOTHING_WRITTEN;
}

/** Whether the log once ended so: it may have gone on since. */
export async function onceEndedSo(db: Db, end: EndOfLog): Promise<boolean> {
  const { rows } = await sql<{ entryHash: string; digestsHash: string }>`SELECT
    ifnull((SELECT hash FROM audit_log WHERE id = ${end.entry}), '') AS entryHash,
    ifnull((SELECT hash FROM written_digest WHERE id = ${end.digests}), '') AS digestsHash`.execute(db);
  return rows[0]?.entryHash === end.entryHash && rows[0].digestsHash === end.digestsHash;
}

/** Whether books that ended so were given up since, when a copy was restored: its entry says so. */
export async function wereGivenUp(
  db: Db,
  { end, until }: { readonly end: EndOfLog; readonly until: number },
): Promise<boolean> {
  const { rows } = await sql<{ id: number }>`SELECT id FROM audit_log
    WHERE action = ${RESTORED} AND id <= ${end.entry + 1} AND at >= ${until} LIMIT 1`.execute(db);
  return rows.length > 0;
}

/** The action of the entry that a restored copy begins with. */
export const RESTORED = 'restore a copy';
