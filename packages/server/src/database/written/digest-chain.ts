import { createHash } from 'node:crypto';

/** What the audit log and what was written with it end with. */
export interface EndOfLog {
  /** The last entry of the audit log, with its hash; 0 and empty where there is none. */
  readonly entry: number;
  readonly entryHash: string;
  /** The last digests, likewise. */
  readonly digests: number;
  readonly digestsHash: string;
}

export const NOTHING_WRITTEN: EndOfLog = { entry: 0, entryHash: '', digests: 0, digestsHash: '' };

export const END_OF_LOG = `SELECT
  ifnull((SELECT max(id) FROM audit_log), 0) AS entry,
  ifnull((SELECT hash FROM audit_log ORDER BY id DESC LIMIT 1), '') AS entryHash,
  ifnull((SELECT max(id) FROM written_digest), 0) AS digests,
  ifnull((SELECT hash FROM written_digest ORDER BY id DESC LIMIT 1), '') AS digestsHash`;

/** Digests of one transaction: what they follow, the entry of the audit log that they belong to, and the rows. */
export interface ChainedDigests {
  readonly before: string;
  readonly entry: number;
  readonly entryHash: string;
  /** The version of the books all of whose rows are told; 0 where only those that the transaction wrote are. */
  readonly wholeOf: number;
  readonly rows: string;
}

export function hashOfDigests({ before, entry, entryHash, wholeOf, rows }: ChainedDigests): string {
  return createHash('sha256')
    .update(`${before}\n${JSON.stringify([entry, entryHash, wholeOf, rows])}`)
    .digest('hex');
}
