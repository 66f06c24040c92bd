import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import type { Db, Trx } from '../database/schema.ts';
import type { Stamp } from './stamp.ts';

/** What was done, to what. */
export interface Audited {
  readonly action: string;
  /** What it was done to, in words: a code, a number, a name. */
  readonly subject: string;
  /** Its kind and number, such as `supplier 4`, where a page of its own asks for its entries. */
  readonly about?: string;
  /** What was typed, or `before` and `after` of what changed. Nothing secret. */
  readonly detail?: unknown;
}

export interface AuditEntry {
  readonly id: number;
  readonly at: number;
  readonly by: string;
  readonly origin: string;
  readonly action: string;
  readonly about: string;
  readonly subject: string;
  /** JSON. */
  readonly detail: string;
}

/** Entries added within a transaction. */
const WRITTEN = new WeakMap<Db, number>();

/** Adds an entry to the audit log, chained to the one before. */
export async function audit(trx: Trx, { at, by, from = '' }: Stamp, done: Audited): Promise<void> {
  const last = await trx
    .selectFrom('audit_log')
    .select(['id', 'hash'])
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst();
  const { action, subject, about = '' } = done;
  const detail = JSON.stringify(done.detail ?? null);
  const entry: AuditEntry = { id: (last?.id ?? 0) + 1, at, by, origin: from, action, about, subject, detail };
  await trx
    .insertInto('audit_log')
    .values({ ...entry, hash: hashOf(last?.hash ?? '', entry) })
    .execute();
  WRITTEN.set(trx, auditedTimes(trx) + 1);
}

/** How many entries were added to the audit log within the transaction. */
export function auditedTimes(trx: Trx): number {
  return WRITTEN.get(trx) ?? 0;
}

function hashOf(before: string, { id, at, by, origin, action, about, subject, detail }: AuditEntry): string {
  return createHash('sha256')
    .update(`${before}\n${JSON.stringify([id, at, by, origin, action, about, subject, detail])}`)
    .digest('hex');
}

/**
 * Whether an entry is what was written, with half a surrogate pair in its subject: that is kept as U+FFFD, and its detail still has it,
 * escaped. No such text comes in any more; books that hold such an entry are what they are.
 */
function isOfLostText(before: string, entry: AuditEntry, hash: string): boolean {
  if (!entry.subject.includes(LOST)) return false;
  return textsIn(JSON.parse(entry.detail))
    .filter((text) => HALF_PAIR.test(text) && text.replace(new RegExp(HALF_PAIR, 'gu'), LOST) === entry.subject)
    .some((subject) => hash === hashOf(before, { ...entry, subject }));
}

const LOST = '\uFFFD';
const HALF_PAIR = /\p{Surrogate}/u;

function textsIn(value: unknown): readonly string[] {
  if (typeof value === 'string') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(textsIn) : [];
}

const AT_ONCE = 5_000;

/** What is wrong with the chain: entries that are missing, or are not what they were when the next one was added. */
export async function brokenChain(db: Db): Promise<readonly string[]> {
  const broken: string[] = [];
  let [before, last] = ['', 0];
  for (let more = true; more && broken.length < 20;) {
    const { rows } = await sql<AuditEntry & { hash: string }>`
      SELECT id, at, by, origin, action, about, subject, detail, hash FROM audit_log
      WHERE id > ${last} ORDER BY id LIMIT ${AT_ONCE}`.execute(db);
    for (const { hash, ...entry } of rows) {
      if (entry.id !== last + 1) broken.push(`entries ${last + 1} to ${entry.id - 1} are missing`);
      else if (hash !== hashOf(before, entry) && !isOfLostText(before, entry, hash))
        broken.push(`entry ${entry.id} is not what was written`);
      [before, last] = [hash, entry.id];
    }
    more = rows.length === AT_ONCE;
  }
  return broken;
}

export interface AuditWanted {
  readonly text: string;
  readonly by: string;
  readonly about: string;
  /** The page ends before this entry. */
  readonly before?: number | undefined;
}

const PAGE = 100;

/** Entries, the newest first, a page at a time, with what is left out counted. */
export async function auditEntries(
  db: Db,
  { text, by, about, before }: AuditWanted,
): Promise<{ readonly entries: readonly AuditEntry[]; readonly more: boolean }> {
  const like = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  const { rows } = await sql<AuditEntry>`SELECT id, at, by, origin, action, about, subject, detail FROM audit_log
    WHERE (${before ?? null} IS NULL OR id < ${before ?? null})
      AND (${about} = '' OR about = ${about}) AND (${by} = '' OR by = ${by})
      AND (${text} = '' OR subject LIKE ${like} ESCAPE '\\' OR action LIKE ${like} ESCAPE '\\' OR detail LIKE ${like} ESCAPE '\\')
    ORDER BY id DESC LIMIT ${PAGE + 1}`.execute(db);
  return { entries: rows.slice(0, PAGE), more: rows.length > PAGE };
}
