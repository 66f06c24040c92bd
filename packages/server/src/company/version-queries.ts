import type { ReadRecord } from '@lowtide/core/records/read-record.ts';
import { sql, type RawBuilder } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Stamp } from '../audit/stamp.ts';
import type { Bounds } from '../ledger/as-of-queries.ts';

/** Kinds of records that are kept as versions: those people edit, and the company. */
export type VersionedKind = string;

export interface NewVersion {
  readonly kind: VersionedKind;
  readonly id: number;
  readonly version: number;
  /** Day number from which it counts: 0, or the first open day once months are locked. */
  readonly countsFrom: number;
  readonly fields: ReadRecord;
}

/** Adds a version; none is ever changed. */
export async function insertVersion(trx: Trx, made: NewVersion, { at, by }: Stamp): Promise<void> {
  await trx
    .insertInto('record_version')
    .values({
      kind: made.kind,
      record_id: made.id,
      version: made.version,
      counts_from: made.countsFrom,
      fields: JSON.stringify(made.fields),
      recorded_at: at,
      recorded_by: by,
    })
    .execute();
}

export interface LatestVersion {
  readonly version: number;
  readonly fields: ReadRecord;
  readonly recordedAt: number;
  readonly recordedBy: string;
}

/** The newest version of a record. */
export async function latestVersion(db: Db, kind: VersionedKind, id: number): Promise<LatestVersion | null> {
  const row = await db
    .selectFrom('record_version')
    .select(['version', 'fields', 'recorded_at', 'recorded_by'])
    .where('kind', '=', kind)
    .where('record_id', '=', id)
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!row) return null;
  const fields = JSON.parse(row.fields) as ReadRecord;
  return { version: row.version, fields, recordedAt: row.recorded_at, recordedBy: row.recorded_by };
}

export type KnownAt = Pick<Bounds, 'day' | 'recordedAt'>;

/** Number of the version of a record, by an expression for its id, that counts on the day as known at the moment. */
export function countingVersion(kind: VersionedKind, id: RawBuilder<unknown>, at: KnownAt): RawBuilder<number> {
  return sql`(SELECT MAX(w.id) FROM record_version w WHERE w.kind = ${kind} AND w.record_id = ${id}
    AND w.recorded_at <= ${at.recordedAt} AND w.counts_from <= ${at.day})`;
}
