import type { Decision } from '@lowtide/core/problems/decision.ts';
import type { UblInvoice } from '@lowtide/core/ubl/ubl-invoice.ts';
import { readXmlApart } from '../http/read-xml-apart.ts';

/** What a paper says. */
export async function readPaper(xml: string): Promise<Decision<UblInvoice>> {
  return readXmlApart<UblInvoice>({ read: 'paper', xml });
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
