import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId, ProjectId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import type { Roles } from '../../ledger/roles.ts';
import { cents, type Cents } from '../../money/cents.ts';

export interface ReleasedByClient {
  readonly client: PartyId;
  readonly project: ProjectId;
  readonly postedOn: IsoDate;
  readonly amount: Cents;
  /** Where what is held back is taxed when it is released. */
  readonly tax: Cents;
}

/** Dr receivable; Cr retention receivable, and output tax: what was held back is now owed as an invoice is. */
export function retentionBilled(
  roles: Roles,
  { client: party, project, postedOn, amount, tax }: ReleasedByClient,
): JournalEntry {
  return journalEntry(postedOn, [
    debit(roles.receivable, cents(amount + tax), { project, party }),
    credit(roles['retention-receivable'], amount, { project, party }),
    credit(roles['output-tax'], tax, { party }),
  ]);
}
