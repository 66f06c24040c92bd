import { refused, type Decision } from '@lowtide/core/problems/decision.ts';
import type { UblInvoice } from '@lowtide/core/ubl/ubl-invoice.ts';
import type { ClientAnswer } from '@lowtide/core/ubl/client-answer.ts';
import { readApart, type NotRead, type ReadJob } from '../http/read-apart.ts';

const MOST_MS = 10_000;

const REASONS: Readonly<Record<NotRead, string>> = {
  busy: 'others are being read; try again in a moment',
  late: 'it takes too long to read',
  broken: 'it takes too much memory to read',
};

/** What a paper says, read in a thread of its own: text from outside never stops the server. */
export async function readPaper(xml: string): Promise<Decision<UblInvoice>> {
  return readAs<UblInvoice>({ read: 'paper', xml });
}

/** The same of what a client answers. */
export async function readAnswer(xml: string): Promise<Decision<ClientAnswer>> {
  return readAs<ClientAnswer>({ read: 'client answer', xml });
}

async function readAs<T>(job: ReadJob): Promise<Decision<T>> {
  const outcome = await readApart(job, MOST_MS);
  if ('answer' in outcome) return outcome.answer as Decision<T>;
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
