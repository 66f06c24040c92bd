import { existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { z } from 'zod';
import { NOTHING_WRITTEN, type EndOfLog } from './digest-chain.ts';

const WITNESS = z.object({
  entry: z.int(),
  entryHash: z.string(),
  digests: z.int(),
  digestsHash: z.string(),
});

/** The file beside the books that knows where their audit log ended when they were last written. */
export function witnessOf(path: string): string {
  return `${path}.witness`;
}

/**
 * Notes where the log ends, after it is on the disk: what is noted is never ahead of the books. A witness that is behind them, because
 * the server was stopped in between, contradicts nothing.
 */
export function noteEnd(path: string, end: EndOfLog): void {
  const file = witnessOf(path);
  try {
    writeFileSync(`${file}.partial`, JSON.stringify(end), { mode: 0o600 });
    renameSync(`${file}.partial`, file);
  } catch {
    // The books are written; a witness that could not be is only behind them.
  }
}

/** What witnesses beside the books saw, the last one and any that were set aside because the books did not agree with them. */
export function witnessed(path: string): readonly { readonly name: string; readonly end: EndOfLog }[] {
  const start = `${basename(path)}.witness`;
  if (!existsSync(dirname(path))) return [];
  return readdirSync(dirname(path))
    .filter((name) => name.startsWith(start) && !name.endsWith('.partial'))
    .map((name) => ({ name, end: endIn(readFileSync(join(dirname(path), name), 'utf8')) }));
}

function endIn(text: string): EndOfLog {
  try {
    return WITNESS.parse(JSON.parse(text));
  } catch {
    // Not what was noted: it is told as a witness that the books cannot agree with.
    return { ...NOTHING_WRITTEN, entry: 1, entryHash: 'unreadable' };
  }
}

/** Sets aside a witness that the books do not agree with, so that what is noted next does not take its place; answers its new name. */
export function setWitnessAside(path: string, now: Date): string {
  const file = witnessOf(path);
  const aside = `${file}.${now.toISOString().slice(0, 19).replace(/[-:]/g, '')}`;
  renameSync(file, aside);
  return aside;
}

/** Witnesses of books that are no longer at the path: it begins anew. */
export function forgetWitnesses(path: string): undefined {
  for (const { name } of witnessed(path)) rmSync(join(dirname(path), name));
}
