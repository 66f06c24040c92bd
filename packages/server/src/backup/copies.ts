import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { keptCopies } from '@lowtide/core/backups/kept-copies.ts';
import { isIsoDate, isoDate, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { copyInto } from '../database/copy.ts';
import { openToRead } from '../database/open.ts';
import { seenOf } from '../database/written/witness-queries.ts';
import { verifiedFile } from '../verify/verify-queries.ts';
import { bookFacts, type BookFacts } from './book-facts-queries.ts';

/** A copy of the books that verified clean when it was made. */
export interface Copy {
  readonly name: string;
  readonly bytes: number;
  readonly madeAt: string;
  /** Made by itself: it goes when there are newer ones enough. */
  readonly isDaily: boolean;
}

/** Where copies of a books file lie: beside it. */
export function copiesDirectory(path: string): string {
  return join(dirname(path), 'backups');
}

/** The copies there are, the newest first. */
export function copiesOf(path: string): readonly Copy[] {
  const directory = copiesDirectory(path);
  if (!existsSync(directory)) return [];
  return readdirSync(directory)
    .filter((name) => name.startsWith(`${basename(path, '.sqlite')}-`) && name.endsWith('.sqlite'))
    .map((name) => {
      const { size, mtime } = statSync(join(directory, name));
      return { name, bytes: size, madeAt: mtime.toISOString(), isDaily: name.endsWith('-daily.sqlite') };
    })
    .toSorted((one, other) => (one.madeAt < other.madeAt ? 1 : -1));
}

/** What a copy came to. */
export interface MadeCopy extends Pick<Copy, 'name' | 'bytes'> {
  readonly facts: BookFacts;
  /** What verifying the copy found wrong. */
  readonly differences: readonly string[];
}

/**
 * One complete copy of books that are in use: the database's own, of one moment, verified before it gets its name. A copy that does
 * not verify is kept under another name, for it says what is wrong with the books.
 */
export async function makeCopy(
  path: string,
  { now, daily }: { readonly now: Date; readonly daily: boolean },
): Promise<MadeCopy> {
  const directory = copiesDirectory(path);
  mkdirSync(directory, { recursive: true });
  const day = now.toISOString().slice(0, 10);
  const moment = now.toISOString().slice(11, 19).replace(/:/g, '');
  const base = `${basename(path, '.sqlite')}-${day}-${daily ? 'daily' : moment}`;
  // Several at once are several: each has its own file while it is made, and a name that nobody has when it is done.
  const partial = join(directory, `${base}-${randomUUID()}.partial`);
  const seen = seenOf(path, directory);
  copyInto(path, partial);
  const copy = openToRead(partial);
  const differences = (await verifiedFile(copy.reader, seen)).flatMap(({ differences: found }) => found);
  const facts = await bookFacts(copy.reader);
  await copy.close();
  const bytes = statSync(partial).size;
  const name = daily ? `${base}.sqlite` : freeName(directory, base);
  renameSync(partial, join(directory, differences.length === 0 ? name : `${name}.differs`));
  if (daily && differences.length === 0) dropOld(path);
  return { name, bytes, facts, differences };
}

/** The name, or with a number behind it where it is taken. */
function freeName(directory: string, base: string): string {
  const names = [`${base}.sqlite`, ...Array.from({ length: 99 }, (_, at) => `${base}-${at + 2}.sqlite`)];
  return names.find((name) => !existsSync(join(directory, name))) ?? `${base}-${randomUUID()}.sqlite`;
}

/** Drops daily copies that are no longer among the last days, weeks and months. */
function dropOld(path: string): void {
  const daily = copiesOf(path).flatMap((copy) => {
    const day = dayIn(copy.name);
    return copy.isDaily && day !== undefined ? [{ ...copy, day }] : [];
  });
  const kept = keptCopies(daily.map(({ day }) => day));
  for (const { name, day } of daily) if (!kept.has(day)) rmSync(join(copiesDirectory(path), name));
}

function dayIn(name: string): IsoDate | undefined {
  const day = /-(\d{4}-\d\d-\d\d)-daily\.sqlite$/.exec(name)?.[1] ?? '';
  return isIsoDate(day) ? isoDate(day) : undefined;
}
