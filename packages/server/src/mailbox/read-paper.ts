import { refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { UblInvoice } from '@lowtide/core/ubl/ubl-invoice.ts';
import { readApart, type NotRead } from '../http/read-apart.ts';

const MOST_MS = 10_000;

const REASONS: Readonly<Record<NotRead, string>> = {
  busy: 'others are being read; try again in a moment',
  late: 'it takes too long to read',
  broken: 'it takes too much memory to read',
};

/** What a paper says, read in a thread of its own: text from outside never stops the server. */
export async function readPaper(xml: string): Promise<Decision<UblInvoice>> {
  const outcome = await readApart({ read: 'paper', xml }, MOST_MS);
  if ('answer' in outcome) return outcome.answer as Decision<UblInvoice>;
  return refused({ at: '', kind: 'ubl-unreadable', reason: REASONS[outcome.failed] });
}

/** What a paper that waits says, as it was read when it came; those that came before that was kept are read now. */
export async function paperOf({
  said,
  xml,
}: {
  readonly said: string | null;
  readonly xml: string;
}): Promise<Decision<UblInvoice>> {
  return said === null ? readPaper(xml) : (JSON.parse(said) as Decision<UblInvoice>);
}
