import type { EstimateSheet } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { readApart, type NotRead } from '../http/read-apart.ts';
import { Refusal } from '../http/refusal.ts';

const MOST_MS = 20_000;

const REASONS: Readonly<Record<NotRead, string>> = {
  busy: 'others are being read; try again in a moment',
  late: 'it takes too long to read',
  broken: 'it takes too much memory, or is no workbook',
};

type Read = { readonly sheet: EstimateSheet } | { readonly problems: readonly Problem[] };

/** Reads a workbook in a thread of its own, which is ended where it takes too long or too much memory. */
export async function readWorkbookApart(bytes: Buffer): Promise<EstimateSheet> {
  const outcome = await readApart({ read: 'workbook', bytes: new Uint8Array(bytes) }, MOST_MS);
  if ('failed' in outcome) {
    throw new Refusal([{ at: 'content', kind: 'workbook-unreadable', reason: REASONS[outcome.failed] }]);
  }
  const read = outcome.answer as Read;
  if ('problems' in read) throw new Refusal(read.problems);
  return read.sheet;
}
