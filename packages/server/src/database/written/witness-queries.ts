import { existsSync, readdirSync } from 'node:fs';
import { basename, join } from 'node:path';
import SqliteDatabase from 'better-sqlite3';
import type { Db } from '../schema.ts';
import { END_OF_LOG, type EndOfLog } from './digest-chain.ts';
import { onceEndedSo, wereGivenUp } from './end-queries.ts';
import { setWitnessAside, witnessed, witnessOf } from './witness.ts';

/** Sets the witness beside the file aside where the log never ended as it saw; answers its new name. */
export async function setAsideWhereWrong(db: Db, path: string): Promise<string | undefined> {
  const now = witnessed(path).find(({ name }) => name === basename(witnessOf(path)));
  return now === undefined || (await onceEndedSo(db, now.end)) ? undefined : setWitnessAside(path, new Date());
}

/** Somebody who saw where the audit log of the books ended. */
export interface Seen {
  readonly name: string;
  readonly end: EndOfLog;
  /** When its last entry was made, of a copy. */
  readonly until?: number;
}

/** Who saw the log of the books: the witnesses beside the file, and its copies. */
export function seenOf(path: string, copies: string): readonly Seen[] {
  return [...witnessed(path), ...copiesIn(copies, path).flatMap((name) => endOfCopy(copies, name))];
}

/** Those that saw what the audit log does not hold: its end was cut off, or it was written anew. */
export async function seenOtherwise(db: Db, seen: readonly Seen[]): Promise<readonly string[]> {
  const told: string[] = [];
  for (const { name, end, until } of seen) {
    if (await onceEndedSo(db, end)) continue;
    if (until !== undefined && (await wereGivenUp(db, { end, until }))) continue;
    told.push(`${name} saw the audit log end with entry ${end.entry}, which is not there or is another one`);
  }
  return told;
}

function copiesIn(directory: string, path: string): readonly string[] {
  if (!existsSync(directory)) return [];
  const start = `${basename(path, '.sqlite')}-`;
  return readdirSync(directory).filter((name) => name.startsWith(start) && name.endsWith('.sqlite'));
}

/** Where the log of a copy ends; nothing for copies of versions without digests, and for what is no copy. */
function endOfCopy(directory: string, name: string): readonly Seen[] {
  const file = new SqliteDatabase(join(directory, name), { readonly: true });
  try {
    const end = file.prepare<[], EndOfLog>(END_OF_LOG).get();
    const until = file.prepare<[], number>('SELECT ifnull(max(at), 0) FROM audit_log').pluck().get() ?? 0;
    return end === undefined ? [] : [{ name: `the copy ${name}`, end, until }];
  } catch {
    return [];
  } finally {
    file.close();
  }
}
