import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface CreditNote {
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly postedOn: IsoDate;
  readonly work: Cents;
  readonly tax: Cents;
  /** What was held back of it, and is given up with it. */
  readonly withheld: Cents;
  readonly text: string;
}

/** Dr progress billings of the project and output tax; Cr retention receivable, what was held back of it; Cr receivable, the rest. */
export function clientCredited(roles: Roles, { client: party, project, postedOn, ...note }: CreditNote): JournalEntry {
  const { work, tax, withheld, text } = note;
  return journalEntry(postedOn, [
    debit(roles['progress-billings'], work, { project, party, text }),
    debit(roles['output-tax'], tax, { party, text }),
    credit(roles['retention-receivable'], withheld, { project, party, text }),
    credit(roles.receivable, cents(work + tax - withheld), { project, party, text }),
  ]);
}
