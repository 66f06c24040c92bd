import { refused, type Decision } from '@lowtide/core/problems/decision.ts';
import { readApart, type NotRead, type ReadJob } from './read-apart.ts';

const MOST_MS = 10_000;

const REASONS: Readonly<Record<NotRead, string>> = {
  busy: 'others are being read; try again in a moment',
  late: 'it takes too long to read',
  broken: 'it takes too much memory to read',
};

/** What XML from outside says, read in a thread of its own: text from outside never stops the server. */
export async function readXmlApart<T>(job: Extract<ReadJob, { readonly xml: string }>): Promise<Decision<T>> {
  const outcome = await readApart(job, MOST_MS);
  if ('answer' in outcome) return outcome.answer as Decision<T>;
  return refused({ at: '', kind: 'ubl-unreadable', reason: REASONS[outcome.failed] });
}
