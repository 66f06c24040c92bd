import { sql } from 'kysely';
import type { Db } from '../schema.ts';
import { hashOfDigests } from './digest-chain.ts';
import { digestOf, digestsOfRows, type DigestOfRows } from './row-digest.ts';
import type { WrittenTable } from './written-tables.ts';

const MOST_TOLD = 100;
const AT_ONCE = 2_000;

interface ChainRow {
  readonly id: number;
  readonly entryId: number;
  readonly entryHash: string | null;
  readonly wholeOf: number;
  readonly rows: string;
  readonly hash: string;
}

/** Whether every row is what was written, as its digest says: what was changed, added or taken out by another program is told. */
export async function rowsNotAsWritten(db: Db, tables: readonly WrittenTable[]): Promise<readonly string[]> {
  const known = new Map(tables.map((table) => [table.name, new KnownRows(db, table)]));
  const told: string[] = [];
  const { rows: whole } = await sql<{
    id: number | null;
  }>`SELECT max(id) AS id FROM written_digest WHERE whole_of > 0`.execute(db);
  const begins = whole[0]?.id ?? null;
  if (begins === null) return ['the digests of what was written are missing'];
  let [before, last] = ['', 0];
  for (let more = true; more && told.length < MOST_TOLD;) {
    const { rows } = await sql<ChainRow>`SELECT d.id, d.entry_id AS entryId, d.whole_of AS wholeOf, d."rows", d.hash,
        a.hash AS entryHash
      FROM written_digest d LEFT JOIN audit_log a ON a.id = d.entry_id
      WHERE d.id > ${last} ORDER BY d.id LIMIT ${AT_ONCE}`.execute(db);
    for (const row of rows) {
      told.push(...brokenAt(row, { before, last }));
      [before, last] = [row.hash, row.id];
      if (row.id < begins) continue;
      for (const digest of digestsIn(row)) {
        const table = known.get(digest.table);
        if (table === undefined) told.push(`digests ${row.id} are of ${digest.table}, which is no table of the books`);
        else told.push(...(await table.add(digest)));
      }
    }
    more = rows.length === AT_ONCE;
  }
  for (const table of known.values()) {
    if (told.length >= MOST_TOLD) break;
    told.push(...(await table.end()));
  }
  return told.slice(0, MOST_TOLD);
}

function brokenAt(
  row: ChainRow,
  { before, last }: { readonly before: string; readonly last: number },
): readonly string[] {
  const { id, entryId, entryHash, wholeOf, rows, hash } = row;
  if (id !== last + 1) return [`digests ${last + 1} to ${id - 1} are missing`];
  if (entryId > 0 && entryHash === null) return [`entry ${entryId} of the audit log is missing`];
  const expected = hashOfDigests({ before, entry: entryId, entryHash: entryHash ?? '', wholeOf, rows });
  return hash === expected ? [] : [`digests ${id} are not what was written`];
}

function digestsIn({ rows }: ChainRow): readonly DigestOfRows[] {
  const told = JSON.parse(rows) as readonly [string, number | string, number | string, string | null][];
  return told.map(([table, from, to, digest]) => ({ table, from, to, digest }));
}

interface KeyedDigest {
  readonly key: number | string;
  readonly digest: string;
}

/** What the digests of one table say, compared with its rows: at once where rows are never changed, at the end where the last one counts. */
class KnownRows {
  readonly #db: Db;
  readonly #table: WrittenTable;
  readonly #last = new Map<number | string, string | null>();
  readonly #runs: DigestOfRows[] = [];
  #waiting: DigestOfRows[] = [];

  constructor(db: Db, table: WrittenTable) {
    this.#db = db;
    this.#table = table;
  }

  async add(digest: DigestOfRows): Promise<readonly string[]> {
    if (!this.#table.isFinal) {
      this.#last.set(digest.from, digest.digest);
      return [];
    }
    this.#waiting.push(digest);
    return this.#waiting.length < AT_ONCE ? [] : this.#compareRuns();
  }

  async end(): Promise<readonly string[]> {
    if (!this.#table.isFinal) return this.#compareLast();
    const changed = await this.#compareRuns();
    return [...changed, ...(await this.#addedBesides())];
  }

  /** Rows of what waits are read together where they lie together. */
  async #compareRuns(): Promise<readonly string[]> {
    const waiting = this.#waiting.toSorted((one, other) => (one.from < other.from ? -1 : 1));
    this.#waiting = [];
    this.#runs.push(...waiting.map(({ table, from, to }) => ({ table, from, to, digest: null })));
    const [first, last] = [waiting[0], waiting.at(-1)];
    if (first === undefined || last === undefined) return [];
    const told: string[] = [];
    const rows = await this.#rows(first.from, last.to);
    let at = 0;
    for (const { from, to, digest } of waiting) {
      const found: string[] = [];
      for (; at < rows.length && (rows[at]?.key ?? 0) <= to; at += 1) {
        const row = rows[at];
        if (row !== undefined && row.key >= from) found.push(row.digest);
      }
      if ((found.length === 0 ? null : digestOf(found)) !== digest) told.push(this.#wordsOf(from, to));
    }
    return told;
  }

  async #compareLast(): Promise<readonly string[]> {
    const { rows } = await sql<KeyedDigest>`${sql.raw(digestsOfRows(this.#table))}`.execute(this.#db);
    const told: string[] = [];
    for (const { key, digest } of rows) {
      const written = this.#last.get(key);
      if (written === undefined || written === null)
        told.push(`${this.#table.name} ${key} was added by another program`);
      else if (written !== digestOf([digest])) told.push(this.#wordsOf(key, key));
      this.#last.delete(key);
    }
    for (const [key, digest] of this.#last)
      if (digest !== null) told.push(`${this.#table.name} ${key} was taken out by another program`);
    return told;
  }

  /** Rows that no digest is of. */
  async #addedBesides(): Promise<readonly string[]> {
    const runs = this.#runs.toSorted((one, other) => (one.from < other.from ? -1 : 1));
    const { name, key } = this.#table;
    const { rows } = await sql<{ key: number | string }>`SELECT ${sql.ref(key)} AS key FROM ${sql.table(name)}
      ORDER BY ${sql.ref(key)}`.execute(this.#db);
    const told: string[] = [];
    let at = 0;
    for (const row of rows) {
      while (at < runs.length && (runs[at]?.to ?? 0) < row.key) at += 1;
      if ((runs[at]?.from ?? Infinity) > row.key) told.push(`${name} ${row.key} was added by another program`);
      if (told.length >= MOST_TOLD) break;
    }
    return told;
  }

  async #rows(from: number | string, to: number | string): Promise<readonly KeyedDigest[]> {
    const { rows } = await sql<KeyedDigest>`${sql.raw(digestsOfRows(this.#table))}
      WHERE ${sql.ref(this.#table.key)} BETWEEN ${from} AND ${to} ORDER BY ${sql.ref(this.#table.key)}`.execute(
      this.#db,
    );
    return rows;
  }

  #wordsOf(from: number | string, to: number | string): string {
    return `${this.#table.name} ${from === to ? from : `${from} to ${to}`}: not what was written`;
  }
}
