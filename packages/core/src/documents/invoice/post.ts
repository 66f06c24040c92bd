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
  /** What the client holds back of it. */
  readonly withheld: Cents;
  readonly text: string;
}

/**
 * Dr receivable, what is due now; Dr retention receivable, what is held back; Cr progress billings of the project, all of the work; Cr
 * output tax. Earns nothing: that is recognition's work.
 */
export function progressBilled(roles: Roles, invoice: ProgressInvoice): JournalEntry {
  const { client: party, project, work, tax, withheld, text } = invoice;
  return journalEntry(invoice.postedOn, [
    debit(roles.receivable, cents(work + tax - withheld), { project, party, text }),
    debit(roles['retention-receivable'], withheld, { project, party, text }),
    credit(roles['progress-billings'], work, { project, party, text }),
    credit(roles['output-tax'], tax, { party, text }),
  ]);
}
