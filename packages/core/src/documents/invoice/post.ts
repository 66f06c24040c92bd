import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface ProgressInvoice {
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly postedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  readonly text: string;
}

/** Dr receivable, gross; Cr progress billings of the project; Cr output tax. Earns nothing: that is recognition's work. */
export function progressBilled(roles: Roles, invoice: ProgressInvoice): JournalEntry {
  const { client: party, project, work, tax, text } = invoice;
  return journalEntry(invoice.postedOn, [
    debit(roles.receivable, cents(work + tax), { project, party, text }),
    credit(roles['progress-billings'], work, { project, party, text }),
    credit(roles['output-tax'], tax, { party, text }),
  ]);
}
